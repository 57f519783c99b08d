using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Decorations;
using ZestySlate.Core.Editing;

namespace ZestySlate.Web.Contents.Decorations;

internal sealed class DecorationForm : IContentForm
{
    public Type ContentType => typeof(Decoration);

    public IReadOnlyList<NewContent> Offers { get; } =
    [
        new(
            "decoration",
            "Decoration",
            "only to look at",
            "shapes",
            "ornament arrow heading sticker picture words symbol fixed text",
            _ => new Decoration()
        ),
    ];

    public Type Editor => typeof(DecorationEditor);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) => null;
}
