using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Videos;

/// <summary>So much of a video watched.</summary>
/// <param name="SceneId">The scene of the video.</param>
/// <param name="Share">How much of it, above 0 and up to 1; what is watched twice counts once.</param>
public sealed record WatchedKey(string SceneId, decimal Share = WatchedKey.UsualShare) : LockKey
{
    /// <summary>How much is usually asked for: the last words of a video are often its credits.</summary>
    public const decimal UsualShare = 0.9m;

    public override string WordsKey => "lockWatched";

    /// <summary>In per cent.</summary>
    public override decimal Needed => Math.Round(Share * 100);

    public override string NearnessKey => "watchedSoFar";

    /// <summary>In per cent, rounded down: what is not enough must not look so.</summary>
    internal override decimal Has(AttemptState state) =>
        state.Activity.SceneOf(SceneId) is { } scene ? Math.Floor(state.ShareWatched(scene) * 100) : 0;

    internal override bool OpensWith(IOpening there) => there.ShareWatched(SceneId) >= Share;

    internal override bool CanOpenWith(IReach reach) => reach.HasScene(SceneId);

    internal override string? Weakness(Activity activity) =>
        activity.SceneOf(SceneId) is not { } scene ? AuthorWords.Say("videoMustWatchedWasDeleted")
        : !scene.Backdrop.HasTime ? AuthorWords.Say("hasNoVideoWatched", activity.TitleOf(scene))
        : scene.Backdrop.Lasts is null ? AuthorWords.Say("notKnownHowLongVideo", activity.TitleOf(scene))
        : null;

    internal override string? Refuse() => Share is <= 0 or > 1 ? AuthorWords.Say("videoWatchedByShareBetween") : null;

    internal override LockKey In(Copy copy) => this with { SceneId = copy.Of(SceneId) };
}
