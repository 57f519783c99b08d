using ZestySlate.Core.Backdrops.PlainBoards;

namespace ZestySlate.Player.Backdrops.PlainBoards;

internal sealed class PlainBoardShown : IBackdropShown
{
    public Type BackdropType => typeof(PlainBoardBackdrop);

    public string Name => "blank";
}
