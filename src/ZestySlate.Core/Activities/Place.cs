using System.Text.Json.Serialization;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Activities;

/// <summary>Where a spot is on its backdrop.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(AtPoint), "atPoint")]
[JsonDerivedType(typeof(InRegion), "inRegion")]
[JsonDerivedType(typeof(AtDirection), "atDirection")]
[JsonDerivedType(typeof(InFlow), "inFlow")]
public abstract record Place
{
    /// <summary>Where the sign stands, as shares of the width and height of the backdrop's picture. On a panorama the shares of the
    /// equirectangular picture.</summary>
    [JsonIgnore]
    public abstract Share Anchor { get; }

    /// <summary>The area it covers, or null for a point.</summary>
    [JsonIgnore]
    public virtual Area? Covered => null;

    /// <summary>The same place with its sign elsewhere, kept on the backdrop.</summary>
    public abstract Place MovedTo(double x, double y);

    /// <summary>The same place on this backdrop: directions on a panorama, shares on a flat picture.</summary>
    public abstract Place On(Backdrop backdrop);

    /// <summary>The same place shifted by shares of the backdrop's width and height, kept on it.</summary>
    public Place Shifted(double right, double down) => MovedTo(Anchor.X + right, Anchor.Y + down);

    /// <summary>A point on this backdrop, given as shares of its picture.</summary>
    public static Place At(Backdrop backdrop, double x, double y) => new AtPoint(x, y).On(backdrop);
}

/// <summary>A point on a picture, as shares of its natural width and height: 0..1, origin top left. Values outside are brought to the edge.</summary>
public sealed record AtPoint : Place
{
    [JsonConstructor]
    public AtPoint(double x, double y) => (X, Y) = (Kept(x), Kept(y));

    public double X { get; }

    public double Y { get; }

    public override Share Anchor => new(X, Y);

    public override Place MovedTo(double x, double y) => new AtPoint(x, y);

    public override Place On(Backdrop backdrop) =>
        backdrop.IsFlow ? new InFlow()
        : backdrop.IsSphere ? new AtDirection(Direction.AtShare(X, Y))
        : this;

    private static double Kept(double value) => double.IsFinite(value) ? Math.Round(Math.Clamp(value, 0, 1), 5) : 0.5;
}

/// <summary>An area of the backdrop.</summary>
public sealed record InRegion(Area Area) : Place
{
    public override Share Anchor => Area.Middle;

    public override Area Covered => Area;

    public override Place MovedTo(double x, double y) => new InRegion(Area.MovedTo(x, y));

    public override Place On(Backdrop backdrop) => backdrop.IsFlow ? new InFlow() : new InRegion(Area.On(backdrop.IsSphere));
}

/// <summary>A direction in a panorama.</summary>
public sealed record AtDirection : Place
{
    [JsonConstructor]
    public AtDirection(double yaw, double pitch) => (Yaw, Pitch) = (new Direction(yaw, pitch).Yaw, new Direction(yaw, pitch).Pitch);

    public AtDirection(Direction direction) => (Yaw, Pitch) = (direction.Yaw, direction.Pitch);

    /// <summary>Degrees, -180 up to but not including 180, growing to the right.</summary>
    public double Yaw { get; }

    /// <summary>Degrees, -90 down to 90 up.</summary>
    public double Pitch { get; }

    public override Share Anchor => new Direction(Yaw, Pitch).Share is var (x, y) ? new(x, y) : default;

    public override Place MovedTo(double x, double y) => new AtDirection(Direction.AtShare(x, y));

    public override Place On(Backdrop backdrop) => backdrop.IsSphere ? this : new AtPoint(Anchor.X, Anchor.Y).On(backdrop);
}

/// <summary>Where it stands in the reading order of a page.</summary>
public sealed record InFlow : Place
{
    public override Share Anchor => new(0.5, 0.5);

    public override Place MovedTo(double x, double y) => this;

    public override Place On(Backdrop backdrop) => backdrop.IsFlow ? this : new AtPoint(0.5, 0.5).On(backdrop);
}
