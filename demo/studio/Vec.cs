namespace ZestySlate.DemoStudio;

/// <summary>A point, a direction or a colour.</summary>
public readonly record struct Vec(double X, double Y, double Z)
{
    public static Vec operator +(Vec a, Vec b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Vec operator -(Vec a, Vec b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Vec operator *(Vec a, double s) => new(a.X * s, a.Y * s, a.Z * s);

    public static Vec operator *(Vec a, Vec b) => new(a.X * b.X, a.Y * b.Y, a.Z * b.Z);

    public double Dot(Vec b) => (X * b.X) + (Y * b.Y) + (Z * b.Z);

    public double Length => Math.Sqrt(Dot(this));

    public Vec Unit => this * (1 / Length);

    public static Vec Mix(Vec a, Vec b, double t) => a + ((b - a) * Math.Clamp(t, 0, 1));

    /// <summary>A colour of #rrggbb in linear light.</summary>
    public static Vec Colour(uint rgb) => new(Linear(rgb >> 16), Linear(rgb >> 8), Linear(rgb));

    private static double Linear(uint value) => Math.Pow((value & 255) / 255.0, 2.2);
}

/// <summary>Smooth noise, the same every time.</summary>
public static class Noise
{
    public static double At(double x, double y, double z = 0)
    {
        var (xi, yi, zi) = (Math.Floor(x), Math.Floor(y), Math.Floor(z));
        var (fx, fy, fz) = (Ease(x - xi), Ease(y - yi), Ease(z - zi));
        double Corner(int dx, int dy, int dz) => Hash((long)xi + dx, (long)yi + dy, (long)zi + dz);
        double Mix(double a, double b, double t) => a + ((b - a) * t);
        return Mix(
            Mix(Mix(Corner(0, 0, 0), Corner(1, 0, 0), fx), Mix(Corner(0, 1, 0), Corner(1, 1, 0), fx), fy),
            Mix(Mix(Corner(0, 0, 1), Corner(1, 0, 1), fx), Mix(Corner(0, 1, 1), Corner(1, 1, 1), fx), fy),
            fz
        );
    }

    /// <summary>Several layers of noise, each finer than the one before; 0 to 1.</summary>
    public static double Layers(double x, double y, int layers)
    {
        var (sum, weight, all) = (0.0, 0.5, 0.0);
        for (var i = 0; i < layers; i++)
        {
            sum += At(x, y, i * 17.3) * weight;
            all += weight;
            (x, y, weight) = ((x * 2.03) + 5.1, (y * 2.03) + 1.7, weight * 0.5);
        }

        return sum / all;
    }

    private static double Ease(double t) => t * t * (3 - (2 * t));

    private static double Hash(long x, long y, long z)
    {
        var h = (ulong)((x * 374761393) + (y * 668265263) + (z * 2147483647));
        h = (h ^ (h >> 13)) * 1274126177;
        return ((h ^ (h >> 16)) & 0xffff) / 65535.0;
    }
}
