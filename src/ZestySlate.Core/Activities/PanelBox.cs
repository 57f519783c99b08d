using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>Where the panel of a spot opens on a wide screen, as shares (0 to 1) of the stage; on a narrow one it is a sheet below, as any
/// other.</summary>
/// <param name="Left">From the left edge of the stage.</param>
/// <param name="Top">From the upper edge of the stage.</param>
public sealed record PanelBox(double Left, double Top, double Width, double Height)
{
    /// <summary>The least share of the stage's width or height.</summary>
    public const double Least = 0.15;

    /// <summary>One at the side of the stage that is farther from a place, so that both are seen.</summary>
    public static PanelBox AwayFrom(double x) => new(x < 0.5 ? 0.56 : 0.04, 0.08, 0.4, 0.7);

    /// <summary>Why it cannot be, in words; null when it can. Shares are compared as they are kept, to a tenth of a thousandth.</summary>
    public string? Refuse() =>
        Width < Least || Height < Least || !double.IsFinite(Width + Height) ? AuthorWords.Say("panelTakesAtLeastStage", Least * 100)
        : Left >= 0 && Top >= 0 && Math.Round(Left + Width, 4) <= 1 && Math.Round(Top + Height, 4) <= 1 ? null
        : AuthorWords.Say("panelOpensInsideStageEdges");
}
