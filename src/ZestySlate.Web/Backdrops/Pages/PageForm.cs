using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Pages;

internal sealed class PageForm : IBackdropForm
{
    public Type BackdropType => typeof(PageBackdrop);

    public NewBackdrop Offer { get; } = new("page", "A page of text and questions", () => new PageBackdrop(default));

    public Type Stage => typeof(PageStage);

    public string? TipOf(Backdrop backdrop) => null;

    public Type Head => typeof(PageDraw);

    public Type Beginning => typeof(PageBeginning);

    public bool BeginsAbove => true;

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        Beside("materialPicture", MediaKind.Picture, (material, use) => material with { Pictures = material.Pictures.Add(use.Picture) }),
        Beside("materialVideo", MediaKind.Video, (material, use) => material with { Video = use.Video }),
        Beside("materialCaptions", MediaKind.Captions, (material, use) =>
            material.Video is { } video ? material with { Video = video with { Captions = use.Item.Hash } } : null
        ),
        Beside("materialPdf", MediaKind.Pdf, (material, use) => material with { Pdf = new PdfFile
                {
                    Media = use.Item.Hash,
                    Name = use.Item.Name,
                } }),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        (edit, scene.Backdrop) switch
        {
            ("pageText", PageBackdrop page) => new SetBackdrop(
                scene.Id,
                page with
                {
                    Text = new RichText(RichTextSanitizer.Sanitise(form["text"].ToString())),
                }
            ),
            ("material", PageBackdrop page) => new SetBackdrop(scene.Id, MaterialForm.Read(form, page)),
            ("draw", _) => ReadDraw(form["draw"].ToString().Trim(), scene),
            ("asSheet", _) => new SetBackdrop(scene.Id, new PageBackdrop(default)),
            _ => default(Outcome<Edit>?),
        };

    private static Outcome<Edit> ReadDraw(string typed, Scene scene) =>
        typed.Length == 0 ? new SetDraw(scene.Id, null)
        : int.TryParse(typed, out var draw) ? new SetDraw(scene.Id, draw)
        : Outcome<Edit>.Refused($"“{typed}” is not a number of questions.");

    private static MediaPurpose Beside(string key, MediaKind kind, Func<Material, FileUse, Material?> put) =>
        new(key, kind, use =>
            use.Scene is { Backdrop: PageBackdrop { Material: { } material } page } scene && put(material, use) is { } changed
                ? new SetBackdrop(scene.Id, page with { Material = changed })
                : null
        );
}
