using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Json;
using ZestySlate.Web.Backdrops;
using ZestySlate.Web.Locks;
using ZestySlate.Web.Stories;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads the workbench's forms as typed edits. Rich text is sanitised on its way in.</summary>
internal static class EditForms
{
    /// <summary>The edit that a form asks for, or why it is none.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Activity activity)
    {
        var edit = form["edit"].ToString();
        return edit switch
        {
            "title" => new RenameActivity(form["title"].ToString()),
            "describe" => new DescribeActivity(form["summary"].ToString(), form["language"].ToString()),
            "audience" => new SetAudience(
                new Audience
                {
                    Subject = Line(form["subject"]),
                    Level = Line(form["level"]),
                    Curriculum = Line(form["curriculum"]),
                    AgeFrom = int.TryParse(form["ageFrom"], out var from) ? from : null,
                    AgeTo = int.TryParse(form["ageTo"], out var to) ? to : null,
                    Tags = Audience.ReadTags(form["tags"].ToString()),
                }
            ),
            "flow" => FlowForm.Read(form, activity.Flow),
            "words" => FlowForm.ReadWords(form),
            "story" => StoryForms.ReadStory(form, activity),
            "rules" => RulesForm.Read(form, activity.Rules),
            "sceneList" => new SetSceneList(form["shown"] == "yes"),
            "look" => new SetLook(SignForms.ReadLook(form, activity.Look)),
            "kindLook" => SignForms.ReadKindLook(form, activity.Look),
            "lock" => LockForms.Read(form, activity),
            "addScene" => new AddScenes([
                new Scene
                {
                    Id = SceneForms.NewId(form),
                    Title = form["title"].ToString().Trim(),
                    Backdrop = BackdropForms.New(form["as"].ToString()),
                    OnMap = MapForms.PlaceOf(form),
                },
            ]),
            "align" when Named.TryRead<Alignment>(form["line"], out var line) => new AlignSpots(Ids(form), line),
            "shift" => new ShiftSpots(Ids(form), Number(form["right"]), Number(form["down"])),
            "deleteSeveral" => new DeleteSpots(Ids(form)),
            "bring" => new BringSpots(Ids(form), form["to"].ToString(), form["how"] == "move"),
            "cutLink" => new CutLink(form["item"].ToString()),
            _ when MapForms.Read(form) is { } read => read,
            _ when TrailForms.Read(form, activity) is { } read => read,
            _ when activity.SpotOf(form["spot"].ToString()) is { } spot => SpotForms.Read(edit, form, activity, spot),
            _ when activity.SceneOf(form["scene"].ToString()) is { } scene => SceneForms.Read(edit, form, scene),
            _ => Outcome<Edit>.Refused("This is not in the activity any more; load the page again to see how it stands."),
        };
    }

    /// <summary>One line of up to 120 characters.</summary>
    private static string Line(string? text) =>
        (text ?? "").ReplaceLineEndings(" ").Trim() is var line && line.Length > 120 ? line[..120] : line;

    internal static ValueList<string> Ids(IFormCollection form) =>
        form["spots"].ToString().Split(',', StringSplitOptions.RemoveEmptyEntries).ToValueList();

    internal static double Number(string? text) =>
        double.TryParse(text?.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : double.NaN;

    /// <summary>Points, weights, costs; null for what is none, or larger than can be added up.</summary>
    internal static decimal? Decimal(string? text) =>
        decimal.TryParse(text?.Trim().Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var number)
        && BoundedDecimalJson.Fits(number)
            ? number
            : null;

    /// <summary>A percentage as a share: 20 or 20 % is 0.2; null when it is none.</summary>
    internal static decimal? Percent(string? text) =>
        Decimal(text?.Replace("%", "")) is { } percent ? Math.Clamp(percent / 100, 0, 1) : null;

    internal static int Whole(string? text, int usual, int least, int most) =>
        int.TryParse(text, NumberStyles.Integer, CultureInfo.InvariantCulture, out var number) ? Math.Clamp(number, least, most) : usual;
}
