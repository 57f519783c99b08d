using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.RichText;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about one scene.</summary>
internal static class SceneForms
{
    public static Outcome<Edit> Read(string edit, IFormCollection form, Scene scene) => edit switch
    {
        "scene" => new RenameScene(scene.Id, form["title"].ToString()),
        "add" => SpotForms.ReadNew(form, scene),
        "pageText" when scene.Backdrop is PageBackdrop page => new SetBackdrop(scene.Id, page with { Text = new RichText(RichTextSanitizer.Sanitise(form["text"].ToString())) }),
        "material" when scene.Backdrop is PageBackdrop page => new SetBackdrop(scene.Id, MaterialForm.Read(form, page)),
        "asSheet" => new SetBackdrop(scene.Id, new PageBackdrop(default)),
        "draw" => form["draw"].ToString().Trim() is { Length: > 0 } typed
            ? int.TryParse(typed, out var draw) ? new SetDraw(scene.Id, draw) : Outcome<Edit>.Refused($"«{typed}» is not a number of questions.")
            : new SetDraw(scene.Id, null),
        "learnersSpots" => new SetLearnersSpots(scene.Id, Enum.TryParse<LearnersSpots>(form["allowed"], true, out var allowed) ? allowed : null),
        "copyScene" => new CopyScene(scene.Id, NewId(form)),
        "deleteScene" => new DeleteScene(scene.Id),
        "orderScene" => new ReorderScene(scene.Id, (int)EditForms.Number(form["steps"])),
        "picture" when scene.Backdrop.Shown is { } picture => new SetBackdrop(scene.Id, scene.Backdrop.With(PictureForms.Read(form, picture, ""))),
        "fit" when scene.Backdrop is PictureBackdrop backdrop => new SetBackdrop(scene.Id, ReadFit(form, backdrop)),
        "opening" when scene.Backdrop is PanoramaBackdrop panorama =>
            new SetBackdrop(scene.Id, panorama with { Opening = new Direction(EditForms.Number(form["yaw"]), EditForms.Number(form["pitch"])) }),
        "asPanorama" when scene.Backdrop is PictureBackdrop { Picture: var flat } => new SetBackdrop(scene.Id, new PanoramaBackdrop(flat)),
        "asPicture" when scene.Backdrop is PanoramaBackdrop { Picture: var round } => new SetBackdrop(scene.Id, new PictureBackdrop(round)),
        "asPage" => new SetBackdrop(scene.Id, ReadPage(form, scene.Backdrop as WebPageBackdrop)),
        "asBoard" => new SetBackdrop(scene.Id, new BlankBackdrop()),
        "ambient" when scene.Ambient is { } sound => new SetAmbient(scene.Id, form["remove"] == "yes" ? null : SoundForms.Read(form, sound)),
        _ => Outcome<Edit>.Refused("This is not in the scene any more; load the page again to see how it stands."),
    };

    /// <summary>An id made by the page, so that it can go on with the new thing at once; else one of ours.</summary>
    public static string NewId(IFormCollection form) =>
        form["newId"].ToString() is { Length: > 0 and <= 20 } id && id.All(char.IsAsciiLetterOrDigit) ? id : Ids.New();

    private static PictureBackdrop ReadFit(IFormCollection form, PictureBackdrop old) => old with
    {
        Fit = Enum.TryParse<Fit>(form["fit"], true, out var fit) ? fit : old.Fit,
        StageRatio = EditForms.Number(form["stageRatio"]) is var ratio && double.IsFinite(ratio) ? Math.Clamp(ratio, 0.3, 4) : old.StageRatio,
        Hand = new HandPlace(Or(form["handX"], old.Hand.X, -2, 3), Or(form["handY"], old.Hand.Y, -2, 3), Or(form["handWidth"], old.Hand.Width, 0.1, 4)),
    };

    private static WebPageBackdrop ReadPage(IFormCollection form, WebPageBackdrop? old)
    {
        var address = WebAddress.Completed(form["address"].ToString());
        return new WebPageBackdrop(address, EditForms.Whole(form["width"], old?.Width ?? 1200, 200, 4000), EditForms.Whole(form["height"], old?.Height ?? 750, 150, 4000), form["resizes"] == "yes")
        {
            Refuses = form["refuses"] == "yes",
        };
    }

    private static double Or(string? typed, double old, double least, double most) =>
        EditForms.Number(typed) is var number && double.IsFinite(number) ? Math.Clamp(number, least, most) : old;
}
