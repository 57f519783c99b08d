using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>What the workbench shows.</summary>
/// <param name="Draft">The draft as it stands.</param>
/// <param name="Selected">The selected spot, or null for the whole activity.</param>
/// <param name="Base">The path base of the session.</param>
/// <param name="CourseTitle">The course that waits for content to be chosen, or null.</param>
public sealed record WorkbenchModel(Draft Draft, Spot? Selected, string Base, string? CourseTitle)
{
    public ValueList<Finding> Findings { get; } = ReadyCheck.Run(Draft.Document);

    /// <summary>The stage as a learner sees it at the start.</summary>
    public LearnerView Preview { get; } = PreviewOf(Draft.Document);

    public string Address => $"{Base}/author/{Draft.Record.Id}";

    /// <summary>A learner's first view of an activity.</summary>
    public static LearnerView PreviewOf(Activity activity) => LearnerView.Of(
        Replay.Run(_ => activity, [new Began(0, 0) { Id = "began", At = DateTimeOffset.UnixEpoch }]), DateTimeOffset.UnixEpoch);
}
