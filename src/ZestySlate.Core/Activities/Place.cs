using System.Text.Json.Serialization;

namespace ZestySlate.Core.Activities;

/// <summary>Where a spot is.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(AtPoint), "atPoint")]
public abstract record Place
{
    /// <summary>The same place shifted by shares of the backdrop's width and height, kept on it.</summary>
    public abstract Place Shifted(double right, double down);
}

/// <summary>A point on a picture, as shares of its natural width and height: 0..1, origin top left. Values outside are brought to the edge.</summary>
public sealed record AtPoint : Place
{
    [JsonConstructor]
    public AtPoint(double x, double y) => (X, Y) = (Share(x), Share(y));

    public double X { get; }

    public double Y { get; }

    public override Place Shifted(double right, double down) => new AtPoint(X + right, Y + down);

    private static double Share(double value) => double.IsFinite(value) ? Math.Round(Math.Clamp(value, 0, 1), 5) : 0.5;
}
