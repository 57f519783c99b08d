using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads the workbench's forms as typed edits. Rich text is sanitised here, on its way in.</summary>
internal static class EditForms
{
    /// <summary>The edit that a form asks for, or why it is none.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Activity activity)
    {
        var spotId = form["spot"].ToString();
        var spot = activity.SpotOf(spotId);
        var scene = form["scene"].ToString();
        return form["edit"].ToString() switch
        {
            "title" => new RenameActivity(form["title"].ToString()),
            "describe" => new DescribeActivity(form["summary"].ToString(), form["language"].ToString()),
            "rules" => RulesForm.Read(form, activity.Rules),
            "scene" => new RenameScene(scene, form["title"].ToString()),
            "picture" when activity.SceneOf(scene)?.Backdrop is PictureBackdrop backdrop => new SetBackdrop(scene, backdrop with { Picture = PictureWords(form, backdrop.Picture, "") }),
            "add" when NewContent(form["kind"].ToString()) is { } content => new AddSpot(scene, NewSpot(form, content)),
            "move" => new MoveSpot(spotId, new AtPoint(Number(form["x"]), Number(form["y"]))),
            "size" => new SetSign(spotId, new Sign(Number(form["size"]))),
            "name" => new RenameSpot(spotId, form["name"].ToString()),
            "callout" => new SetContent(spotId, new Callout(form["text"].ToString())),
            "note" when spot?.Content is Note note => new SetContent(spotId, ReadNote(form, note)),
            "ask" when spot?.Content is Ask ask => new SetContent(spotId, ReadAsk(form, ask)),
            "copy" => new CopySpot(spotId, Ids.New()),
            "delete" => new DeleteSpot(spotId),
            "order" => new ReorderSpot(spotId, (int)Number(form["steps"])),
            _ => Outcome<Edit>.Refused("This is not in the activity any more; load the page again to see how it stands."),
        };
    }

    private static Spot NewSpot(IFormCollection form, Content content) => new()
    {
        Id = form["spot"].ToString() is { Length: > 0 and <= 20 } id && id.All(char.IsAsciiLetterOrDigit) ? id : Ids.New(),
        Place = new AtPoint(Number(form["x"]), Number(form["y"])),
        Content = content,
    };

    private static Content? NewContent(string kind) => kind switch
    {
        "callout" => new Callout(""),
        "note" => new Note(),
        _ => QuestionForms.Offers.FirstOrDefault(offer => offer.Key == kind) is { } offer ? new Ask(offer.Make()) : null,
    };

    private static Note ReadNote(IFormCollection form, Note old) => old with
    {
        Title = form["title"].ToString().Trim(),
        Text = Clean(form["text"]),
        Illustrations = old.Illustrations
            .Select((picture, i) => (picture: PictureWords(form, picture, $"-{i}"), gone: form["removePicture"] == i.ToString(CultureInfo.InvariantCulture)))
            .Where(entry => !entry.gone).Select(entry => entry.picture).ToValueList(),
    };

    private static Ask ReadAsk(IFormCollection form, Ask old) => new(QuestionForms.For(old.Question).ReadQuestion(form, old.Question) with
    {
        Prompt = Clean(form["prompt"]),
        Hint = form["hint"].ToString().Trim(),
        Explanation = form["explanation"].ToString().Trim(),
        Points = decimal.TryParse(form["points"].ToString().Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var points) && points >= 0 ? points : null,
        AllOrNothing = form["allOrNothing"] == "yes",
    });

    private static Picture PictureWords(IFormCollection form, Picture old, string suffix) => old with
    {
        AlternativeText = form["alternativeText" + suffix].ToString().Trim(),
        Decorative = form["decorative" + suffix] == "yes",
        Credit = form["credit" + suffix].ToString().Trim(),
        Licence = form["licence" + suffix].ToString().Trim(),
    };

    private static RichText Clean(string? html) => new(RichTextSanitizer.Sanitise(html ?? ""));

    internal static double Number(string? text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : double.NaN;
}
