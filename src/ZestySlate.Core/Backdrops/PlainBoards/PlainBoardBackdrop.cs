using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.PlainBoards;

/// <summary>A plain board, until there is a picture.</summary>
public sealed record PlainBoardBackdrop : Backdrop
{
    public override string KindName => AuthorWords.Say("kindOfPlainBoard");

    public override ActivityKind Alone => ActivityKind.Picture;

    internal override IEnumerable<Weakness> Check(string title) =>
        [new Weakness(false, AuthorWords.Say("sceneHasNoPictureYet", title), "backdrop")];
}
