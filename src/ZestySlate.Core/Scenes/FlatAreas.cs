using System.Text.Json.Serialization;

namespace ZestySlate.Core.Scenes;

/// <summary>An area inside an upright box on a picture, in shares of its width and height, at least 1 % wide and high.</summary>
public abstract record BoxArea : Area
{
    /// <param name="x">Its left side.</param>
    /// <param name="y">Its upper side.</param>
    /// <param name="width">How wide it is.</param>
    /// <param name="height">How high it is.</param>
    /// <param name="overhang">How much of its width and height may lie beside the picture, 0..1: nothing, or so much that its middle stays on it.</param>
    protected BoxArea(double x, double y, double width, double height, double overhang)
    {
        Width = Math.Max(0.01, Kept(width));
        Height = Math.Max(0.01, Kept(height));
        X = Side(x, Width, overhang);
        Y = Side(y, Height, overhang);
    }

    private static double Side(double side, double length, double overhang) =>
        Math.Round(Math.Clamp(double.IsFinite(side) ? side : 0.5, -length * overhang, 1 - (length * (1 - overhang))), 5);

    public double X { get; }

    public double Y { get; }

    public double Width { get; }

    public double Height { get; }

    public sealed override bool OnSphere => false;

    public sealed override Share Middle => new(X + (Width / 2), Y + (Height / 2));
}

/// <summary>A rectangle, kept on the picture.</summary>
public sealed record RectangleArea : BoxArea
{
    [JsonConstructor]
    public RectangleArea(double x, double y, double width, double height)
        : base(x, y, width, height, 0) { }

    public override double Size => Width * Height;

    public override ValueList<Share> Outline => [new(X, Y), new(X + Width, Y), new(X + Width, Y + Height), new(X, Y + Height)];

    public override bool Contains(double x, double y) => x >= X && x <= X + Width && y >= Y && y <= Y + Height;

    public override Area MovedTo(double x, double y) => new RectangleArea(x - (Width / 2), y - (Height / 2), Width, Height);

    public override Area SizedTo(double width, double height) =>
        new RectangleArea(Middle.X - (width / 2), Middle.Y - (height / 2), width, height);
}

/// <summary>An ellipse that fills a box. It is a point with a radius, so that its middle is kept on the picture and stays where it is, also
/// nearer to the edge than the radius.</summary>
public sealed record EllipseArea : BoxArea
{
    private const int Corners = 36;

    [JsonConstructor]
    public EllipseArea(double x, double y, double width, double height)
        : base(x, y, width, height, 0.5) { }

    public override double Size => Math.PI * Width * Height / 4;

    public override ValueList<Share> Outline =>
        Enumerable
            .Range(0, Corners)
            .Select(i => i * 2 * Math.PI / Corners)
            .Select(turn => new Share(Middle.X + (Math.Sin(turn) * Width / 2), Middle.Y - (Math.Cos(turn) * Height / 2)))
            .ToValueList();

    public override bool Contains(double x, double y)
    {
        var (right, down) = ((x - Middle.X) / (Width / 2), (y - Middle.Y) / (Height / 2));
        return (right * right) + (down * down) <= 1 + 1e-9;
    }

    public override Area MovedTo(double x, double y) => new EllipseArea(x - (Width / 2), y - (Height / 2), Width, Height);

    public override Area SizedTo(double width, double height) =>
        new EllipseArea(Middle.X - (width / 2), Middle.Y - (height / 2), width, height);
}

/// <summary>A polygon on a picture, of three corners or more.</summary>
public sealed record PolygonArea : Area
{
    /// <summary>A polygon of these corners, each kept on the picture. With fewer than three it is a small triangle at the first.</summary>
    [JsonConstructor]
    public PolygonArea(ValueList<Share> corners)
    {
        Corners = corners.Select(c => new Share(Kept(c.X), Kept(c.Y))).ToValueList();
        if (Corners.Count < 3)
        {
            var at = Corners.Count > 0 ? Corners[0] : new Share(0.5, 0.5);
            Corners = [new(at.X, Kept(at.Y - 0.03)), new(Kept(at.X + 0.03), Kept(at.Y + 0.03)), new(Kept(at.X - 0.03), Kept(at.Y + 0.03))];
        }
    }

    public ValueList<Share> Corners { get; }

    public override bool OnSphere => false;

    public override Share Middle =>
        new((Corners.Min(c => c.X) + Corners.Max(c => c.X)) / 2, (Corners.Min(c => c.Y) + Corners.Max(c => c.Y)) / 2);

    public override ValueList<Share> Outline => Corners;

    public override double Size =>
        Math.Abs(
            Corners
                .Select((c, i) => (c, next: Corners[(i + 1) % Corners.Count]))
                .Sum(side => (side.c.X * side.next.Y) - (side.next.X * side.c.Y))
        ) / 2;

    public override bool Contains(double x, double y) => Inside(Corners, x, y);

    public override Area MovedTo(double x, double y)
    {
        // The whole shape stops at the edge; it is not squeezed.
        var right = Math.Clamp(x - Middle.X, -Corners.Min(c => c.X), 1 - Corners.Max(c => c.X));
        var down = Math.Clamp(y - Middle.Y, -Corners.Min(c => c.Y), 1 - Corners.Max(c => c.Y));
        return new PolygonArea(Corners.Select(c => new Share(c.X + right, c.Y + down)).ToValueList());
    }

    public override Area SizedTo(double width, double height)
    {
        var (wide, high) = (Corners.Max(c => c.X) - Corners.Min(c => c.X), Corners.Max(c => c.Y) - Corners.Min(c => c.Y));
        return wide <= 0 || high <= 0
            ? this
            : new PolygonArea(
                Corners
                    .Select(c => new Share(Middle.X + ((c.X - Middle.X) * width / wide), Middle.Y + ((c.Y - Middle.Y) * height / high)))
                    .ToValueList()
            );
    }
}
