using ZestySlate.Core.Backdrops;
using ZestySlate.Player.Backdrops.Comparisons;
using ZestySlate.Player.Backdrops.Pages;
using ZestySlate.Player.Backdrops.Panoramas;
using ZestySlate.Player.Backdrops.Pictures;
using ZestySlate.Player.Backdrops.PlainBoards;
using ZestySlate.Player.Backdrops.Videos;
using ZestySlate.Player.Backdrops.WebPages;

namespace ZestySlate.Player.Backdrops;

/// <summary>The registry of what kinds of backdrops show: one line for each.</summary>
public static class BackdropsShown
{
    /// <summary>All kinds.</summary>
    public static IReadOnlyList<IBackdropShown> All { get; } =
    [
        new PictureShown(),
        new PanoramaShown(),
        new ComparisonShown(),
        new VideoStageShown(),
        new PlainBoardShown(),
        new WebPageShown(),
        new PageShown(),
    ];

    private static readonly Dictionary<Type, IBackdropShown> ByType = All.ToDictionary(shown => shown.BackdropType);

    /// <summary>What the kind of this backdrop shows.</summary>
    public static IBackdropShown For(Backdrop backdrop) => ByType[backdrop.GetType()];
}
