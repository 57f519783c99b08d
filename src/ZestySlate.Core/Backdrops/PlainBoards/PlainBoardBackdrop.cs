using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;

namespace ZestySlate.Core.Backdrops.PlainBoards;

/// <summary>A plain board, until there is a picture.</summary>
public sealed record PlainBoardBackdrop : Backdrop
{
    public override string KindName => "Plain board";

    public override ActivityKind Alone => ActivityKind.Picture;

    internal override IEnumerable<Weakness> Check(string title) =>
        [new Weakness(false, $"The scene “{title}” has no picture yet.", "backdrop")];
}
