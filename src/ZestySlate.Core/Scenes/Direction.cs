using System.Text.Json.Serialization;

namespace ZestySlate.Core.Scenes;

/// <summary>
/// A direction of looking in a panorama, in degrees: yaw -180 up to but not including 180 (0 is the middle of the picture, growing to the right),
/// pitch -90 (down) to 90 (up). Yaw outside is turned round, pitch outside is brought to the pole.
/// </summary>
public readonly record struct Direction
{
    [JsonConstructor]
    public Direction(double yaw, double pitch)
    {
        var turned = double.IsFinite(yaw) ? (yaw + 180) % 360 : 180;
        Yaw = Math.Round((turned < 0 ? turned + 360 : turned) - 180, 3);
        Yaw = Yaw >= 180 ? Yaw - 360 : Yaw;
        Pitch = Math.Round(double.IsFinite(pitch) ? Math.Clamp(pitch, -90, 90) : 0, 3);
    }

    public double Yaw { get; }

    public double Pitch { get; }

    /// <summary>The direction seen at a place of an equirectangular picture, given as shares of its width and height.</summary>
    public static Direction AtShare(double x, double y) => new((x * 360) - 180, 90 - (y * 180));

    /// <summary>The place in an equirectangular picture, as shares of its width and height.</summary>
    [JsonIgnore]
    public (double X, double Y) Share => ((Yaw + 180) / 360, (90 - Pitch) / 180);

    /// <summary>The angle between two directions in degrees, 0..180 (great-circle distance by the haversine formula, exact for small angles).</summary>
    public double AngleTo(Direction other)
    {
        var (a, b) = (Radians(Pitch), Radians(other.Pitch));
        var h = Square(Math.Sin((b - a) / 2)) + (Math.Cos(a) * Math.Cos(b) * Square(Math.Sin(Radians(other.Yaw - Yaw) / 2)));
        return 2 * Math.Asin(Math.Min(1, Math.Sqrt(h))) * 180 / Math.PI;
    }

    /// <summary>The direction at an angle from this one, on a bearing (0 up, 90 right), all in degrees.</summary>
    public Direction Towards(double bearing, double angle)
    {
        var (p, t, d) = (Radians(Pitch), Radians(bearing), Radians(angle));
        var pitch = Math.Asin((Math.Sin(p) * Math.Cos(d)) + (Math.Cos(p) * Math.Sin(d) * Math.Cos(t)));
        var yaw = Math.Atan2(Math.Sin(t) * Math.Sin(d) * Math.Cos(p), Math.Cos(d) - (Math.Sin(p) * Math.Sin(pitch)));
        return new(Yaw + (yaw * 180 / Math.PI), pitch * 180 / Math.PI);
    }

    /// <summary>The bearing from this direction to another in degrees, -180..180 (0 up, 90 right).</summary>
    public double BearingTo(Direction other)
    {
        var (a, b, turn) = (Radians(Pitch), Radians(other.Pitch), Radians(other.Yaw - Yaw));
        return Math.Atan2(Math.Sin(turn) * Math.Cos(b), (Math.Cos(a) * Math.Sin(b)) - (Math.Sin(a) * Math.Cos(b) * Math.Cos(turn)))
            * 180
            / Math.PI;
    }

    private static double Radians(double degrees) => degrees * Math.PI / 180;

    private static double Square(double value) => value * value;
}
