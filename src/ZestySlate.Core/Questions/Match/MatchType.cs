using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Match;

/// <summary>The family of pairs to be matched. Counterparts that look alike are one.</summary>
public sealed partial class MatchType : QuestionType<MatchQuestion, MatchResponse>, IBecomes, IToldInWords, IHasRows
{
    public override string Key => "match";

    public Question WithoutBlanks(Question question) =>
        question is MatchQuestion asked
            ? asked with
            {
                Pairs = asked.Pairs.WithoutLast(IHasRows.Least, pair => pair.Left.IsEmpty && pair.Right.IsEmpty),
            }
            : question;

    public string KeyInWords(Question question) =>
        string.Join(", ", ((MatchQuestion)question).Pairs.Select(pair => $"{pair.Left.Name} – {pair.Right.Name}"));

    protected override string TitleOf(MatchQuestion question) => AuthorWords.Say("familyMatch");

    protected override decimal Parts(MatchQuestion question) => Together(question.Pairs, pair => pair.Weight);

    protected override QuestionMark Mark(MatchQuestion question, MatchResponse? response, CultureInfo culture)
    {
        return Credit.Of(
            [
                .. question.Pairs.Select(pair =>
                    question.FaceOf(response?.For(pair.Id) ?? "") is not { } face
                        ? new PartCredit(
                            pair.Id,
                            pair.Left.Name,
                            Verdict.Missing,
                            0,
                            pair.Weight,
                            Reason.Of("nothingChosenFor", pair.Left.Name)
                        )
                    : face.LooksLike(pair.Right)
                        ? new PartCredit(
                            pair.Id,
                            pair.Left.Name,
                            Verdict.Right,
                            1,
                            pair.Weight,
                            Reason.Of("belongs", face.Name, pair.Left.Name),
                            pair.Feedback
                        )
                    : new PartCredit(
                        pair.Id,
                        pair.Left.Name,
                        Verdict.Wrong,
                        0,
                        pair.Weight,
                        Reason.Of("doesNotBelong", face.Name, pair.Left.Name),
                        pair.Feedback
                    )
                ),
            ],
            question.Penalty
        );
    }

    protected override string InWords(MatchQuestion question, MatchResponse response) =>
        string.Join(
            " · ",
            question.Pairs.Select(pair =>
                $"{pair.Left.Name} → {(response.For(pair.Id) is { Length: > 0 } id ? question.FaceOf(id)?.Name ?? "?" : "–")}"
            )
        );

    protected override bool IsEmpty(MatchResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(MatchQuestion question, MatchResponse response) =>
        response.Parts.All(part =>
            question.Pairs.Any(pair => pair.Id == part.Part) && (part.Value.Length == 0 || question.FaceOf(part.Value) is not null)
        )
            ? null
            : Reason.Of("notInQuestion");

    protected override MatchResponse? Kept(MatchQuestion question, MatchResponse response, IReadOnlySet<string> right) =>
        right.Count == 0 ? null : new() { Parts = response.Only(right) };

    protected override MatchResponse WithKept(MatchQuestion question, MatchResponse given, MatchResponse kept) =>
        given with
        {
            Parts = given.With(kept),
        };

    protected override MatchQuestion WithWording(MatchQuestion older, MatchQuestion newer)
    {
        var worded = older with
        {
            Pairs = older.Pairs.Replace(
                _ => true,
                pair => Same(newer, pair) is { } same ? pair with { Left = same.Left, Feedback = same.Feedback, Right = same.Right } : pair
            ),
            Extras = older.Extras.Replace(
                _ => true,
                extra => newer.Extras.FirstOrDefault(other => other.Id == extra.Id) is { } same ? same : extra
            ),
        };
        return Face.AreAlikeAsBefore(Counterparts(older), Counterparts(worded))
            ? worded
            : older with
            {
                Pairs = older.Pairs.Replace(
                    _ => true,
                    pair => Same(newer, pair) is { } same ? pair with { Left = same.Left, Feedback = same.Feedback } : pair
                ),
            };
    }

    private static MatchPair? Same(MatchQuestion question, MatchPair pair) => question.Pairs.FirstOrDefault(other => other.Id == pair.Id);

    private static List<Face> Counterparts(MatchQuestion question) =>
        [.. question.Pairs.Select(pair => pair.Right), .. question.Extras.Select(extra => extra.Face)];

    protected override MatchQuestion WithKey(MatchQuestion older, MatchQuestion newer) =>
        older with
        {
            Pairs = older.Pairs.Replace(
                _ => true,
                pair =>
                    newer.Pairs.FirstOrDefault(other => other.Id == pair.Id) is { } same
                        ? pair with
                        {
                            Weight = same.Weight,
                            Right = older.Options.Any(option => option.Face.LooksLike(same.Right)) ? same.Right : pair.Right,
                        }
                        : pair
            ),
        };

    protected override IEnumerable<Weakness> Check(MatchQuestion question, CultureInfo culture)
    {
        if (question.Pairs.Count(pair => !pair.Left.IsEmpty && !pair.Right.IsEmpty) < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoPairs"), "pairs");
        }
        else if (question.Pairs.Any(pair => pair.Left.IsEmpty || pair.Right.IsEmpty))
        {
            yield return new Weakness(true, AuthorWords.Say("hasPairWhichOneSide"), "pairs");
        }

        if (
            question.Pairs.FirstOrDefault(pair =>
                question.Pairs.Any(other => other.Id != pair.Id && !pair.Left.IsEmpty && other.Left.LooksLike(pair.Left))
            ) is
            { } twice
        )
        {
            yield return new Weakness(false, AuthorWords.Say("asksTwice", twice.Left.Name), "pairs");
        }
    }

    protected override MatchResponse? Rehearse(MatchQuestion question, Chance chance)
    {
        var options = question.Options;
        return new()
        {
            Parts = question
                .Pairs.Select(pair => new PartAnswer(
                    pair.Id,
                    chance.Known(
                        options.FirstOrDefault(option => option.Face.LooksLike(pair.Right)).Id ?? pair.RightId,
                        options.Select(option => option.Id).ToList()
                    )
                ))
                .ToValueList(),
        };
    }

    protected override IEnumerable<PartOrder> Draw(MatchQuestion question, SeededRandom random, bool options) =>
        [
            PartOrder.Shuffled("pairs", question.Pairs, pair => pair.Id, random),
            PartOrder.Shuffled("options", question.Options, option => option.Id, random),
        ];

    protected override QuestionView View(MatchQuestion question, Showing<MatchResponse> showing)
    {
        var options = question.Options;
        string Chosen(string pair) =>
            question.FaceOf(showing.Given?.For(pair) ?? "") is { } face
                ? options.FirstOrDefault(option => option.Face.LooksLike(face)).Id ?? ""
                : "";
        return new MatchView(
            showing
                .InOrder("pairs", question.Pairs, pair => pair.Id)
                .Select(pair => new MatchPairView(
                    pair.Id,
                    pair.Left,
                    Chosen(pair.Id),
                    showing.Kept?.For(pair.Id).Length > 0,
                    showing.Said(pair.Id),
                    showing.Shown.RightAnswer ? pair.Right.Name : ""
                ))
                .ToValueList(),
            showing.InOrder("options", options, option => option.Id).Select(option => new ChoiceView(option.Id, option.Face)).ToValueList()
        );
    }
}
