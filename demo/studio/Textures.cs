using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>Pictures that hang in the rooms, drawn by code.</summary>
public static class Textures
{
    private static readonly SKTypeface Face = SKTypeface.FromFile("/usr/share/fonts/truetype/dejavu/DejaVuSerif-Bold.ttf")
        ?? throw new FileNotFoundException("The words on charts and dials need the fonts of Debian's package fonts-dejavu-core.");

    /// <summary>The chart on the wall: coast, depths, marks, a compass rose. It is also a scene of its own.</summary>
    public static SKBitmap Chart(int width)
    {
        var picture = new SKBitmap(width, width * 5 / 8);
        using var canvas = new SKCanvas(picture);
        canvas.Scale(width / 1600f);
        canvas.Clear(new SKColor(0xef, 0xe4, 0xc8));
        using var sea = Fill(0xbfd8d6);
        canvas.DrawRect(40, 40, 1520, 920, sea);
        for (var depth = 3; depth >= 1; depth--)
        {
            using var shallow = Fill(
                depth switch
                {
                    3 => 0xcbe2dcu,
                    2 => 0xd9ebe1u,
                    _ => 0xe6f2e6u,
                }
            );
            canvas.DrawPath(Coast(depth * 38), shallow);
        }

        using var land = Fill(0xe8d29a);
        using var edge = Line(0x5a4a2c, 4);
        canvas.DrawPath(Coast(0), land);
        canvas.DrawPath(Coast(0), edge);
        using var island = new SKPathBuilder();
        island.MoveTo(1130, 300);
        island.CubicTo(1180, 250, 1270, 260, 1290, 320);
        island.CubicTo(1280, 380, 1190, 400, 1140, 370);
        island.Close();
        using var isle = island.Detach();
        canvas.DrawPath(isle, land);
        canvas.DrawPath(isle, edge);

        using var grid = Line(0x6b7f80, 1);
        for (var x = 200; x < 1560; x += 160)
        {
            canvas.DrawLine(x, 40, x, 960, grid);
        }

        for (var y = 160; y < 960; y += 160)
        {
            canvas.DrawLine(40, y, 1560, y, grid);
        }

        using var frame = Line(0x3b3020, 6);
        canvas.DrawRect(40, 40, 1520, 920, frame);
        Write(canvas, "GANNET POINT AND THE SOUND", 800, 108, 40, 0x3b3020);
        Write(canvas, "Gannet Point", 330, 420, 30, 0x3b3020);
        Write(canvas, "Wren Isle", 1210, 330, 26, 0x3b3020);
        Write(canvas, "The Sound", 860, 560, 34, 0x2d5a64, italic: true);
        Write(canvas, "Boathouse", 420, 690, 24, 0x3b3020);
        var number = 7;
        for (var y = 210; y < 930; y += 92)
        {
            for (var x = 620; x < 1540; x += 118)
            {
                number = ((number * 37) + 11) % 61;
                if (!(x > 1080 && x < 1340 && y is > 220 and < 430))
                {
                    Write(
                        canvas,
                        (4 + (number % 28)).ToString(System.Globalization.CultureInfo.InvariantCulture),
                        x + (number % 17) - 8,
                        y + (number % 13),
                        19,
                        0x4a6a70
                    );
                }
            }
        }

        // The beacon, the buoys, the wreck.
        using var red = Fill(0xa82a3b);
        using var green = Fill(0x2c6417);
        canvas.DrawCircle(470, 380, 11, red);
        canvas.DrawPath(Polygon(470, 360, 3, 26, -90), red);
        Write(canvas, "Beacon  Fl 3  15 s", 560, 345, 22, 0xa82a3b, left: true);
        foreach (
            var (x, y, name, fill) in new[] { (760, 470, "A", green), (930, 400, "B", green), (1040, 610, "C", red), (820, 770, "D", red) }
        )
        {
            canvas.DrawPath(Polygon(x, y, 4, 17, 45), fill);
            Write(canvas, name, x + 26, y + 8, 24, 0x3b3020);
        }

        using var wreck = Line(0x3b3020, 4);
        canvas.DrawLine(1360, 700, 1420, 700, wreck);
        foreach (var x in new[] { 1372, 1390, 1408 })
        {
            canvas.DrawLine(x, 686, x, 714, wreck);
        }

        Rose(canvas, 1330, 830, 95);
        return picture;
    }

