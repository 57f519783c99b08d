using ZestySlate.Core.Delivery;

namespace ZestySlate.Player.Trails;

/// <summary>How a page of a trail is laid out.</summary>
internal static class TrailLook
{
    /// <summary>The stops beside what one is in.</summary>
    internal const string BesideStops = "grid items-start gap-4 lg:grid-cols-[15rem_minmax(0,1fr)]";

    /// <summary>What one is in, and what stands below it.</summary>
    internal const string Within = "grid min-w-0 gap-4";

    /// <summary>As wide as what one is in: a page is no wider than one reads well.</summary>
    internal static string WidthOf(LearnerView view) => view.Scenes.Any(scene => scene.IsPage) ? "mx-auto w-full max-w-[50rem]" : "";
}
