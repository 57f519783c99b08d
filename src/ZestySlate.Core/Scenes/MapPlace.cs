namespace ZestySlate.Core.Scenes;

/// <summary>Where a scene stands on the author's map: its upper left corner, in units of which a scene is <see cref="MapLayout.Wide"/> wide.</summary>
/// <param name="X">To the right, within <see cref="Farthest"/>.</param>
/// <param name="Y">Downwards, within <see cref="Farthest"/>.</param>
public sealed record MapPlace(int X, int Y)
{
    /// <summary>So far from the middle a scene can stand.</summary>
    public const int Farthest = 100_000;

    /// <summary>This place, no farther than a scene can stand.</summary>
    public MapPlace Within => new(Math.Clamp(X, -Farthest, Farthest), Math.Clamp(Y, -Farthest, Farthest));

    /// <summary>Whether two scenes at these places would lie on each other.</summary>
    public bool Touches(MapPlace other) =>
        Math.Abs((long)X - other.X) < MapLayout.Wide + 8 && Math.Abs((long)Y - other.Y) < MapLayout.High + 8;
}
