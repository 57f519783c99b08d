using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Contents;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about one spot.</summary>
internal static class SpotForms
{
    public static Outcome<Edit> Read(string edit, IFormCollection form, Activity activity, Spot spot) =>
        edit switch
        {
            "move" => new MoveSpot(spot.Id, EditForms.Number(form["x"]), EditForms.Number(form["y"])),
            "place" => new SetPlace(spot.Id, ReadPlace(form, activity.SceneWith(spot.Id)!.Backdrop, spot.Place)),
            "size" => new SetSign(spot.Id, spot.Sign with { Size = EditForms.Number(form["size"]) }),
            "during" => DuringForms.Read(form, spot),
            "leads" => DuringForms.ReadLeads(form, spot),
            "span" => DuringForms.ReadSpan(form, spot),
            "turn" => DuringForms.ReadTurn(form, spot),
            "panel" => new SetPanel(spot.Id, form["opens"] == "box" ? ReadPanel(form, spot) : null),
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
                During = scene.Backdrop.HasTime ? DuringForms.Beginning(form, content, scene.Backdrop.Lasts) : null,
            }
        );
    }

    /// <summary>The box of a panel from fields in percent; without any, one at the side that is farther from the sign.</summary>
    private static PanelBox ReadPanel(IFormCollection form, Spot spot)
    {
        double Share(string field) => Math.Round(EditForms.Number(form[field].ToString().Replace("%", "")) / 100, 4);
        return form.ContainsKey("left")
            ? new PanelBox(Share("left"), Share("top"), Share("width"), Share("height"))
            : spot.Panel ?? PanelBox.AwayFrom(spot.Place.Anchor.X);
    }

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
