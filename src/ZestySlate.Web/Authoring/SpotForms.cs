using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about one spot.</summary>
internal static class SpotForms
{
    public static Outcome<Edit> Read(string edit, IFormCollection form, Activity activity, Spot spot) => (edit, spot.Content) switch
    {
        ("move", _) => new MoveSpot(spot.Id, EditForms.Number(form["x"]), EditForms.Number(form["y"])),
        ("place", _) => new SetPlace(spot.Id, ReadPlace(form, activity.SceneWith(spot.Id)!.Backdrop, spot.Place)),
        ("size", _) => new SetSign(spot.Id, spot.Sign with { Size = EditForms.Number(form["size"]) }),
        ("sign", _) => new SetSign(spot.Id, SignForms.Read(form, spot.Sign)),
        ("asKind", _) => SignForms.KindLike(activity, spot),
        ("name", _) => new RenameSpot(spot.Id, form["name"].ToString()),
        ("copy", _) => new CopySpot(spot.Id, SceneForms.NewId(form)),
        ("delete", _) => new DeleteSpot(spot.Id),
        ("order", _) => new ReorderSpot(spot.Id, (int)EditForms.Number(form["steps"])),
        ("wayBack", _) => new AddWayBack(spot.Id, SceneForms.NewId(form)),
        ("callout", Callout callout) => new SetContent(spot.Id, new Callout(form["text"].ToString())
        {
            Sound = callout.Sound is { } sound && form["remove"] != "sound" ? SoundForms.Read(form, sound) : null,
        }),
        ("note", Note note) => new SetContent(spot.Id, ReadNote(form, note)),
        ("link", Link) => new SetContent(spot.Id, new Link(WebAddress.Completed(form["address"].ToString())) { Words = form["words"].ToString().Trim() }),
        ("webPanel", WebPanel panel) => new SetContent(spot.Id, ReadPanel(form, panel)),
        ("jump", Jump) => new SetContent(spot.Id, new Jump(form["to"].ToString()) { Words = form["words"].ToString().Trim() }),
        ("insert", Insert insert) => new SetContent(spot.Id, insert with { Title = form["title"].ToString().Trim() }),
        ("family", Ask) => new ChangeFamily(spot.Id, form["to"].ToString()),
        ("ask", Ask ask) => ReadAsk(form, spot, ask, activity),
        _ => Outcome<Edit>.Refused("This is not at the spot any more; load the page again to see how it stands."),
    };

    /// <summary>A new spot where somebody pressed, or over the area that was drawn.</summary>
    public static Outcome<Edit> ReadNew(IFormCollection form, Scene scene)
    {
        if (NewContent(form["kind"].ToString(), form["to"].ToString()) is not { } content)
        {
            return Outcome<Edit>.Refused("This page sent something unknown; load it again.");
        }

        var point = Place.At(scene.Backdrop, EditForms.Number(form["x"]), EditForms.Number(form["y"]));
        return new AddSpot(scene.Id, new Spot
        {
            Id = SceneForms.NewId(form),
            Place = form["shape"].ToString().Length > 0 ? ReadPlace(form, scene.Backdrop, point) : point,
            Sign = form["shape"].ToString().Length > 0 ? new Sign { Form = SignForm.Unseen } : new Sign(),
            Content = content,
        });
    }

    private static Content? NewContent(string kind, string to) => kind switch
    {
        "callout" => new Callout(""),
        "note" => new Note(),
        "clue" => new Note { IsClue = true },
        "link" => new Link(""),
        "webPanel" => new WebPanel("", 640, 480),
        "jump" => new Jump(to),
        "insert" => new Insert(""),
        _ => QuestionForms.Offers.FirstOrDefault(offer => offer.Key == kind) is { } offer ? new Ask(offer.Make()) : null,
    };

