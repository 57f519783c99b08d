using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Web.Backdrops.Comparisons;
using ZestySlate.Web.Backdrops.Pages;
using ZestySlate.Web.Backdrops.Panoramas;
using ZestySlate.Web.Backdrops.Pictures;
using ZestySlate.Web.Backdrops.PlainBoards;
using ZestySlate.Web.Backdrops.Videos;
using ZestySlate.Web.Backdrops.WebPages;

namespace ZestySlate.Web.Backdrops;

/// <summary>The registry of the backdrops' forms: one line for each.</summary>
internal static class BackdropForms
{
    public static IReadOnlyList<IBackdropForm> All { get; } =
    [new PictureForm(), new PanoramaForm(), new ComparisonForm(), new VideoForm(), new PageForm(), new PlainBoardForm(), new WebPageForm()];

    private static readonly Dictionary<Type, IBackdropForm> ByType = All.ToDictionary(form => form.BackdropType);

    /// <summary>The form of a backdrop's kind.</summary>
    public static IBackdropForm For(Backdrop backdrop) => ByType[backdrop.GetType()];

    /// <summary>What a new scene can begin with.</summary>
    public static IEnumerable<NewBackdrop> Offers => All.Select(form => form.Offer).OfType<NewBackdrop>();

    /// <summary>A backdrop to begin with; a plain board where the key is unknown.</summary>
    public static Backdrop New(string key) => Offers.FirstOrDefault(offer => offer.Key == key)?.Make() ?? new PlainBoardBackdrop();
}
