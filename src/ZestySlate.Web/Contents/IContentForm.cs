using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Contents;

/// <summary>How one kind of content is made and edited in the workbench.</summary>
internal interface IContentForm
{
    /// <summary>The kind's type in the document.</summary>
    Type ContentType { get; }

    /// <summary>What the author's chooser offers of this kind.</summary>
    IReadOnlyList<NewContent> Offers { get; }

    /// <summary>The component on which it is edited; it gets Spot, Scene and Activity.</summary>
    Type Editor { get; }

    /// <summary>The edit that the editor's forms ask for; null when it is not one of this kind's.</summary>
    Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity);

    /// <summary>What files from the library can be in it.</summary>
    IReadOnlyList<MediaPurpose> Files => [];
}

/// <summary>A kind of content as the author's chooser offers it.</summary>
/// <param name="Key">Its name in requests.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Tip">What it is, in a few words.</param>
/// <param name="Symbol">Its symbol.</param>
/// <param name="Words">What a teacher may call it, besides.</param>
/// <param name="Make">Makes it, empty; leading to a scene where it can.</param>
internal sealed record NewContent(string Key, string Title, string Tip, string Symbol, string Words, Func<string, Content> Make)
    : Offer(Key, Title, Tip, Symbol, Words)
{
    /// <summary>True when it is also offered on pages, below the questions.</summary>
    public bool OnPages { get; init; }
}