    /// <summary>A place as the form says: a shape with its box, its corners or its angle; without a shape, the point in the middle.</summary>
    private static Place ReadPlace(IFormCollection form, Backdrop backdrop, Place old)
    {
        var shape = form["shape"].ToString();
        var (x, y) = old.Anchor;
        if (shape is "" or "point")
        {
            return Place.At(backdrop, x, y);
        }

        if (form["corners"].ToString() is { Length: > 0 } typed)
        {
            var corners = typed.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(corner => corner.Split(',')).Where(corner => corner.Length == 2)
                .Select(corner => new Share(EditForms.Number(corner[0]), EditForms.Number(corner[1]))).ToList();
            return new InRegion(backdrop.IsSphere ? new SpherePolygonArea(corners.Select(c => Direction.AtShare(c.X, c.Y)).ToValueList()) : new PolygonArea(corners.ToValueList()));
        }

        if (double.IsFinite(EditForms.Number(form["angle"])) && backdrop.IsSphere)
        {
            return new InRegion(new ConeArea(Direction.AtShare(x, y), EditForms.Number(form["angle"])));
        }

        if (double.IsFinite(EditForms.Number(form["width"])) && !backdrop.IsSphere)
        {
            var (left, top, width, height) = (EditForms.Number(form["left"]), EditForms.Number(form["top"]), EditForms.Number(form["width"]), EditForms.Number(form["height"]));
            return new InRegion(shape == "ellipse" ? new EllipseArea(left, top, width, height) : new RectangleArea(left, top, width, height));
        }

        return new InRegion(Area.Around(shape, x, y, backdrop.IsSphere));
    }

    private static Note ReadNote(IFormCollection form, Note old) => old with
    {
        Title = form["title"].ToString().Trim(),
        Text = Clean(form["text"]),
        Illustrations = old.Illustrations
            .Select((picture, i) => (picture: PictureForms.Read(form, picture, $"-{i}"), gone: form["removePicture"] == i.ToString(CultureInfo.InvariantCulture)))
            .Where(entry => !entry.gone).Select(entry => entry.picture).ToValueList(),
        Sound = old.Sound is { } sound && form["remove"] != "sound" ? SoundForms.Read(form, sound) : null,
        Video = form["remove"] == "video" ? null : form["remove"] == "captions" && old.Video is { } video ? video with { Captions = "" } : old.Video,
        ButtonWords = form["buttonWords"].ToString().Trim(),
        ButtonAddress = WebAddress.Completed(form["buttonAddress"].ToString()),
        Side = Enum.TryParse<Side>(form["side"], true, out var side) ? side : Side.Any,
        IsClue = form["clue"] == "yes",
    };

    private static WebPanel ReadPanel(IFormCollection form, WebPanel old)
    {
        var address = WebAddress.Completed(form["address"].ToString());
        return old with
        {
            Address = address,
            Title = form["title"].ToString().Trim(),
            Width = EditForms.Whole(form["width"], 640, 200, 1600),
            Height = EditForms.Whole(form["height"], 480, 150, 1200),
            Refuses = form["refuses"] == "yes",
        };
    }

    private static Outcome<Edit> ReadAsk(IFormCollection form, Spot spot, Ask old, Activity activity)
    {
        var read = QuestionForms.For(old.Question).ReadQuestion(form, old.Question, activity.Words.Culture);
        return !read.Succeeded ? Outcome<Edit>.Refused(read.Refusal!) : new SetContent(spot.Id, new Ask(read.Value with
        {
            Prompt = Clean(form["prompt"]),
            Picture = old.Question.Picture is { } picture && form["remove"] != "askPicture" ? PictureForms.Read(form, picture, "-ask") : null,
            Sound = old.Question.Sound is { } sound && form["remove"] != "askSound" ? SoundForms.Read(form, sound) : null,
            Video = form["remove"] == "askVideo" ? null : old.Question.Video,
            // Where something is never marked, or voted on, it has no fields for this; what was set stays for when it has.
            Hint = form.ContainsKey("hint") ? form["hint"].ToString().Trim() : old.Question.Hint,
            Explanation = form.ContainsKey("explanation") ? form["explanation"].ToString().Trim() : old.Question.Explanation,
            Points = !form.ContainsKey("points") ? old.Question.Points : EditForms.Decimal(form["points"]) is { } points && points >= 0 ? points : null,
            AllOrNothing = form.ContainsKey("points") ? form["allOrNothing"] == "yes" : old.Question.AllOrNothing,
            Penalty = EditForms.Decimal(form["penalty"]) is { } penalty ? Math.Clamp(penalty, 0, 10) : read.Value.Penalty,
            Bands = form.ContainsKey("points") ? BandFields.Read(form, old.Question.Bands) : old.Question.Bands,
        }))
        { IsPress = form["pressed"] == "yes" };
    }

    private static RichText Clean(string? html) => new(RichTextSanitizer.Sanitise(html ?? ""));
}
