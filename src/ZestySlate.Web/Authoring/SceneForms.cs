using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Backdrops;
using ZestySlate.Web.Stories;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about one scene.</summary>
internal static class SceneForms
{
    public static Outcome<Edit> Read(string edit, IFormCollection form, Scene scene) =>
        edit switch
        {
            "scene" => new RenameScene(scene.Id, form["title"].ToString()),
            "telling" => StoryForms.ReadTelling(form, scene),
            "add" => SpotForms.ReadNew(form, scene),
            "learnersSpots" => new SetLearnersSpots(
                scene.Id,
                Named.TryRead<LearnersSpots>(form["allowed"], out var allowed) ? allowed : null
            ),
            "copyScene" => new CopyScene(scene.Id, NewId(form)),
            "deleteScene" => new DeleteScene(scene.Id),
            "orderScene" => new ReorderScene(scene.Id, (int)EditForms.Number(form["steps"])),
            "picture" when scene.Backdrop.Shown is { } picture => new SetBackdrop(
                scene.Id,
                scene.Backdrop.With(PictureForms.Read(form, picture, ""))
            ),
            "ambient" when scene.Ambient is { } sound => new SetAmbient(
                scene.Id,
                form["remove"] == "yes" ? null : SoundForms.Read(form, sound)
            ),
            _ => BackdropForms.All.Select(kind => kind.Read(edit, form, scene)).FirstOrDefault(read => read is not null)
                ?? Outcome<Edit>.Refused("This is not in the scene any more; load the page again to see how it stands."),
        };

    /// <summary>An id made by the page, so that it can go on with the new thing at once; else one of ours.</summary>
    public static string NewId(IFormCollection form) => IdIn(form["newId"]) ?? Ids.New();

    /// <summary>An id that a page has made; null for what is none.</summary>
    public static string? IdIn(string? made) => made is { Length: > 0 and <= 20 } && made.All(char.IsAsciiLetterOrDigit) ? made : null;
}
