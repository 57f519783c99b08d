using ZestySlate.Core.Backdrops;

namespace ZestySlate.Player.Backdrops;

/// <summary>What one kind of backdrop shows to learners.</summary>
public interface IBackdropShown
{
    /// <summary>The kind's type in the document.</summary>
    Type BackdropType { get; }

    /// <summary>Its name in the classes of the stage.</summary>
    string Name { get; }

    /// <summary>
    /// The component that lies on the stage below the signs, or null for a bare board. It gets Scene (a SceneView), Still (true for
    /// a thumbnail), Sizes (of pictures, as in HTML), OwnHost, and Fit: where what it shows lies, for scripts.
    /// </summary>
    Type? Ground => null;

    /// <summary>The component below the stage by which learners work what lies on it, or null; it gets Scene.</summary>
    Type? Tools => null;

    /// <summary>True when one presses or drags what lies below the signs, so that the board between lets it through.</summary>
    bool GroundTakesPresses => false;

    /// <summary>The component that shows a scene as a flow, where the kind reads as one; it gets Scene and Links.</summary>
    Type? Flow => null;

    /// <summary>Where what it shows lies on the stage.</summary>
    StageBox BoxOf(Backdrop backdrop) => StageBox.Whole;

    /// <summary>Width of the stage for one unit of height.</summary>
    double RatioOf(Backdrop backdrop, bool still) => backdrop.Ratio;

    /// <summary>Declarations for the stage in place of its proportions, as CSS; null where it has its proportions.</summary>
    string? SizeOf(Backdrop backdrop, bool still) => null;

    /// <summary>What the stage tells scripts of this kind, as attributes.</summary>
    IReadOnlyDictionary<string, object> AttributesOf(Backdrop backdrop, bool still, PlayAddresses addresses) =>
        new Dictionary<string, object>();
}

/// <summary>Where a picture lies on the stage, in shares of the stage.</summary>
public readonly record struct StageBox(double Left, double Top, double Width, double Height)
{
    /// <summary>All of the stage.</summary>
    public static StageBox Whole { get; } = new(0, 0, 1, 1);
}
