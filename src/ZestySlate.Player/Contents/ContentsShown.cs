using ZestySlate.Core.Contents;
using ZestySlate.Core.Delivery;
using ZestySlate.Player.Contents.Callouts;
using ZestySlate.Player.Contents.Decorations;
using ZestySlate.Player.Contents.Inserts;
using ZestySlate.Player.Contents.Jumps;
using ZestySlate.Player.Contents.Links;
using ZestySlate.Player.Contents.Notes;
using ZestySlate.Player.Contents.WebPanels;

namespace ZestySlate.Player.Contents;

/// <summary>The registry of what kinds of contents show: one line for each. Questions are shown by their families.</summary>
public static class ContentsShown
{
    /// <summary>All kinds.</summary>
    public static IReadOnlyList<IContentShown> All { get; } =
    [
        new CalloutContent(),
        new NoteContent(),
        new LinkContent(),
        new WebPanelContent(),
        new JumpContent(),
        new InsertContent(),
        new DecorationContent(),
    ];

    private static readonly Dictionary<Type, IContentShown> ByType = All.ToDictionary(shown => shown.ContentType);

    /// <summary>What this content's kind shows.</summary>
    public static IContentShown For(Content content) => ByType[content.GetType()];

    /// <summary>What this spot's kind of content shows; null for a question, and for what is locked.</summary>
    public static IContentShown? For(SpotView spot) => spot.Content is { } content ? For(content) : null;

    /// <summary>True when this content has a panel to open.</summary>
    public static bool OpensPanel(Content content) => ByType.GetValueOrDefault(content.GetType())?.OpensPanel ?? true;

    /// <summary>True when there is something to open at the spot.</summary>
    public static bool OpensPanel(SpotView spot) => For(spot)?.OpensPanel ?? true;
}
