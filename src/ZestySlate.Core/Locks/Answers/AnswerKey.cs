using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Answers;

/// <summary>A question answered right.</summary>
public sealed record AnswerKey(string SpotId) : LockKey
{
    public override string WordsKey => "lockAnswer";

    public override IEnumerable<string> DependsOn => [SpotId];

    internal override bool OpensWith(IOpening there) =>
        there.QuestionOf(SpotId) is { } question && question.Tries.Any(t => t.Mark.Verdict == Verdict.Right);

    internal override bool CanOpenWith(IReach reach) => reach.SpotOf(SpotId)?.Content.Asked is not null;

    internal override string? Weakness(Activity activity) =>
        activity.SpotOf(SpotId)?.Content.Asked is null ? AuthorWords.Say("questionWasNotChosenOr") : null;

    internal override LockKey In(Copy copy) => this with { SpotId = copy.Of(SpotId) };
}
