using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>The sky over the sea and the chart of it, while a warm and a cold front pass from the left to the right.</summary>
internal static class Weather
{
    private const double Warm = 0.36,
        Cold = 0.7;

    /// <summary>Draws one picture.</summary>
    /// <param name="canvas">Where.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="passed">How far the fronts have come, 0..1.</param>
    /// <param name="second">For what drifts and falls.</param>
    public static void Draw(SKCanvas canvas, int width, int height, double passed, double second)
    {
        var (horizon, edge) = (height * 0.72f, width * 0.68f);
        var grey = (float)Math.Clamp(Bump(passed, 0.36, 0.16) + (0.75 * Bump(passed, 0.52, 0.14)) + Bump(passed, Cold, 0.08), 0, 1);
        Sky(canvas, edge, horizon, grey);
        for (var i = 0; i < 9; i++)
        {
            Streak(canvas, i, second, edge, horizon * 0.28f, (float)Bump(passed, 0.14, 0.12));
        }

        Layer(canvas, second, edge, horizon * 0.42f, 70, (float)Bump(passed, 0.3, 0.1), 0xC4);
        Layer(canvas, second, edge, horizon * 0.3f, 130, (float)Math.Max(Bump(passed, 0.38, 0.09), 0.8 * Bump(passed, 0.52, 0.12)), 0x8E);
        Tower(canvas, edge * (float)((passed - Cold + 0.16) / 0.3), horizon, (float)Bump(passed, Cold, 0.11));
        for (var i = 0; i < 4; i++)
        {
            Puff(
                canvas,
                Wrap((i * 190) + ((float)second * 9), edge),
                horizon * (0.34f + (0.07f * (i % 2))),
                (float)Bump(passed, 0.97, 0.11)
            );
        }

        Sea(canvas, edge, horizon, height, grey);
        Rain(
            canvas,
            second,
            edge,
            horizon,
            (float)Math.Max(0.7 * Bump(passed, 0.32, 0.08), Math.Max(0.25 * Bump(passed, 0.52, 0.08), Bump(passed, Cold, 0.06)))
        );
        Hut(canvas, edge * 0.2f, horizon);
        Chart(canvas, edge, width, height * 0.6f, passed);
        Barometer(canvas, edge, width, height * 0.6f, height, passed);
    }

    /// <summary>A hill of height 1 round a place.</summary>
    private static double Bump(double at, double middle, double half) =>
        Math.Abs(at - middle) >= half ? 0 : 0.5 * (1 + Math.Cos(Math.PI * (at - middle) / half));

    private static float Wrap(float x, float width) => ((x % (width + 200)) + width + 200) % (width + 200) - 100;

    private static SKPaint Fill(SKColor colour, float blur = 0) =>
        new()
        {
            Color = colour,
            IsAntialias = true,
            MaskFilter = blur > 0 ? SKMaskFilter.CreateBlur(SKBlurStyle.Normal, blur) : null,
        };

    private static SKPaint Line(SKColor colour, float width) =>
        new()
        {
            Color = colour,
            IsAntialias = true,
            IsStroke = true,
            StrokeWidth = width,
        };

    private static SKColor Mix(SKColor a, SKColor b, float share) =>
        new(
            (byte)(a.Red + ((b.Red - a.Red) * share)),
            (byte)(a.Green + ((b.Green - a.Green) * share)),
            (byte)(a.Blue + ((b.Blue - a.Blue) * share))
        );

    private static void Sky(SKCanvas canvas, float edge, float horizon, float grey)
    {
        using var paint = Fill(SKColors.White);
        paint.Shader = SKShader.CreateLinearGradient(
            new SKPoint(0, 0),
            new SKPoint(0, horizon),
            [
                Mix(new SKColor(0x4C, 0x8F, 0xC4), new SKColor(0x7C, 0x88, 0x90), grey),
                Mix(new SKColor(0xDC, 0xEB, 0xEE), new SKColor(0xB9, 0xC0, 0xC2), grey),
            ],
            SKShaderTileMode.Clamp
        );
        canvas.DrawRect(0, 0, edge, horizon + 2, paint);
    }

