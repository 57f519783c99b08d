using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.LongText;

/// <summary>The family of texts in the learner's own words.</summary>
public sealed class LongTextType : QuestionType<LongTextQuestion, LongTextResponse>, IRubricked, IHasRows
{
    /// <summary>The longest text, in characters.</summary>
    public const int LongestText = 60_000;

    public override string Key => "longText";

    /// <summary>A text may have no key ideas at all.</summary>
    public Question WithoutBlanks(Question question) =>
        question is LongTextQuestion asked
            ? asked with
            {
                Ideas = asked.Ideas.WithoutLast(0, idea => idea is { Name: "" } && idea.Phrases.All(phrase => phrase.Trim().Length == 0)),
            }
            : question;

    public override Demand UsualDemand => Demand.Reflection;

    public override double GuessedDifficulty(Question question) => 0.3;

    public ValueList<RubricRow> RubricOf(Question question) => ((LongTextQuestion)question).Rubric;

    protected override string TitleOf(LongTextQuestion question) => AuthorWords.Say("familyLongText");

    protected override decimal Parts(LongTextQuestion question) =>
        question.Ideas.Count > 0 ? question.Ideas.Sum(idea => idea.Worth)
        : question.Rubric.Count > 0 ? question.Rubric.Sum(row => row.Points)
        : 1;

    protected override bool IsGraded(LongTextQuestion question) => question.Ideas.Count > 0 || question.WaitsForPerson;

    protected override bool MarksAlone(LongTextQuestion question) => question.Ideas.Count > 0;

    /// <summary>Each idea earns its points for each mention, up to as many as count; all of it is the sum of points × mentions.</summary>
    protected override QuestionMark Mark(LongTextQuestion question, LongTextResponse? response, CultureInfo culture)
    {
        var text = response?.Text ?? "";
        if (text.Trim().Length == 0)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        var counts = new int[question.Ideas.Count];
        foreach (var mention in new KeyIdeas(question.Ideas, culture).In(text))
        {
            counts[mention.Idea]++;
        }

        var parts = question
            .Ideas.Select(
                (idea, i) =>
                {
                    var (wanted, found) = (Math.Max(1, idea.Mentions), Math.Min(counts[i], Math.Max(1, idea.Mentions)));
                    return new PartCredit(
                        idea.Id,
                        idea.Label,
                        found == wanted ? Verdict.Right
                            : found > 0 ? Verdict.Partly
                            : Verdict.Missing,
                        new Fraction(found, wanted),
                        Math.Max(0.000001m, idea.Worth),
                        found == 0 ? Reason.Of("ideaMissing")
                            : wanted == 1 ? Reason.Of("ideaIsFound")
                            : Reason.Of("ideaFound", counts[i], wanted),
                        found == 0 ? idea.Missing : idea.Found
                    );
                }
            )
            .ToList();
        var mark =
            parts.Count == 0 ? new QuestionMark(Verdict.Ungraded, 0, Reason.Of("answerIsKept"), [])
            : Credit.Of(parts, 0) is var ideas && ideas.Verdict == Verdict.Missing
                ? ideas with
                {
                    Verdict = Verdict.Wrong,
                    Reason = Reason.Of("noIdeas"),
                }
            : ideas with { Reason = Reason.Of("ideasFound", parts.Count(part => part.Earned > 0), parts.Count) };
        return question.WaitsForPerson ? mark with { Verdict = Verdict.Waiting, Reason = Reason.Of("waitsForPerson") } : mark;
    }

    public override Reason? Aside(Question question, Response response) =>
        question is LongTextQuestion text
        && response is LongTextResponse { Text: var given }
        && KeyIdeas.LengthOf(given, text.Measure) is > 0 and var length
            ? length < text.Least
                ? Reason.Of("tooShort")
                : length > text.Most
                    ? Reason.Of("tooLong")
                    : null
            : null;

    protected override string InWords(LongTextQuestion question, LongTextResponse response) => response.Text.Trim();

    protected override bool IsEmpty(LongTextResponse response) => response.Text.Trim().Length == 0;

    protected override Reason? RefuseResponse(LongTextQuestion question, LongTextResponse response) =>
        response.Text.Length > LongestText ? Reason.Of("answerTooLong", LongestText) : null;

    protected override LongTextResponse? Kept(LongTextQuestion question, LongTextResponse response, IReadOnlySet<string> right) => null;

    protected override LongTextResponse WithKept(LongTextQuestion question, LongTextResponse given, LongTextResponse kept) => given;

    protected override LongTextResponse? Draft(LongTextQuestion question, LongTextResponse last) => last;

    protected override LongTextQuestion WithWording(LongTextQuestion older, LongTextQuestion newer) =>
        older with
        {
            ModelAnswer = newer.ModelAnswer,
            Samples = newer.Samples,
            Ideas = older.Ideas.Replace(
                _ => true,
                idea => Same(newer, idea) is { } same ? idea with { Name = same.Name, Found = same.Found, Missing = same.Missing } : idea
            ),
            Rubric = older.Rubric.WithWording(newer.Rubric),
        };

