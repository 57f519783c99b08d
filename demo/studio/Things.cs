using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>What a surface looks like at a point: its colour, and how much it shines by itself.</summary>
public delegate (Vec Colour, double Glow) Paint(Vec point, Vec normal);

/// <summary>Where a ray meets a thing.</summary>
public readonly record struct Hit(double Distance, Vec Normal, Thing Thing);

/// <summary>Something in a room.</summary>
public abstract class Thing(Paint paint)
{
    public Paint Paint { get; } = paint;

    /// <summary>True for glass and lamps, which throw no shadow.</summary>
    public bool NoShadow { get; init; }

    public abstract Hit? Meet(Vec from, Vec way);
}

/// <summary>An upright block; turned round the vertical by some degrees.</summary>
public sealed class Block(Vec low, Vec high, Paint paint, double turn = 0) : Thing(paint)
{
    private readonly double _sin = Math.Sin(turn * Math.PI / 180),
        _cos = Math.Cos(turn * Math.PI / 180);
    private readonly Vec _middle = (low + high) * 0.5;

    public override Hit? Meet(Vec from, Vec way)
    {
        var (o, d) = (Turned(from - _middle, -_sin), Turned(way, -_sin));
        var half = (high - low) * 0.5;
        var (near, far, axis) = (double.NegativeInfinity, double.PositiveInfinity, 0);
        for (var i = 0; i < 3; i++)
        {
            var (p, v, h) =
                i == 0 ? (o.X, d.X, half.X)
                : i == 1 ? (o.Y, d.Y, half.Y)
                : (o.Z, d.Z, half.Z);
            if (Math.Abs(v) < 1e-9)
            {
                if (Math.Abs(p) > h)
                {
                    return null;
                }

                continue;
            }

            var (a, b) = ((-h - p) / v, (h - p) / v);
            (a, b) = a < b ? (a, b) : (b, a);
            if (a > near)
            {
                (near, axis) = (a, i);
            }

            far = Math.Min(far, b);
        }

        if (near > far || near < 1e-4)
        {
            return null;
        }

        var sign =
            axis == 0 ? -Math.Sign(d.X)
            : axis == 1 ? -Math.Sign(d.Y)
            : -Math.Sign(d.Z);
        var normal =
            axis == 0 ? new Vec(sign, 0, 0)
            : axis == 1 ? new Vec(0, sign, 0)
            : new Vec(0, 0, sign);
        return new Hit(near, Turned(normal, _sin), this);
    }

    private Vec Turned(Vec v, double sin) => new((v.X * _cos) + (v.Z * sin), v.Y, (v.Z * _cos) - (v.X * sin));
}

/// <summary>The inside of a room: walls, floor and ceiling, with openings to the outside.</summary>
public sealed class Room(Vec low, Vec high, Func<Vec, Vec, bool> opening, Paint paint) : Thing(paint)
{
    public override Hit? Meet(Vec from, Vec way)
    {
        var (best, normal) = (double.PositiveInfinity, default(Vec));
        void Try(double p, double v, double wall, Vec n)
        {
            var t = (wall - p) / v;
            if (t > 1e-4 && t < best)
            {
                (best, normal) = (t, n);
            }
        }

        Try(from.X, way.X, way.X > 0 ? high.X : low.X, new Vec(way.X > 0 ? -1 : 1, 0, 0));
        Try(from.Y, way.Y, way.Y > 0 ? high.Y : low.Y, new Vec(0, way.Y > 0 ? -1 : 1, 0));
        Try(from.Z, way.Z, way.Z > 0 ? high.Z : low.Z, new Vec(0, 0, way.Z > 0 ? -1 : 1));
        return opening(from + (way * best), normal) ? null : new Hit(best, normal, this);
    }
}

