using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>
/// Marks a multiple choice. One option: right or wrong, which costs the penalty. Several: (right picks − wrong picks × penalty)
/// / number of right options. Below 0 it counts only where totals may go there. When no option is right, "none of these" earns everything.
/// </summary>
internal static class MultipleChoiceMarking
{
    internal static QuestionMark Mark(MultipleChoiceQuestion question, MultipleChoiceResponse? response)
    {
        if (response is null || response.IsEmpty)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingPicked"), []);
        }

        var picked = question.Options.Where(option => response.Picked.Contains(option.Id)).ToList();
        return question.Picks == Picks.Several ? MarkSeveral(question, picked) : MarkOne(question, picked);
    }

    private static QuestionMark MarkOne(MultipleChoiceQuestion question, List<Option> picked)
    {
        if (picked.Count != 1)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingPicked"), []);
        }

        var option = picked[0];
        var verdict = option.Right ? Verdict.Right : Verdict.Wrong;
        var share = option.Right ? Fraction.One : Fraction.Zero;
        var reason = Reason.Of(option.Right ? "isRight" : "isNotRight", option.Name);
        return new QuestionMark(verdict, share, reason, [new PartMark(option.Id, option.Name, verdict, share, reason, option.Feedback)])
        {
            Below = option.Right ? 0 : -Math.Max(0, question.Penalty),
        };
    }

    private static QuestionMark MarkSeveral(MultipleChoiceQuestion question, List<Option> picked)
    {
        var right = question.RightOptions;
        if (right == 0)
        {
            return picked.Count == 0
                ? new QuestionMark(Verdict.Right, 1, Reason.Of("noneIsRightNonePicked"), [])
                : new QuestionMark(Verdict.Wrong, 0, Reason.Of("noneIsRight"), PartMarks(question, picked, 0))
                {
                    Below = -Math.Max(0, question.Penalty) * picked.Count,
                };
        }

        var hits = picked.Count(option => option.Right);
        var misses = picked.Count - hits;
        var earned = (Fraction)(hits - (misses * Math.Max(0, question.Penalty))) / right;
        var verdict =
            hits == right && misses == 0 ? Verdict.Right
            : hits > 0 ? Verdict.Partly
            : Verdict.Wrong;
        var reason = Reason
            .Of("picksRight", hits, right)
            .Then(
                misses == 0 ? null
                : question.Penalty > 0 ? Reason.Of("picksWrongCost", misses, question.Penalty)
                : Reason.Of("picksWrong", misses)
            );
        return new QuestionMark(verdict, Fraction.Clamp(earned, 0, 1), reason, PartMarks(question, picked, right))
        {
            Below = Fraction.Min(0, earned),
        };
    }

    private static ValueList<PartMark> PartMarks(MultipleChoiceQuestion question, List<Option> picked, int right) =>
        question
            .Options.Where(option => option.Right || picked.Contains(option))
            .Select(option =>
                (option.Right, picked.Contains(option)) switch
                {
                    (true, true) => new PartMark(
                        option.Id,
                        option.Name,
                        Verdict.Right,
                        Fraction.One / right,
                        Reason.Of("isRight", option.Name),
                        option.Feedback
                    ),
                    (true, false) => new PartMark(
                        option.Id,
                        option.Name,
                        Verdict.Missing,
                        0,
                        Reason.Of("isRightNotPicked", option.Name),
                        ""
                    ),
                    _ => new PartMark(
                        option.Id,
                        option.Name,
                        Verdict.Wrong,
                        -(Fraction)Math.Max(0, question.Penalty) / Math.Max(1, right),
                        Reason.Of("isNotRight", option.Name),
                        option.Feedback
                    ),
                }
            )
            .ToValueList();
}
