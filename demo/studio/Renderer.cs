using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>A lamp: where it is, how bright, in what colour.</summary>
public sealed record Lamp(Vec Place, Vec Colour, double Power);

/// <summary>A room with all that is in it, and where one stands.</summary>
public sealed record Set(string Name, Vec Eye, IReadOnlyList<Thing> Things, IReadOnlyList<Lamp> Lamps, Func<Vec, Vec> Outside, Vec Ambient);

/// <summary>Renders a set as an equirectangular picture: the middle of the picture is the direction of -z, to the right is +x.</summary>
public static class Renderer
{
    private const int Samples = 2;
    private const double Edge = 0.09;

    /// <summary>Renders once a pixel, then again and finer where neighbours differ: at edges, where steps would be seen.</summary>
    public static void Render(Set set, int width, string path)
    {
        var height = width / 2;
        var light = new Vec[width * height];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                light[(y * width) + x] = Looked(set, (x + 0.5) / width, (y + 0.5) / height);
            }
        });

        var pixels = new byte[width * height * 4];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var at = (y * width) + x;
                var seen = IsEdge(light, width, height, x, y) ? Finer(set, x, y, width, height) : light[at];
                (pixels[at * 4], pixels[(at * 4) + 1], pixels[(at * 4) + 2], pixels[(at * 4) + 3]) = (
                    Shown(seen.X),
                    Shown(seen.Y),
                    Shown(seen.Z),
                    255
                );
            }
        });
        using var picture = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        System.Runtime.InteropServices.Marshal.Copy(pixels, 0, picture.GetPixels(), pixels.Length);
        using var encoded = picture.Encode(SKEncodedImageFormat.Jpeg, 80);
        File.WriteAllBytes(path, encoded.ToArray());
    }

    private static Vec Looked(Set set, double x, double y)
    {
        var (yaw, pitch) = (((x * 2) - 1) * Math.PI, (0.5 - y) * Math.PI);
        return Seen(set, set.Eye, new Vec(Math.Sin(yaw) * Math.Cos(pitch), Math.Sin(pitch), -Math.Cos(yaw) * Math.Cos(pitch)));
    }

    private static Vec Finer(Set set, int x, int y, int width, int height)
    {
        var sum = default(Vec);
        for (var s = 0; s < Samples * Samples; s++)
        {
            sum += Looked(set, (x + (((s % Samples) + 0.5) / Samples)) / width, (y + (((s / Samples) + 0.5) / Samples)) / height);
        }

        return sum * (1.0 / (Samples * Samples));
    }

    private static bool IsEdge(Vec[] light, int width, int height, int x, int y)
    {
        var here = light[(y * width) + x];
        bool Differs(int dx, int dy)
        {
            var other = light[(Math.Clamp(y + dy, 0, height - 1) * width) + ((x + dx + width) % width)];
            var away = other - here;
            return Math.Abs(away.X) + Math.Abs(away.Y) + Math.Abs(away.Z) > Edge * (0.15 + here.X + here.Y + here.Z);
        }

        return Differs(1, 0) || Differs(-1, 0) || Differs(0, 1) || Differs(0, -1);
    }

    private static Vec Seen(Set set, Vec from, Vec way)
    {
        if (Nearest(set, from, way, double.PositiveInfinity, shadow: false) is not { } hit)
        {
            return set.Outside(way);
        }

        var point = from + (way * hit.Distance);
        var (colour, glow) = hit.Thing is Hanging hanging ? (hanging.ColourAt(point), hanging.Glow) : hit.Thing.Paint(point, hit.Normal);
        // Corners are darker: less of the room is open before them.
        var open = 0.55 + (0.45 * Openness(set, point, hit.Normal));
        var light = set.Ambient * open;
        foreach (var lamp in set.Lamps)
        {
            var to = lamp.Place - point;
            var distance = to.Length;
            var ray = to * (1 / distance);
            var facing = hit.Normal.Dot(ray);
            if (facing > 0 && Nearest(set, point + (hit.Normal * 0.003), ray, distance - 0.02, shadow: true) is null)
            {
                light += lamp.Colour * (lamp.Power * facing / (1 + (distance * distance)));
            }
        }

        return (colour * light) + (colour * glow);
    }

    private static Hit? Nearest(Set set, Vec from, Vec way, double within, bool shadow)
    {
        Hit? best = null;
        foreach (var thing in set.Things)
        {
            if (shadow && thing.NoShadow)
            {
                continue;
            }

            if (thing.Meet(from, way) is { } hit && hit.Distance < within && (best is null || hit.Distance < best.Value.Distance))
            {
                best = hit;
                if (shadow)
                {
                    return best;
                }
            }
        }

        return best;
    }

    /// <summary>How much is open before a surface, by a few short looks.</summary>
    private static double Openness(Set set, Vec point, Vec normal)
    {
        var side = Math.Abs(normal.Y) > 0.9 ? new Vec(1, 0, 0) : new Vec(0, 1, 0);
        var other = new Vec(
            (normal.Y * side.Z) - (normal.Z * side.Y),
            (normal.Z * side.X) - (normal.X * side.Z),
            (normal.X * side.Y) - (normal.Y * side.X)
        );
        var open = 0.0;
        foreach (var (a, b) in new[] { (0.0, 0.0), (0.8, 0.0), (-0.8, 0.0), (0.0, 0.8), (0.0, -0.8) })
        {
            var way = (normal + (side * a) + (other * b)).Unit;
            open += Math.Min(1, (Nearest(set, point + (normal * 0.004), way, 0.7, shadow: true)?.Distance ?? 0.7) / 0.7);
        }

        return open / 5;
    }

    private static byte Shown(double light)
    {
        // A soft shoulder keeps bright windows from burning out.
        var mapped = light * (1 + (light / 6)) / (1 + light);
        return (byte)Math.Clamp(Math.Pow(mapped * 1.25, 1 / 2.2) * 255, 0, 255);
    }
}
