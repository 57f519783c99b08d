using System.Text.Json.Serialization;

namespace ZestySlate.Core.Scenes;

/// <summary>A point of a picture as shares of its natural width and height, 0..1, origin top left.</summary>
public readonly record struct Share(double X, double Y);

/// <summary>An area of a picture or of a panorama.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "shape")]
[JsonDerivedType(typeof(RectangleArea), "rectangle")]
[JsonDerivedType(typeof(EllipseArea), "ellipse")]
[JsonDerivedType(typeof(PolygonArea), "polygon")]
[JsonDerivedType(typeof(ConeArea), "cone")]
[JsonDerivedType(typeof(SpherePolygonArea), "spherePolygon")]
public abstract record Area
{
    /// <summary>True for an area of a panorama.</summary>
    [JsonIgnore]
    public abstract bool OnSphere { get; }

    /// <summary>About 24 pixels on a small phone held upright (WCAG 2.2, 2.5.8), as a share of the picture's width or height.</summary>
    public const double LeastForFinger = 0.03;

    /// <summary>True when a finger would hardly meet it.</summary>
    [JsonIgnore]
    public bool IsTooSmall =>
        Outline.Max(corner => corner.X) - Outline.Min(corner => corner.X) < LeastForFinger
        || Outline.Max(corner => corner.Y) - Outline.Min(corner => corner.Y) < LeastForFinger;

    /// <summary>The middle, as shares of the backdrop's picture.</summary>
    [JsonIgnore]
    public abstract Share Middle { get; }

    /// <summary>The outline as corners in shares of the backdrop's picture. On a panorama x may pass beyond 0 and 1 where the outline
    /// crosses the seam.</summary>
    [JsonIgnore]
    public abstract ValueList<Share> Outline { get; }

    /// <summary>Whether a press at this place lies inside; the outline itself is inside.</summary>
    public abstract bool Contains(double x, double y);

    /// <summary>The same area with its middle elsewhere.</summary>
    public abstract Area MovedTo(double x, double y);

    /// <summary>The same shape, so wide and high, around the same middle; on a sphere it stays as it is.</summary>
    public virtual Area SizedTo(double width, double height) => this;

    /// <summary>The share of the whole picture or sphere that it covers, 0..1; of overlapping areas the smallest is meant.</summary>
    [JsonIgnore]
    public abstract double Size { get; }

    /// <summary>A usual area of this shape around a place; the shapes are the names used in files. Unknown shapes give a rectangle, or a
    /// cone on a panorama.</summary>
    public static Area Around(string shape, double x, double y, bool onSphere)
    {
        const double w = 0.14,
            h = 0.16;
        var box = new RectangleArea(x - (w / 2), y - (h / 2), w, h);
        return (shape, onSphere) switch
        {
            ("polygon" or "spherePolygon", true) => new SpherePolygonArea(
                new ConeArea(Direction.AtShare(x, y), 10).Around(5).ToValueList()
            ),
            (_, true) => new ConeArea(Direction.AtShare(x, y), 10),
            ("ellipse", _) => new EllipseArea(x - (w / 2), y - (h / 2), w, h),
            ("polygon", _) => new PolygonArea([
                new(x, y - (h / 2)),
                new(x + (w / 2), y),
                new(x + (w / 3), y + (h / 2)),
                new(x - (w / 3), y + (h / 2)),
                new(x - (w / 2), y),
            ]),
            _ => box,
        };
    }

    /// <summary>The nearest area of the other sort of backdrop: of a panorama when this is flat, flat when this lies on a panorama.</summary>
    public Area On(bool sphere)
    {
        if (sphere == OnSphere)
        {
            return this;
        }

        var corners = Outline;
        return sphere ? new SpherePolygonArea(corners.Select(c => Direction.AtShare(c.X, c.Y)).ToValueList()) : new PolygonArea(corners);
    }

    protected static double Kept(double value) => double.IsFinite(value) ? Math.Round(Math.Clamp(value, 0, 1), 5) : 0.5;

    /// <summary>Whether a point lies inside a polygon, by counting crossings; points on the outline are inside.</summary>
    protected static bool Inside(IReadOnlyList<Share> corners, double x, double y)
    {
        var inside = false;
        for (int i = 0, j = corners.Count - 1; i < corners.Count; j = i++)
        {
            var (a, b) = (corners[i], corners[j]);
            var cross = ((b.X - a.X) * (y - a.Y)) - ((b.Y - a.Y) * (x - a.X));
            if (
                Math.Abs(cross) < 1e-12
                && x >= Math.Min(a.X, b.X) - 1e-9
                && x <= Math.Max(a.X, b.X) + 1e-9
                && y >= Math.Min(a.Y, b.Y) - 1e-9
                && y <= Math.Max(a.Y, b.Y) + 1e-9
            )
            {
                return true;
            }

            if (a.Y > y != b.Y > y && x < ((b.X - a.X) * (y - a.Y) / (b.Y - a.Y)) + a.X)
            {
                inside = !inside;
            }
        }

        return inside;
    }
}