/// <summary>An ellipsoid.</summary>
public sealed class Ball(Vec middle, Vec radii, Paint paint) : Thing(paint)
{
    public override Hit? Meet(Vec from, Vec way)
    {
        var o = new Vec((from.X - middle.X) / radii.X, (from.Y - middle.Y) / radii.Y, (from.Z - middle.Z) / radii.Z);
        var d = new Vec(way.X / radii.X, way.Y / radii.Y, way.Z / radii.Z);
        var (a, b, c) = (d.Dot(d), o.Dot(d), o.Dot(o) - 1);
        var root = (b * b) - (a * c);
        if (root < 0)
        {
            return null;
        }

        var t = (-b - Math.Sqrt(root)) / a;
        if (t < 1e-4)
        {
            return null;
        }

        var p = o + (d * t);
        return new Hit(t, new Vec(p.X / radii.X, p.Y / radii.Y, p.Z / radii.Z).Unit, this);
    }
}

/// <summary>An upright column.</summary>
public sealed class Column(double x, double z, double low, double high, double radius, Paint paint) : Thing(paint)
{
    public override Hit? Meet(Vec from, Vec way)
    {
        var (ox, oz) = (from.X - x, from.Z - z);
        var (a, b, c) = ((way.X * way.X) + (way.Z * way.Z), (ox * way.X) + (oz * way.Z), (ox * ox) + (oz * oz) - (radius * radius));
        Hit? best = null;
        if (a > 1e-12 && (b * b) - (a * c) is var root and >= 0)
        {
            var t = (-b - Math.Sqrt(root)) / a;
            var y = from.Y + (way.Y * t);
            if (t > 1e-4 && y >= low && y <= high)
            {
                best = new Hit(t, new Vec((ox + (way.X * t)) / radius, 0, (oz + (way.Z * t)) / radius), this);
            }
        }

        foreach (var (level, up) in new[] { (high, 1.0), (low, -1.0) })
        {
            var t = (level - from.Y) / way.Y;
            var (px, pz) = (ox + (way.X * t), oz + (way.Z * t));
            if (t > 1e-4 && (px * px) + (pz * pz) <= radius * radius && (best is null || t < best.Value.Distance))
            {
                best = new Hit(t, new Vec(0, up, 0), this);
            }
        }

        return best;
    }
}

/// <summary>A flat picture that hangs in a room, facing along an axis.</summary>
public sealed class Hanging : Thing
{
    private readonly Vec _corner,
        _right,
        _down,
        _normal;
    private readonly double _width,
        _height;

    public Hanging(Vec middle, Vec right, double width, double height, SKBitmap picture, double glow = 0)
        : base((point, _) => (default, 0))
    {
        _right = right;
        _down = new Vec(0, -1, 0);
        _normal = new Vec(-right.Z, 0, right.X);
        (_width, _height) = (width, height);
        _corner = middle - (right * (width / 2)) - (_down * (height / 2));
        Picture = picture;
        Glow = glow;
    }

    public SKBitmap Picture { get; }

    public double Glow { get; }

    public override Hit? Meet(Vec from, Vec way)
    {
        var t = (_corner - from).Dot(_normal) / way.Dot(_normal);
        if (t < 1e-4 || double.IsNaN(t))
        {
            return null;
        }

        var p = from + (way * t) - _corner;
        var (u, v) = (p.Dot(_right), p.Dot(_down));
        return u >= 0 && v >= 0 && u <= _width && v <= _height ? new Hit(t, way.Dot(_normal) > 0 ? _normal * -1 : _normal, this) : null;
    }

    /// <summary>The colour of the picture at a point of it.</summary>
    public Vec ColourAt(Vec point)
    {
        var p = point - _corner;
        var c = Picture.GetPixel(
            Math.Clamp((int)(p.Dot(_right) / _width * Picture.Width), 0, Picture.Width - 1),
            Math.Clamp((int)(p.Dot(_down) / _height * Picture.Height), 0, Picture.Height - 1)
        );
        return Vec.Colour(((uint)c.Red << 16) | ((uint)c.Green << 8) | c.Blue);
    }
}
