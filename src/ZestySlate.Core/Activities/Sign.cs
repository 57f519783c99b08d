using System.Text.Json.Serialization;

namespace ZestySlate.Core.Activities;

/// <summary>How a spot shows itself on its backdrop: the symbol of its kind, at a size.</summary>
public sealed record Sign
{
    /// <summary>The smallest and the greatest size.</summary>
    public const double Least = 0.6, Most = 3;

    [JsonConstructor]
    public Sign(double size = 1) => Size = double.IsFinite(size) ? Math.Round(Math.Clamp(size, Least, Most), 2) : 1;

    /// <summary>Size against the usual one: 1 is usual, 0.6 to 3.</summary>
    public double Size { get; }
}
