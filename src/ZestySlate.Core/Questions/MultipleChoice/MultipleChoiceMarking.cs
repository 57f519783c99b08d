using ZestySlate.Core.Marking;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>
/// Marks a multiple choice. One option: right or wrong. Several: (right picks − wrong picks × penalty) / number of right
/// options, never below 0. When no option is right, "none of these" earns everything.
/// </summary>
internal static class MultipleChoiceMarking
{
    internal static QuestionMark Mark(MultipleChoiceQuestion question, MultipleChoiceResponse? response)
    {
        if (response is null || response.IsEmpty)
        {
            return new QuestionMark(Verdict.Missing, 0, "Nothing was picked.", []);
        }

        var picked = question.Options.Where(option => response.Picked.Contains(option.Id)).ToList();
        return question.Picks == Picks.Several ? MarkSeveral(question, picked) : MarkOne(picked);
    }

    private static QuestionMark MarkOne(List<Option> picked)
    {
        if (picked.Count != 1)
        {
            return new QuestionMark(Verdict.Missing, 0, "Nothing was picked.", []);
        }

        var option = picked[0];
        var verdict = option.Right ? Verdict.Right : Verdict.Wrong;
        var share = option.Right ? 1m : 0m;
        var reason = option.Right ? $"«{option.Text}» is right." : $"«{option.Text}» is not right.";
        return new QuestionMark(verdict, share, reason, [new PartMark(option.Id, option.Text, verdict, share, reason, option.Feedback)]);
    }

    private static QuestionMark MarkSeveral(MultipleChoiceQuestion question, List<Option> picked)
    {
        var right = question.RightOptions;
        if (right == 0)
        {
            return picked.Count == 0
                ? new QuestionMark(Verdict.Right, 1, "None of these is right, and none was picked.", [])
                : new QuestionMark(Verdict.Wrong, 0, "None of these is right.", PartMarks(question, picked, 0));
        }

        var hits = picked.Count(option => option.Right);
        var misses = picked.Count - hits;
        var share = Math.Clamp((hits - misses * Math.Max(0, question.Penalty)) / right, 0, 1);
        var verdict = hits == right && misses == 0 ? Verdict.Right : hits > 0 ? Verdict.Partly : Verdict.Wrong;
        var reason = $"{hits} of {right} right options picked"
            + (misses == 0 ? "." : $", and {misses} that {(misses == 1 ? "is" : "are")} not right"
                + (question.Penalty > 0 ? $" (each takes away {question.Penalty:0.##} right)." : "."));
        return new QuestionMark(verdict, share, reason, PartMarks(question, picked, right));
    }

    private static ValueList<PartMark> PartMarks(MultipleChoiceQuestion question, List<Option> picked, int right) =>
        question.Options.Where(option => option.Right || picked.Contains(option)).Select(option => (option.Right, picked.Contains(option)) switch
        {
            (true, true) => new PartMark(option.Id, option.Text, Verdict.Right, 1m / right, $"«{option.Text}» is right.", option.Feedback),
            (true, false) => new PartMark(option.Id, option.Text, Verdict.Missing, 0, $"«{option.Text}» is right and was not picked.", ""),
            _ => new PartMark(option.Id, option.Text, Verdict.Wrong, right == 0 ? 0 : -Math.Max(0, question.Penalty) / right, $"«{option.Text}» is not right.", option.Feedback),
        }).ToValueList();
}
