using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Decorations;

/// <summary>A picture, a symbol or words on a backdrop that do nothing: the sign of its spot is all there is of it.</summary>
public sealed record Decoration : Content
{
    public override SpotKind Kind => SpotKind.Decoration;

    public override string OwnName => AuthorWords.Say("kindOfDecoration");

    public override bool Acts => false;

    public override bool CountsWhenOpened => false;
}