    /// <summary>A round dial with a hand, as on a barometer or a clock.</summary>
    public static SKBitmap Dial(string words, double hand, int marks, double? second = null)
    {
        var picture = new SKBitmap(512, 512);
        using var canvas = new SKCanvas(picture);
        canvas.Clear(Colour(0xe6dcc4));
        using var rim = Fill(0x8a6a2c);
        using var face = Fill(0xfbf5e4);
        using var mark = Line(0x2b2b28, 7);
        canvas.DrawCircle(256, 256, 254, rim);
        canvas.DrawCircle(256, 256, 222, face);
        for (var i = 0; i < marks; i++)
        {
            var (sin, cos) = Math.SinCos(i * 2 * Math.PI / marks);
            canvas.DrawLine(256 + (float)(sin * 186), 256 - (float)(cos * 186), 256 + (float)(sin * 210), 256 - (float)(cos * 210), mark);
        }

        Write(canvas, words, 256, 360, 40, 0x2b2b28);
        Hand(canvas, hand, 170, 0xa82a3b);
        if (second is { } other)
        {
            Hand(canvas, other, 115, 0x2b2b28);
        }

        using var hub = Fill(0x2b2b28);
        canvas.DrawCircle(256, 256, 16, hub);
        return picture;
    }

    /// <summary>A board or a page with lines of words.</summary>
    public static SKBitmap Page(uint paper, uint ink, float size, params string[] lines)
    {
        var picture = new SKBitmap(720, 900);
        using var canvas = new SKCanvas(picture);
        canvas.Clear(Colour(paper));
        for (var i = 0; i < lines.Length; i++)
        {
            Write(canvas, lines[i], 360, 110 + (i * size * 1.7f), size, ink);
        }

        return picture;
    }

    public static SKPaint Fill(uint rgb) => new() { Color = Colour(rgb), IsAntialias = true };

    public static SKPaint Line(uint rgb, float width) =>
        new()
        {
            Color = Colour(rgb),
            IsAntialias = true,
            Style = SKPaintStyle.Stroke,
            StrokeWidth = width,
            StrokeCap = SKStrokeCap.Round,
            StrokeJoin = SKStrokeJoin.Round,
        };

    public static void Write(SKCanvas canvas, string words, float x, float y, float size, uint rgb, bool italic = false, bool left = false)
    {
        using var font = new SKFont(Face, size) { SkewX = italic ? -0.2f : 0 };
        using var paint = Fill(rgb);
        canvas.DrawText(words, x, y, left ? SKTextAlign.Left : SKTextAlign.Center, font, paint);
    }

    private static SKColor Colour(uint rgb) => new((byte)(rgb >> 16), (byte)(rgb >> 8), (byte)rgb);

    private static void Hand(SKCanvas canvas, double degrees, float length, uint rgb)
    {
        using var paint = Line(rgb, 13);
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        canvas.DrawLine(256, 256, 256 + (float)(sin * length), 256 - (float)(cos * length), paint);
    }

    private static SKPath Polygon(float x, float y, int corners, float radius, double from)
    {
        var path = new SKPathBuilder();
        for (var i = 0; i < corners; i++)
        {
            var (sin, cos) = Math.SinCos((from + (i * 360.0 / corners)) * Math.PI / 180);
            var point = new SKPoint(x + (float)(cos * radius), y + (float)(sin * radius));
            if (i == 0)
            {
                path.MoveTo(point);
            }
            else
            {
                path.LineTo(point);
            }
        }

        path.Close();
        return path.Detach();
    }

    private static void Rose(SKCanvas canvas, float x, float y, float radius)
    {
        using var ring = Line(0x3b3020, 2);
        using var dark = Fill(0x3b3020);
        using var light = Fill(0xc9a94e);
        canvas.DrawCircle(x, y, radius, ring);
        canvas.DrawCircle(x, y, radius * 0.78f, ring);
        for (var i = 0; i < 8; i++)
        {
            using var point = new SKPathBuilder();
            var major = i % 2 == 0;
            var (sin, cos) = Math.SinCos(i * Math.PI / 4);
            var (s1, c1) = Math.SinCos((i * Math.PI / 4) + 0.4);
            point.MoveTo(x, y);
            point.LineTo(x + (float)(s1 * radius * 0.26), y - (float)(c1 * radius * 0.26));
            point.LineTo(x + (float)(sin * radius * (major ? 0.95 : 0.65)), y - (float)(cos * radius * (major ? 0.95 : 0.65)));
            point.Close();
            canvas.DrawPath(point.Detach(), major ? dark : light);
        }

        Write(canvas, "N", x, y - radius - 10, 28, 0x3b3020);
    }

    private static SKPath Coast(float off)
    {
        var path = new SKPathBuilder();
        path.MoveTo(40, 40);
        path.LineTo(520 + off, 40);
        path.CubicTo(560 + off, 150, 470 + off, 210, 500 + off, 280);
        path.CubicTo(560 + off, 330, 540 + off, 420, 470 + off, 450);
        path.CubicTo(400 + off, 500, 520 + off, 560, 500 + off, 640);
        path.CubicTo(480 + off, 720, 360 + off, 720, 330 + off, 800);
        path.CubicTo(300 + off, 880, 220 + off, 900, 180 + off, 960);
        path.LineTo(40, 960);
        path.Close();
        return path.Detach();
    }
}
