using System.Text.Json.Serialization;

namespace ZestySlate.Core.Scenes;

/// <summary>All directions within an angle of a direction, in degrees, 1..80.</summary>
public sealed record ConeArea : Area
{
    private const int Corners = 36;

    [JsonConstructor]
    public ConeArea(Direction centre, double angle)
    {
        Centre = centre;
        Angle = double.IsFinite(angle) ? Math.Round(Math.Clamp(angle, 1, 80), 2) : 10;
    }

    public Direction Centre { get; }

    public double Angle { get; }

    public override bool OnSphere => true;

    public override Share Middle => new(Centre.Share.X, Centre.Share.Y);

    public override ValueList<Share> Outline => SpherePolygonArea.Unrolled(Centre, Around(Corners));

    public override double Size => (1 - Math.Cos(Angle * Math.PI / 180)) / 2;

    /// <summary>So many directions on its edge, evenly round.</summary>
    public IEnumerable<Direction> Around(int count) => Enumerable.Range(0, count).Select(i => Centre.Towards(i * 360.0 / count, Angle));

    public override bool Contains(double x, double y) => Centre.AngleTo(Direction.AtShare(x, y)) <= Angle + 1e-6;

    public override Area MovedTo(double x, double y) => new ConeArea(Direction.AtShare(x, y), Angle);
}

/// <summary>A polygon of directions, of three corners or more, smaller than half the sphere.</summary>
public sealed record SpherePolygonArea : Area
{
    /// <summary>A polygon of these corners; with fewer than three it is a small triangle at the first.</summary>
    [JsonConstructor]
    public SpherePolygonArea(ValueList<Direction> corners) =>
        Corners = corners.Count >= 3 ? corners : new ConeArea(corners.Count > 0 ? corners[0] : default, 5).Around(3).ToValueList();

    public ValueList<Direction> Corners { get; }

    public override bool OnSphere => true;

    public override Share Middle => new(Centre.Share.X, Centre.Share.Y);

    public override ValueList<Share> Outline => Unrolled(Centre, Corners);

    /// <summary>By the outline in an equal-area projection (Lambert) round the middle.</summary>
    public override double Size
    {
        get
        {
            var flat = Corners.Select(c => Flattened(c, angle => 2 * Math.Sin(angle / 2))).ToList();
            return Math.Abs(flat.Select((c, i) => (c.X * flat[(i + 1) % flat.Count].Y) - (flat[(i + 1) % flat.Count].X * c.Y)).Sum())
                / 2
                / (4 * Math.PI);
        }
    }

    /// <summary>The direction in the middle of the corners, by the mean of their vectors.</summary>
    [JsonIgnore]
    public Direction Centre
    {
        get
        {
            var (x, y, z) = (0.0, 0.0, 0.0);
            foreach (var (yaw, pitch) in Corners.Select(c => (c.Yaw * Math.PI / 180, c.Pitch * Math.PI / 180)))
            {
                (x, y, z) = (x + (Math.Cos(pitch) * Math.Sin(yaw)), y + Math.Sin(pitch), z + (Math.Cos(pitch) * Math.Cos(yaw)));
            }

            return new Direction(Math.Atan2(x, z) * 180 / Math.PI, Math.Atan2(y, Math.Sqrt((x * x) + (z * z))) * 180 / Math.PI);
        }
    }

    public override bool Contains(double x, double y)
    {
        var at = Direction.AtShare(x, y);
        if (Centre.AngleTo(at) >= 90)
        {
            return false;
        }

        // Great circles are straight lines in a projection from the sphere's middle.
        var press = Flattened(at, Math.Tan);
        return Inside(Corners.Select(c => Flattened(c, Math.Tan)).ToList(), press.X, press.Y);
    }

    public override Area MovedTo(double x, double y)
    {
        var (from, to) = (Centre, Direction.AtShare(x, y));
        return new SpherePolygonArea(Corners.Select(c => to.Towards(from.BearingTo(c), from.AngleTo(c))).ToValueList());
    }

    /// <summary>Directions as shares of the picture without a jump at the seam.</summary>
    internal static ValueList<Share> Unrolled(Direction centre, IEnumerable<Direction> directions) =>
        directions
            .Select(d =>
            {
                var (x, y) = d.Share;
                var away = x - centre.Share.X;
                return new Share(x - Math.Round(away), y);
            })
            .ToValueList();

    private Share Flattened(Direction direction, Func<double, double> radius)
    {
        var reach = radius(Math.Min(Centre.AngleTo(direction), 89.9) * Math.PI / 180);
        var bearing = Centre.BearingTo(direction) * Math.PI / 180;
        return new Share(reach * Math.Sin(bearing), -reach * Math.Cos(bearing));
    }
}
