using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops;

/// <summary>How one kind of backdrop is made and edited in the workbench.</summary>
internal interface IBackdropForm
{
    /// <summary>The kind's type in the document.</summary>
    Type BackdropType { get; }

    /// <summary>What is offered where a new scene is made; null where there is nothing to begin with.</summary>
    NewBackdrop? Offer => null;

    /// <summary>The component on which its author works in place of the stage with its signs, or null; it gets Model (a WorkbenchModel).</summary>
    Type? Stage => null;

    /// <summary>The component by which its author works on the stage while no spot is chosen, or null; it gets Scene.</summary>
    Type? OnStage => null;

    /// <summary>The symbol that stands for it in lists while it has no picture, or null.</summary>
    string? Symbol => null;

    /// <summary>The component in which its author works along its course in time, or null; it gets Model (a WorkbenchModel).</summary>
    Type? Strip => null;

    /// <summary>What the stage of a scene without spots says can be done on it; null where a press on it puts nothing there.</summary>
    string? TipOf(Backdrop backdrop) => "Press anywhere to put something there. Drag to mark an area.";

    /// <summary>What belongs to every scene of this kind, or null; it gets Activity and Scene.</summary>
    Type? Head => null;

    /// <summary>What stands in the fold of the backdrop, or null; it gets Scene.</summary>
    Type? Details => null;

    /// <summary>How a scene of another kind becomes one of this, or null; it gets Scene, and shows nothing where that cannot be.</summary>
    Type? Beginning => null;

    /// <summary>True when <see cref="Beginning"/> stands above the fold.</summary>
    bool BeginsAbove => false;

    /// <summary>The edit that one of these components asks for; null when it is not one of this kind's, or what it is for is gone.</summary>
    Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) => null;

    /// <summary>What files from the library can be on it.</summary>
    IReadOnlyList<MediaPurpose> Files => [];
}

/// <summary>A kind of backdrop that a new scene can have.</summary>
/// <param name="Key">Its name in requests.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Make">Makes it, empty.</param>
internal sealed record NewBackdrop(string Key, string Title, Func<Backdrop> Make);