    private static void Streak(SKCanvas canvas, int i, double second, float edge, float height, float strength)
    {
        using var paint = Line(SKColors.White.WithAlpha((byte)(190 * strength)), 3 + (i % 3));
        paint.MaskFilter = SKMaskFilter.CreateBlur(SKBlurStyle.Normal, 2.5f);
        using var path = new SKPathBuilder();
        var (x, y) = (Wrap((i * 83) + ((float)second * 4), edge), height * (0.35f + (0.085f * i)));
        path.MoveTo(x, y);
        path.CubicTo(x + 50, y - 18, x + 90, y + 4, x + 150, y - 22);
        canvas.DrawPath(path.Detach(), paint);
    }

    private static void Layer(SKCanvas canvas, double second, float edge, float y, float thick, float strength, byte shade)
    {
        using var paint = Fill(new SKColor(shade, (byte)(shade + 4), (byte)(shade + 8), (byte)(235 * strength)), 14);
        for (var i = 0; i < 14; i++)
        {
            canvas.DrawOval(Wrap((i * 61) + ((float)second * 6), edge), y + (12 * (float)Math.Sin(i * 1.9)), 90, thick / 2, paint);
        }
    }

    private static void Tower(SKCanvas canvas, float x, float horizon, float strength)
    {
        using var dark = Fill(new SKColor(0x5E, 0x67, 0x72, (byte)(250 * strength)), 9);
        using var light = Fill(new SKColor(0xE9, 0xEC, 0xEE, (byte)(245 * strength)), 8);
        for (var i = 0; i < 9; i++)
        {
            canvas.DrawCircle(x + (26 * (float)Math.Sin(i * 2.1)), horizon * (0.62f - (0.052f * i)), 62 - (2 * i), i < 3 ? dark : light);
        }

        canvas.DrawOval(x + 30, horizon * 0.14f, 150, 24, light);
        canvas.DrawRect(x - 90, horizon * 0.6f, 180, 30, dark);
    }

    private static void Puff(SKCanvas canvas, float x, float y, float strength)
    {
        using var paint = Fill(SKColors.White.WithAlpha((byte)(240 * strength)), 4);
        canvas.Save();
        canvas.ClipRect(new SKRect(x - 90, y - 80, x + 90, y + 12));
        foreach (var (dx, radius) in ((float, float)[])[(-38, 22), (-8, 34), (26, 27), (50, 17)])
        {
            canvas.DrawCircle(x + dx, y, radius, paint);
        }

        canvas.Restore();
    }

    private static void Sea(SKCanvas canvas, float edge, float horizon, int height, float grey)
    {
        using var paint = Fill(SKColors.White);
        paint.Shader = SKShader.CreateLinearGradient(
            new SKPoint(0, horizon),
            new SKPoint(0, height),
            [Mix(new SKColor(0x3F, 0x7F, 0x95), new SKColor(0x55, 0x66, 0x6E), grey), new SKColor(0x1F, 0x3C, 0x4A)],
            SKShaderTileMode.Clamp
        );
        canvas.DrawRect(0, horizon, edge, height - horizon, paint);
    }

    private static void Rain(SKCanvas canvas, double second, float edge, float horizon, float strength)
    {
        if (strength < 0.03)
        {
            return;
        }

        using var paint = Line(new SKColor(0xE6, 0xEE, 0xF2, (byte)(150 * strength)), 1.2f);
        var random = new Random(7);
        for (var i = 0; i < 170; i++)
        {
            var x = (float)random.NextDouble() * edge;
            var y = (float)((random.NextDouble() + (second * 1.4)) % 1) * horizon;
            canvas.DrawLine(x, y, x - 4, y + 15, paint);
        }
    }

    private static void Hut(SKCanvas canvas, float x, float horizon)
    {
        using var land = Fill(new SKColor(0x2C, 0x3B, 0x33));
        using var wall = Fill(new SKColor(0xEE, 0xE7, 0xD6));
        using var roof = Fill(new SKColor(0x9A, 0x3B, 0x3F));
        using var path = new SKPathBuilder();
        path.MoveTo(0, horizon - 8);
        path.QuadTo(x, horizon - 46, x * 2.2f, horizon + 14);
        path.LineTo(0, horizon + 40);
        canvas.DrawPath(path.Detach(), land);
        canvas.DrawRect(x - 26, horizon - 58, 52, 32, wall);
        using var top = new SKPathBuilder();
        top.MoveTo(x - 33, horizon - 57);
        top.LineTo(x, horizon - 80);
        top.LineTo(x + 33, horizon - 57);
        canvas.DrawPath(top.Detach(), roof);
    }

