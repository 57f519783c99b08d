using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Contents;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about one spot.</summary>
internal static class SpotForms
{
    /// <summary>How long something new is there, in seconds.</summary>
    private const decimal UsualSpan = 5;

    public static Outcome<Edit> Read(string edit, IFormCollection form, Activity activity, Spot spot) =>
        edit switch
        {
            "move" => new MoveSpot(spot.Id, EditForms.Number(form["x"]), EditForms.Number(form["y"])),
            "place" => new SetPlace(spot.Id, ReadPlace(form, activity.SceneWith(spot.Id)!.Backdrop, spot.Place)),
            "size" => new SetSign(spot.Id, spot.Sign with { Size = EditForms.Number(form["size"]) }),
            "during" => ReadDuring(form, spot),
            "span" => ReadSpan(form, spot),
            "sign" => new SetSign(spot.Id, SignForms.Read(form, spot.Sign)),
            "asKind" => SignForms.KindLike(activity, spot),
            "name" => new RenameSpot(spot.Id, form["name"].ToString()),
            "copy" => new CopySpot(spot.Id, SceneForms.NewId(form)),
            "delete" => new DeleteSpot(spot.Id),
            "order" => new ReorderSpot(spot.Id, (int)EditForms.Number(form["steps"])),
            _ => ContentForms.For(spot.Content).Read(edit, form, spot, activity)
                ?? Outcome<Edit>.Refused("This is not at the spot any more; load the page again to see how it stands."),
        };

    /// <summary>A new spot where somebody pressed, or over the area that was drawn.</summary>
    public static Outcome<Edit> ReadNew(IFormCollection form, Scene scene)
    {
        if (ContentForms.New(form["kind"].ToString(), form["to"].ToString()) is not { } content)
        {
            return Outcome<Edit>.Refused("This page sent something unknown; load it again.");
        }

        var point = Place.At(scene.Backdrop, EditForms.Number(form["x"]), EditForms.Number(form["y"]));
        return new AddSpot(
            scene.Id,
            new Spot
            {
                Id = SceneForms.NewId(form),
                Place = form["shape"].ToString().Length > 0 ? ReadPlace(form, scene.Backdrop, point) : point,
                Sign = form["shape"].ToString().Length > 0 ? new Sign { Form = SignForm.Unseen } : new Sign(),
                Content = content,
                During = scene.Backdrop.HasTime ? Beginning(form, content, scene.Backdrop.Lasts) : null,
            }
        );
    }

    /// <summary>When something that is put somewhere at a moment is there: a question stops the course, where a sentence has been said if one
    /// ends nearby; anything else comes and goes.</summary>
    private static During? Beginning(IFormCollection form, Content content, decimal? lasts)
    {
        var stops = content.Asked is not null;
        return (stops ? EditForms.Decimal(form["sentenceEnd"]) : null) is { } end ? Span(end, stops, lasts)
            : EditForms.Decimal(form["moment"]) is { } moment ? Span(moment, stops, lasts)
            : null;
    }

    /// <summary>A stop at a moment that opens by itself.</summary>
    internal static During Stop(decimal from, decimal? lasts) => Span(from, stops: true, lasts);

    private static During Span(decimal from, bool stops, decimal? lasts)
    {
        var begins = Math.Round(Math.Clamp(from, 0, lasts is { } end ? Math.Max(0, end - 0.1m) : During.Longest - 1), 3);
        return new During(begins, begins + UsualSpan < lasts ? begins + UsualSpan : null) { Pauses = stops, Opens = stops };
    }

    /// <summary>When the fields of the details say that a spot is there.</summary>
    private static Outcome<Edit> ReadDuring(IFormCollection form, Spot spot)
    {
        var (from, until) = (form["from"].ToString().Trim(), form["until"].ToString().Trim());
        if (from.Length == 0)
        {
            return new SetDuring(spot.Id, null);
        }

        var turns = new List<Turn>();
        foreach (var after in Enum.GetValues<TurnAfter>())
        {
            var typed = form[$"turn-{after}"].ToString().Trim();
            if (typed.Length > 0 && Moments.Read(typed) is null)
            {
                return NoMoment(typed);
            }

            if (typed.Length > 0)
            {
                turns.Add(new Turn(after, Moments.Read(typed)));
            }
        }

        return Moments.Read(from) is not { } begins ? NoMoment(from)
            : until.Length > 0 && Moments.Read(until) is null ? NoMoment(until)
            : new SetDuring(
                spot.Id,
                (spot.During ?? new During(begins, null)) with
                {
                    From = begins,
                    Until = until.Length > 0 ? Moments.Read(until) : null,
                    Pauses = form["pauses"] == "yes" || (spot.During is null && spot.Question is not null),
                    Opens = form["opens"] == "yes" || (spot.During is null && spot.Question is not null),
                    Repeats = form["repeats"] == "yes",
                    Turns = turns.ToValueList(),
                }
            );
    }

    /// <summary>Another span, as a hand has drawn it; what else is said of its time stays.</summary>
    private static Outcome<Edit> ReadSpan(IFormCollection form, Spot spot) =>
        EditForms.Decimal(form["from"]) is not { } from
            ? NoMoment(form["from"].ToString())
            : new SetDuring(
                spot.Id,
                (spot.During ?? new During(from, null) { Pauses = spot.Question is not null, Opens = spot.Question is not null }) with
                {
                    From = Math.Round(from, 3),
                    Until = EditForms.Decimal(form["until"]) is { } until ? Math.Round(until, 3) : null,
                }
            );

    private static Outcome<Edit> NoMoment(string typed) =>
        Outcome<Edit>.Refused($"«{typed}» is no moment; write minutes and seconds, as 1:24 or 1:24.5.");

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
            var corners = typed
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(corner => corner.Split(','))
                .Where(corner => corner.Length == 2)
                .Select(corner => new Share(EditForms.Number(corner[0]), EditForms.Number(corner[1])))
                .ToList();
            return new InRegion(
                backdrop.IsSphere
                    ? new SpherePolygonArea(corners.Select(c => Direction.AtShare(c.X, c.Y)).ToValueList())
                    : new PolygonArea(corners.ToValueList())
            );
        }

        if (double.IsFinite(EditForms.Number(form["angle"])) && backdrop.IsSphere)
        {
            return new InRegion(new ConeArea(Direction.AtShare(x, y), EditForms.Number(form["angle"])));
        }

        if (double.IsFinite(EditForms.Number(form["width"])) && !backdrop.IsSphere)
        {
            var (left, top, width, height) = (
                EditForms.Number(form["left"]),
                EditForms.Number(form["top"]),
                EditForms.Number(form["width"]),
                EditForms.Number(form["height"])
            );
            return new InRegion(
                shape == "ellipse" ? new EllipseArea(left, top, width, height) : new RectangleArea(left, top, width, height)
            );
        }

        return new InRegion(Area.Around(shape, x, y, backdrop.IsSphere));
    }
}
