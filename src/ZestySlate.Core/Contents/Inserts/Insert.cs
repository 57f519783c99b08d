using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Inserts;

/// <summary>Another published activity inside this one, always as its newest edition stands. It keeps its own attempts.</summary>
/// <param name="ActivityId">The activity's code.</param>
public sealed record Insert(string ActivityId) : Content
{
    /// <summary>Its title when it was put in, or own words.</summary>
    public string Title { get; init; } = "";

    /// <summary>True when learners go over to it and come back; else it is shown in a panel.</summary>
    public bool GoesOver { get; init; }

    public override SpotKind Kind => SpotKind.Insert;

    public override string KindName => AuthorWords.Say("kindOfActivity");

    public override string OwnName => Title.Trim();

    public override string Inside => ActivityId;

    public override Content Holding(string activityId, string title) => this with { ActivityId = activityId, Title = title };

    internal override IEnumerable<Weakness> Check(Activity activity, string name) =>
        ActivityId.Length == 0 ? [new Weakness(true, AuthorWords.Say("noActivityChosenInside"), "insert")] : [];
}