    protected override LongTextQuestion WithKey(LongTextQuestion older, LongTextQuestion newer) =>
        older with
        {
            Ideas = newer.Ideas.Replace(
                _ => true,
                idea => Same(older, idea) is { } same ? idea with { Name = same.Name, Found = same.Found, Missing = same.Missing } : idea
            ),
            Rubric = newer.Rubric,
            WaitsForPerson = newer.WaitsForPerson,
        };

    private static KeyIdea? Same(LongTextQuestion question, KeyIdea idea) => question.Ideas.FirstOrDefault(other => other.Id == idea.Id);

    protected override IEnumerable<Weakness> Check(LongTextQuestion question, CultureInfo culture)
    {
        if (question.Ideas.IndexOf(idea => idea.Phrases.All(phrase => phrase.Trim('*', ' ').Length == 0)) is >= 0 and var empty)
        {
            yield return new Weakness(true, AuthorWords.Say("hasKeyIdeaWithoutWords", empty + 1), "ideas");
        }

        if (
            question
                .Ideas.SelectMany(idea =>
                    idea.Phrases.Where(phrase => phrase.Trim('*', ' ').Length > 0).Select(phrase => (Idea: idea, Phrase: phrase))
                )
                .FirstOrDefault(one =>
                    new KeyIdeas([one.Idea with { Phrases = [one.Phrase] }], culture)
                        .In(one.Phrase.Replace("*", "", StringComparison.Ordinal))
                        .Count == 0
                ) is
            { Idea: not null } lost
        )
        {
            yield return new Weakness(true, AuthorWords.Say("hasKeyIdeaNobodyCan", lost.Phrase.Trim()), "ideas");
        }

        if (question.Ideas.Count == 0 && !question.WaitsForPerson)
        {
            yield return new Weakness(false, AuthorWords.Say("hasNoKeyIdeasWaits"), "ideas");
        }

        if (question is { Least: { } least, Most: { } most } && least > most)
        {
            yield return new Weakness(true, AuthorWords.Say("asksAtLeastAtMost", least, most), "length");
        }

        if (
            question.ModelAnswer.Trim().Length > 0
            && question.Ideas.Count > 0
            && Mark(question with { WaitsForPerson = false }, new LongTextResponse { Text = question.ModelAnswer }, culture) is var mark
            && mark.Share < 1
        )
        {
            yield return new Weakness(
                false,
                AuthorWords.Say("hasModelAnswerInWhich", mark.Parts.First(part => part.Verdict != Verdict.Right).Label),
                "modelAnswer"
            );
        }
    }

    protected override LongTextResponse? Rehearse(LongTextQuestion question, Chance chance)
    {
        var known = question
            .Ideas.Where(_ => chance.Knows())
            .Select(idea => chance.One(idea.Phrases)?.Replace("*", "", StringComparison.Ordinal) ?? "")
            .Where(phrase => phrase.Length > 0)
            .ToList();
        string[] begins = ["I think it has to do with", "What we saw at the coast was", "The chart shows", "It must be because of"];
        var text = string.Concat(known.Select(phrase => $"{chance.One(begins)} {phrase}. "));
        while (
            MarkedText.Tokens(text).Count(token => token.Index >= 0)
            < (question.Measure == LengthMeasure.Words ? question.Least ?? 0 : (question.Least ?? 0) / 5)
        )
        {
            text += "That is how it looked when we went out and wrote it down. ";
        }

        return text.Length == 0 ? null : new() { Text = text.Trim() };
    }

    protected override QuestionView View(LongTextQuestion question, Showing<LongTextResponse> showing)
    {
        var text = showing.Given?.Text ?? "";
        var marked = showing.Shown.RightOrWrong && showing.Mark is not null && question.Ideas.Count > 0;
        return new LongTextView(
            text,
            question.Measure,
            question.Least,
            question.Most,
            KeyIdeas.LengthOf(text, question.Measure),
            marked ? PiecesOf(text, new KeyIdeas(question.Ideas, showing.Words.Culture).In(text)) : [],
            marked
                ? question
                    .Ideas.Select(
                        (idea, i) =>
                            new IdeaView(
                                i + 1,
                                showing.Shown.RightAnswer || showing.Mark!.Of(idea.Id) is { Verdict: not Verdict.Missing }
                                    ? idea.Label
                                    : "",
                                showing.Said(idea.Id)
                            )
                    )
                    .ToValueList()
                : [],
            showing.Shown.RightAnswer ? question.ModelAnswer : "",
            question.Rubric
        );
    }

    /// <summary>A text cut where mentions begin and end.</summary>
    public static ValueList<TextPiece> PiecesOf(string text, IReadOnlyList<Mention> mentions)
    {
        var (pieces, at) = (new List<TextPiece>(), 0);
        foreach (var mention in mentions)
        {
            if (mention.Start > at)
            {
                pieces.Add(new TextPiece(text[at..mention.Start], 0));
            }

            pieces.Add(new TextPiece(text.Substring(mention.Start, mention.Length), mention.Idea + 1));
            at = mention.Start + mention.Length;
        }

        return at < text.Length ? [.. pieces, new TextPiece(text[at..], 0)] : pieces.ToValueList();
    }
}
