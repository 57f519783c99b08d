using ZestySlate.Core.Backdrops.Comparisons;

namespace ZestySlate.Player.Backdrops.Comparisons;

internal sealed class ComparisonShown : IBackdropShown
{
    public Type BackdropType => typeof(ComparisonBackdrop);

    public string Name => "comparison";

    public Type Ground => typeof(ComparisonGround);

    public bool GroundTakesPresses => true;
}