    /// <summary>The chart: a low with its two fronts (half circles for warm, triangles for cold air), and the place one looks from.</summary>
    private static void Chart(SKCanvas canvas, float left, int width, float height, double passed)
    {
        using var paper = Fill(new SKColor(0xFB, 0xF7, 0xEA));
        canvas.DrawRect(left, 0, width - left, height, paper);
        canvas.Save();
        canvas.ClipRect(new SKRect(left, 0, width, height));
        var (station, low) = (new SKPoint((left + width) / 2, height * 0.66f), 0f);
        low = station.X + (float)((passed - 0.53) * 520);
        using var thin = Line(new SKColor(0x8A, 0x93, 0x99), 1);
        for (var i = 1; i < 7; i++)
        {
            canvas.DrawOval(low, height * 0.22f, 34 * i, 22 * i, thin);
        }

        // Each front is over the place at its moment.
        Front(
            canvas,
            new SKPoint(low, height * 0.22f),
            station.X + (float)((passed - Warm) * 520),
            height,
            new SKColor(0xB4, 0x2C, 0x3C),
            warm: true
        );
        Front(
            canvas,
            new SKPoint(low, height * 0.22f),
            station.X + (float)((passed - Cold) * 520),
            height,
            new SKColor(0x1F, 0x4E, 0x8C),
            warm: false
        );
        canvas.Restore();
        using var ink = Fill(new SKColor(0x17, 0x23, 0x2B));
        using var rim = Line(new SKColor(0x17, 0x23, 0x2B), 2);
        canvas.DrawCircle(station, 6, ink);
        canvas.DrawCircle(station, 11, rim);
        canvas.DrawRect(left + 1, 1, width - left - 2, height - 2, rim);
    }

    private static void Front(SKCanvas canvas, SKPoint low, float atStation, float height, SKColor colour, bool warm)
    {
        using var line = Line(colour, 3);
        using var fill = Fill(colour);
        using var path = new SKPathBuilder();
        path.MoveTo(low);
        path.QuadTo((low.X + atStation) / 2 + (warm ? 26 : 10), height * 0.4f, atStation, height * 0.66f);
        path.LineTo(atStation - 12, height + 10);
        using var curve = path.Detach();
        canvas.DrawPath(curve, line);
        using var measure = new SKPathMeasure(curve);
        for (var at = 20f; at < measure.Length; at += 26)
        {
            measure.GetPositionAndTangent(at, out var place, out var along);
            canvas.Save();
            canvas.Translate(place.X, place.Y);
            canvas.RotateRadians((float)Math.Atan2(along.Y, along.X));
            using var mark = new SKPathBuilder();
            if (warm)
            {
                mark.AddArc(new SKRect(-8, -8, 8, 8), 180, 180);
            }
            else
            {
                mark.AddPoly([new SKPoint(-8, 0), new SKPoint(0, -12), new SKPoint(8, 0)]);
            }

            canvas.DrawPath(mark.Detach(), fill);
            canvas.Restore();
        }
    }

    /// <summary>The pressure as it was written up to now: it falls before the warm front and rises behind the cold one.</summary>
    private static void Barometer(SKCanvas canvas, float left, int width, float top, int height, double passed)
    {
        using var ground = Fill(new SKColor(0x22, 0x32, 0x3C));
        using var grid = Line(new SKColor(0x42, 0x55, 0x5F), 1);
        using var line = Line(new SKColor(0xC9, 0xDC, 0x2C), 3);
        canvas.DrawRect(left, top, width - left, height - top, ground);
        for (var i = 1; i < 5; i++)
        {
            canvas.DrawLine(left, top + ((height - top) * i / 5), width, top + ((height - top) * i / 5), grid);
            canvas.DrawLine(left + ((width - left) * i / 5), top, left + ((width - left) * i / 5), height, grid);
        }

        using var path = new SKPathBuilder();
        for (var x = 0.0; x <= passed; x += 0.01)
        {
            var pressure =
                x < Warm ? 0.85 - (0.5 * x / Warm)
                : x < Cold ? 0.35 - (0.1 * (x - Warm) / (Cold - Warm))
                : 0.25 + (0.6 * (x - Cold) / (1 - Cold));
            var point = new SKPoint(left + ((width - left) * (float)x), height - ((height - top) * (float)pressure));
            if (x == 0)
            {
                path.MoveTo(point);
            }
            else
            {
                path.LineTo(point);
            }
        }

        canvas.DrawPath(path.Detach(), line);
    }
}
