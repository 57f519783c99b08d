using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.WordPick;

/// <summary>The family in which words of a text are picked.</summary>
public sealed partial class WordPickType : QuestionType<WordPickQuestion, WordPickResponse>, IBecomes, IToldInWords
{
    public override string Key => "wordPick";

    public string KeyInWords(Question question) =>
        string.Join(", ", ((WordPickQuestion)question).Text.Where(run => run.Mark is { Trap: false }).Select(run => run.Text));

    protected override string TitleOf(WordPickQuestion question) => AuthorWords.Say("familyWordPick");

    protected override decimal Parts(WordPickQuestion question) => Math.Max(1, question.Targets);

    /// <summary>(right picks − wrong picks × penalty) / number of words to be picked, never below 0; unmarked words count as wrong picks.</summary>
    protected override QuestionMark Mark(WordPickQuestion question, WordPickResponse? response, CultureInfo culture)
    {
        if (response is null || response.Picked.Count == 0)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingPicked"), []);
        }

        var (targets, hits, misses) = (question.Targets, 0, 0);
        var penalty = Math.Max(0, question.Penalty);
        var marks = new List<PartMark>();
        foreach (var unit in question.Units.Where(unit => unit.Id.Length > 0))
        {
            var (picked, right) = (response.Picked.Contains(unit.Id), unit.Mark is { Trap: false });
            if (right)
            {
                hits += picked ? 1 : 0;
                marks.Add(
                    new PartMark(
                        unit.Id,
                        unit.Text,
                        picked ? Verdict.Right : Verdict.Missing,
                        picked ? Fraction.One / targets : 0,
                        Reason.Of(picked ? "isRight" : "isRightNotPicked", unit.Text),
                        picked ? unit.Mark!.Feedback : ""
                    )
                );
            }
            else if (picked)
            {
                misses++;
                marks.Add(
                    new PartMark(
                        unit.Id,
                        unit.Text,
                        Verdict.Wrong,
                        -(Fraction)penalty / Math.Max(1, targets),
                        Reason.Of("isNotRight", unit.Text),
                        unit.Mark?.Feedback ?? ""
                    )
                );
            }
        }

        var earned = (Fraction)(hits - (misses * penalty)) / Math.Max(1, targets);
        var verdict =
            hits == targets && misses == 0 && targets > 0 ? Verdict.Right
            : hits > 0 ? Verdict.Partly
            : Verdict.Wrong;
        var reason = Reason
            .Of("picksRight", hits, targets)
            .Then(
                misses == 0 ? null
                : penalty > 0 ? Reason.Of("picksWrongCost", misses, penalty)
                : Reason.Of("picksWrong", misses)
            );
        return new QuestionMark(verdict, Fraction.Clamp(earned, 0, 1), reason, marks.ToValueList()) { Below = Fraction.Min(0, earned) };
    }

    protected override string InWords(WordPickQuestion question, WordPickResponse response) =>
        string.Join(", ", question.Units.Where(unit => response.Picked.Contains(unit.Id)).Select(unit => unit.Text));

    protected override bool IsEmpty(WordPickResponse response) => response.Picked.Count == 0;

    protected override Reason? RefuseResponse(WordPickQuestion question, WordPickResponse response) =>
        response.Picked.Except(question.Units.Select(unit => unit.Id).Where(id => id.Length > 0)).Any() ? Reason.Of("notInQuestion") : null;

    protected override WordPickResponse? Kept(WordPickQuestion question, WordPickResponse response, IReadOnlySet<string> right) =>
        right.Count == 0 ? null : new() { Picked = response.Picked.Where(right.Contains).ToValueList() };

    protected override WordPickResponse WithKept(WordPickQuestion question, WordPickResponse given, WordPickResponse kept) =>
        given with
        {
            Picked = given.Picked.Union(kept.Picked).ToValueList(),
        };

    protected override WordPickResponse Onto(WordPickQuestion question, WordPickResponse? before, WordPickResponse given) =>
        given.Touched is not { } touched
            ? given
            : new()
            {
                Picked = (before?.Picked ?? []).RemoveAll(touched.Contains).Concat(given.Picked.Where(touched.Contains)).ToValueList(),
            };

    protected override WordPickQuestion WithWording(WordPickQuestion older, WordPickQuestion newer) =>
        older with
        {
            Text = MarkedText.Change(
                older.Text,
                _ => true,
                mark => Same(newer, mark) is { } now ? mark with { Feedback = now.Feedback } : mark
            ),
        };

    protected override WordPickQuestion WithKey(WordPickQuestion older, WordPickQuestion newer) =>
        older with
        {
            Text = MarkedText.Change(older.Text, _ => true, mark => Same(newer, mark) is { } now ? mark with { Trap = now.Trap } : mark),
        };

    private static WordMark? Same(WordPickQuestion question, WordMark mark) =>
        question.Text.FirstOrDefault(run => run.Mark?.Id == mark.Id)?.Mark;

    protected override IEnumerable<Weakness> Check(WordPickQuestion question, CultureInfo culture)
    {
        if (question.Targets == 0)
        {
            yield return new Weakness(
                true,
                question.Text.Count == 0 ? AuthorWords.Say("hasNoTextYet") : AuthorWords.Say("hasNoRightWordPress"),
                "text"
            );
        }

        if (question.Penalty == 0 && !question.AllOrNothing)
        {
            yield return new Weakness(false, AuthorWords.Say("givesFullPointsWhoeverPicks"), "penalty");
        }
    }

    protected override WordPickResponse? Rehearse(WordPickQuestion question, Chance chance) =>
        new()
        {
            Picked = question
                .Units.Where(unit =>
                    unit.Id.Length > 0
                    && (
                        unit.Mark is null ? !chance.Knows() && chance.Happens(0.05)
                        : unit.Mark.Trap ? !chance.Knows() && chance.Happens(0.5)
                        : chance.Knows()
                    )
                )
                .Select(unit => unit.Id)
                .ToValueList(),
        };

    protected override QuestionView View(WordPickQuestion question, Showing<WordPickResponse> showing) =>
        new WordPickView(
            question
                .Units.Select(unit =>
                {
                    var picked = unit.Id.Length > 0 && (showing.Given?.Picked.Contains(unit.Id) ?? false);
                    return new PickUnitView(
                        unit.Id,
                        unit.Text,
                        picked,
                        picked && (showing.Kept?.Picked.Contains(unit.Id) ?? false),
                        picked ? showing.Said(unit.Id) : PartSaid.Nothing,
                        showing.Shown.RightAnswer && unit.Mark is { Trap: false }
                    );
                })
                .ToValueList(),
            question.Targets
        );
}
