using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>
/// The video «On the lamp gallery», in all directions: evening comes, the lens behind begins to glow, its beam goes round, slowly, and a
/// ship passes with its lights.
/// </summary>
internal static class GalleryFilm
{
    private const int Width = 2048,
        Height = Width / 2;

    /// <summary>How long the beam takes for one turn, in seconds: slow enough to disturb nobody.</summary>
    private const double Turn = 10;

    private static readonly (string Words, double Pause)[] Commentary =
    [
        ("This is the lamp gallery, as evening falls.", 0.6),
        ("Turn round: behind you, the great lens begins to glow.", 1.0),
        ("On the right a ship passes, with a white light above a green one.", 1.2),
        ("The beam takes ten seconds for one turn.", 1.2),
    ];

    /// <summary>Makes videos/on-the-lamp-gallery.webm and .vtt out of the two pictures of the gallery.</summary>
    public static void Make(string folder)
    {
        using var day = Read(Path.Combine(folder, "panoramas", "lamp-gallery.jpg"));
        using var night = Read(Path.Combine(folder, "panoramas", "lamp-gallery-night.jpg"));
        using var outside = Outside();
        Filming.Make(
            Path.Combine(folder, "videos", "on-the-lamp-gallery"),
            Commentary,
            new SKSizeI(Width, Height),
            rate: 12,
            quality: 40,
            tail: 3.4,
            (canvas, _, second, lasts) => Draw(canvas, day, night, outside, second, lasts)
        );
    }

    private static void Draw(SKCanvas canvas, SKImage day, SKImage night, SKImage outside, double second, double lasts)
    {
        var dusk = Math.Clamp((second - 1) / 9, 0, 1);
        dusk = dusk * dusk * (3 - (2 * dusk));
        canvas.DrawImage(day, 0, 0, SKSamplingOptions.Default);
        using var veil = new SKPaint { Color = SKColors.White.WithAlpha((byte)(dusk * 255)) };
        canvas.DrawImage(night, 0, 0, SKSamplingOptions.Default, veil);

        // What is seen through the glass lies behind the bars.
        canvas.SaveLayer();
        Ship(canvas, second / lasts, dusk);
        Beam(canvas, second / Turn, dusk);
        using var behind = new SKPaint { BlendMode = SKBlendMode.DstIn };
        canvas.DrawImage(outside, 0, 0, SKSamplingOptions.Default, behind);
        canvas.Restore();
        Glow(canvas, dusk);
    }

    /// <summary>A ship that goes from left to right shows its starboard side: green below the white light of its mast.</summary>
    private static void Ship(SKCanvas canvas, double far, double dusk)
    {
        var (x, y) = (X(18 + (34 * far)), Y(-0.2));
        using var hull = new SKPaint { Color = new SKColor(34, 40, 46), IsAntialias = true };
        using var bow = new SKPathBuilder();
        bow.MoveTo(x - 46, y - 9);
        bow.LineTo(x + 52, y - 11);
        bow.LineTo(x + 40, y + 4);
        bow.LineTo(x - 42, y + 4);
        bow.Close();
        using var shape = bow.Detach();
        canvas.DrawPath(shape, hull);
        canvas.DrawRect(x - 30, y - 22, 22, 14, hull);
        canvas.DrawRect(x + 8, y - 34, 2, 24, hull);
        Light(canvas, x + 9, y - 35, SKColors.White, dusk);
        Light(canvas, x + 30, y - 13, new SKColor(70, 255, 140), dusk);
    }

    private static void Light(SKCanvas canvas, float x, float y, SKColor colour, double dusk)
    {
        using var halo = new SKPaint
        {
            Shader = SKShader.CreateRadialGradient(
                new SKPoint(x, y),
                11,
                [colour.WithAlpha((byte)(60 + (dusk * 180))), colour.WithAlpha(0)],
                SKShaderTileMode.Clamp
            ),
        };
        canvas.DrawCircle(x, y, 11, halo);
        using var core = new SKPaint { Color = colour, IsAntialias = true };
        canvas.DrawCircle(x, y, 2.4f, core);
    }

    private static void Beam(SKCanvas canvas, double turns, double dusk)
    {
        var yaw = (turns * 360) % 360;
        foreach (var at in new[] { yaw - 360, yaw, yaw + 360 })
        {
            var (left, right) = (X(at - 14), X(at + 14));
            using var light = new SKPaint
            {
                Shader = SKShader.CreateLinearGradient(
                    new SKPoint(left, 0),
                    new SKPoint(right, 0),
                    [new SKColor(255, 240, 200, 0), new SKColor(255, 240, 200, (byte)(dusk * 110)), new SKColor(255, 240, 200, 0)],
                    SKShaderTileMode.Clamp
                ),
            };
            canvas.DrawRect(left, Y(30), right - left, Y(-1) - Y(30), light);
        }
    }

    /// <summary>The lens stands behind: at both edges of the picture.</summary>
    private static void Glow(SKCanvas canvas, double dusk)
    {
        foreach (var x in new[] { 0f, Width })
        {
            using var light = new SKPaint
            {
                Shader = SKShader.CreateRadialGradient(
                    new SKPoint(x, Y(0)),
                    Width * 0.13f,
                    [new SKColor(255, 236, 190, (byte)(dusk * 190)), new SKColor(255, 236, 190, 0)],
                    SKShaderTileMode.Clamp
                ),
            };
            canvas.DrawCircle(x, Y(0), Width * 0.13f, light);
        }
    }

    private static SKImage Read(string path)
    {
        using var all = SKBitmap.Decode(path);
        using var fitted = all.Resize(
            new SKImageInfo(Width, Height, SKColorType.Rgba8888),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
        );
        return SKImage.FromBitmap(fitted);
    }

    /// <summary>Opaque where one sees through the glass.</summary>
    private static SKImage Outside()
    {
        var path = Path.GetTempFileName();
        Renderer.Render(
            Rooms.LampGallery(true) with
            {
                Outside = _ => new Vec(90, 90, 90),
                Ambient = default,
                Lamps = [],
                Things = Rooms.LampGallery(false).Things,
            },
            Width,
            path
        );
        using var drawn = SKBitmap.Decode(path);
        File.Delete(path);
        using var mask = new SKBitmap(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        for (var y = 0; y < Height; y++)
        {
            for (var x = 0; x < Width; x++)
            {
                var white = drawn.GetPixel(x, y).Red;
                mask.SetPixel(x, y, new SKColor(255, 255, 255, white));
            }
        }

        return SKImage.FromBitmap(mask);
    }

    /// <summary>Where a direction lies across, from 180° on the left to 180° on the right.</summary>
    private static float X(double yaw) => (float)((yaw + 180) / 360 * Width);

    private static float Y(double pitch) => (float)((90 - pitch) / 180 * Height);
}
