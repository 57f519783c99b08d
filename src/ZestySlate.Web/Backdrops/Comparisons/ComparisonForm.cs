using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Comparisons;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Comparisons;

internal sealed class ComparisonForm : IBackdropForm
{
    /// <summary>The longest words at a picture, in characters.</summary>
    public const int LongestWords = 40;

    public Type BackdropType => typeof(ComparisonBackdrop);

    public Type Details => typeof(ComparisonDetails);

    public Type Beginning => typeof(ComparisonBeginning);

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        new("second", MediaKind.Picture, use =>
            use.Scene is { Backdrop: ComparisonBackdrop compared } scene
                ? new SetBackdrop(scene.Id, compared with { Second = Taken(compared.Second, use.Picture) })
                : null
        ),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        (edit, scene.Backdrop) switch
        {
            ("comparison", ComparisonBackdrop compared) => new SetBackdrop(scene.Id, Read(form, compared)),
            ("asComparison", { Shown: { } picture }) => new SetBackdrop(scene.Id, new ComparisonBackdrop(picture)),
            _ => default(Outcome<Edit>?),
        };

    private static ComparisonBackdrop Read(IFormCollection form, ComparisonBackdrop old) =>
        old with
        {
            FirstWords = Line(form["firstWords"]),
            SecondWords = Line(form["secondWords"]),
            Second = old.Second is { } second && form["remove"] != "second" ? PictureForms.Read(form, second, "-second") : null,
        };

    private static string Line(string? typed) =>
        (typed ?? "").ReplaceLineEndings(" ").Trim() is var line && line.Length > LongestWords ? line[..LongestWords] : line;

    /// <summary>Another picture keeps the old one's words where it has none.</summary>
    private static Picture Taken(Picture? old, Picture picture) =>
        old is not null && picture.LacksAlternativeText ? picture.WithWordsOf(old) : picture;
}
