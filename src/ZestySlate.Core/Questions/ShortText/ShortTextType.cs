using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.ShortText;

/// <summary>The family of questions answered by a word or a short phrase.</summary>
public sealed partial class ShortTextType : QuestionType<ShortTextQuestion, ShortTextResponse>, IBecomes, IToldInWords
{
    /// <summary>The longest answer, in characters.</summary>
    public const int LongestAnswer = 500;

    private const string Part = "text";

    public override string Key => "shortText";

    public override double GuessedDifficulty(Question question) => 0.2;

    public string KeyInWords(Question question) => string.Join(", ", ((ShortTextQuestion)question).Accepted.Select(answer => answer.Text));

    protected override string TitleOf(ShortTextQuestion question) => AuthorWords.Say("familyShortText");

    protected override decimal Parts(ShortTextQuestion question) => 1;

    /// <summary>The accepted answer that earns most counts; an answer earns its own share.</summary>
    protected override QuestionMark Mark(ShortTextQuestion question, ShortTextResponse? response, CultureInfo culture)
    {
        var typed = response?.Text ?? "";
        var notThis = question.NotThis.Select(answer => answer.Text).ToValueList();
        TextMatch? best = null;
        var (earned, feedback) = (0m, "");
        foreach (var answer in question.Accepted)
        {
            var match = TextMatching.Match(typed, new TextKey { Accepted = [answer.Text], NotThis = notThis }, question.Reading, culture);
            if (best is null || match.Earned * answer.Share > earned)
            {
                (best, earned, feedback) = (match, match.Earned * Math.Clamp(answer.Share, 0, 1), match.Earned > 0 ? answer.Feedback : "");
            }
        }

        var result = best ?? TextMatching.Match(typed, new TextKey { NotThis = notThis }, question.Reading, culture);
        if (earned == 0)
        {
            feedback = question
                .NotThis.FirstOrDefault(answer =>
                    question.Reading.Same(typed, answer.Text, culture)
                    || (
                        answer.Text.Contains('*')
                        && TextMatching.FitsPattern(question.Reading.Read(typed, culture), question.Reading.Read(answer.Text, culture))
                    )
                )
                ?.Feedback
                ?? "";
        }

        var verdict =
            result.Verdict == Verdict.Missing ? Verdict.Missing
            : earned >= 1 ? Verdict.Right
            : earned > 0 ? Verdict.Partly
            : Verdict.Wrong;
        return Credit.Of([new PartCredit(Part, typed.Trim(), verdict, earned, 1, result.Reason, feedback)], question.Penalty);
    }

    protected override string InWords(ShortTextQuestion question, ShortTextResponse response) => response.Text.Trim();

    protected override bool IsEmpty(ShortTextResponse response) => response.Text.Trim().Length == 0;

    protected override Reason? RefuseResponse(ShortTextQuestion question, ShortTextResponse response) =>
        response.Text.Length > LongestAnswer ? Reason.Of("answerTooLong", LongestAnswer) : null;

    protected override ShortTextResponse? Kept(ShortTextQuestion question, ShortTextResponse response, IReadOnlySet<string> right) =>
        right.Count > 0 ? response : null;

    protected override ShortTextResponse WithKept(ShortTextQuestion question, ShortTextResponse given, ShortTextResponse kept) => kept;

    protected override ShortTextQuestion WithWording(ShortTextQuestion older, ShortTextQuestion newer) =>
        older with
        {
            Accepted = WithFeedback(older.Accepted, newer.Accepted),
            NotThis = WithFeedback(older.NotThis, newer.NotThis),
        };

    protected override ShortTextQuestion WithKey(ShortTextQuestion older, ShortTextQuestion newer) =>
        older with
        {
            Accepted = WithFeedback(newer.Accepted, older.Accepted),
            NotThis = WithFeedback(newer.NotThis, older.NotThis),
            Reading = newer.Reading,
        };

    private static ValueList<ShortAnswer> WithFeedback(ValueList<ShortAnswer> answers, ValueList<ShortAnswer> other) =>
        answers.Replace(
            _ => true,
            answer => other.FirstOrDefault(same => same.Text == answer.Text) is { } same ? answer with { Feedback = same.Feedback } : answer
        );

    protected override IEnumerable<Weakness> Check(ShortTextQuestion question, CultureInfo culture)
    {
        if (!question.Accepted.Any(answer => answer.Text.Trim('*', ' ').Length > 0 && answer.Share > 0))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightAnswerTypeOne"), "accepted");
        }

        if (
            question.Accepted.FirstOrDefault(answer =>
                question.NotThis.Any(wrong => wrong.Text.Trim().Length > 0 && question.Reading.Same(wrong.Text, answer.Text, culture))
            ) is
            { } both
        )
        {
            yield return new Weakness(true, AuthorWords.Say("takesRightHasOnList", both.Text), "accepted");
        }

        if (
            question.Reading.Slips
            && question
                .NotThis.Select(wrong =>
                    (
                        wrong,
                        near: question.Accepted.FirstOrDefault(answer =>
                            GapText.GapTextType.AreSlipsApart(wrong.Text, answer.Text, question.Reading, culture)
                        )
                    )
                )
                .FirstOrDefault(pair => pair.near is not null)
                is { near: { } right } found
        )
        {
            yield return new Weakness(false, AuthorWords.Say("forgivesSlipsSlipAwayFrom", found.wrong.Text, right.Text), "reading");
        }
    }

    protected override IEnumerable<TypedAnswer> Typed(ShortTextQuestion question, ShortTextResponse response) =>
        [new TypedAnswer("", "", response.Text)];

    protected override ShortTextQuestion WithVariant(ShortTextQuestion question, string part, string text) =>
        question.Accepted.Any(answer => answer.Text == text)
            ? question
            : question with
            {
                Accepted = question.Accepted.Add(new ShortAnswer(text)),
                NotThis = question.NotThis.RemoveAll(wrong => wrong.Text == text),
            };

    protected override ShortTextResponse? Rehearse(ShortTextQuestion question, Chance chance) =>
        question.Accepted.FirstOrDefault(answer => !answer.Text.Contains('*')) is not { } right
            ? null
            : new()
            {
                Text = chance.Knows() ? right.Text : chance.Unsure(right.Text, question.NotThis.Select(wrong => wrong.Text).ToList()),
            };

    protected override QuestionView View(ShortTextQuestion question, Showing<ShortTextResponse> showing) =>
        new ShortTextView(
            showing.Given?.Text ?? "",
            showing.Said(Part),
            showing.Shown.RightAnswer && question.Accepted.Count > 0 ? question.Accepted[0].Text : ""
        );
}
