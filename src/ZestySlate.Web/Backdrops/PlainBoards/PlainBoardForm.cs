using ZestySlate.Core.Backdrops.PlainBoards;

namespace ZestySlate.Web.Backdrops.PlainBoards;

internal sealed class PlainBoardForm : IBackdropForm
{
    public Type BackdropType => typeof(PlainBoardBackdrop);

    public NewBackdrop Offer { get; } = new("board", "A plain board", () => new PlainBoardBackdrop());
}
