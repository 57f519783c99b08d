using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Storage.Media;

/// <summary>A box on a picture as shares of its width and height. On a panorama it may pass the seam: X + Width above 1, or X below 0.</summary>
public readonly record struct PictureBox(double X, double Y, double Width, double Height);

/// <summary>What to do to a picture, in this order: blur, turn, straighten, crop, resize.</summary>
public sealed record PictureChange
{
    /// <summary>Quarter turns to the right, 0..3.</summary>
    public int QuarterTurns { get; init; }

    /// <summary>Degrees to the right, -45..45; the corners that would be empty are cut off.</summary>
    public double Straighten { get; init; }

    /// <summary>What to keep of the turned and straightened picture, or null for all.</summary>
    public PictureBox? Crop { get; init; }

    /// <summary>The new width in pixels, or null to keep it. A picture is never made larger.</summary>
    public int? Width { get; init; }

    /// <summary>What nobody is to recognise, on the picture as it was.</summary>
    public ValueList<PictureBox> Blurs { get; init; } = [];

    /// <summary>True for a panorama, whose right edge meets its left one.</summary>
    public bool Wraps { get; init; }
}

/// <summary>Changes pictures: crops, straightens, resizes, blurs.</summary>
public static class PictureEditing
{
    /// <summary>A blurred region keeps no more detail than this many patches along its longer side.</summary>
    private const int Patches = 4;

    /// <summary>The changed picture. The bytes must be those of a stored picture.</summary>
    public static Outcome<ReadyFile> Apply(byte[] picture, string contentType, PictureChange change)
    {
        if (contentType is "image/svg+xml" or "image/gif")
        {
            return Outcome<ReadyFile>.Refused(
                "This picture cannot be changed here; it is a drawing, or it moves. Change it where it was made, then replace it."
            );
        }

        using var original = SKBitmap.Decode(picture);
        using var pixels = original.Copy(SKColorType.Rgba8888);
        foreach (var box in change.Blurs)
        {
            Blur(pixels, box, change.Wraps);
        }

        using var turned = Turned(pixels, ((change.QuarterTurns % 4) + 4) % 4);
        using var straight = Straightened(turned, Math.Clamp(change.Straighten, -45, 45));
        using var cropped = Cropped(straight, change.Crop);
        if (cropped.Width < 8 || cropped.Height < 8)
        {
            return Outcome<ReadyFile>.Refused("Too little of the picture would be left. Keep a larger part.");
        }

        using var sized =
            change.Width is { } width && width < cropped.Width && width >= 8
                ? cropped.Resize(
                    new SKSizeI(width, Math.Max(1, (int)Math.Round((double)cropped.Height * width / cropped.Width))),
                    new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
                )
                : cropped.Copy();
        var (format, type, quality) = contentType switch
        {
            "image/jpeg" => (SKEncodedImageFormat.Jpeg, contentType, 92),
            "image/webp" => (SKEncodedImageFormat.Webp, contentType, 90),
            _ => (SKEncodedImageFormat.Png, "image/png", 100),
        };
        using var encoded = sized.Encode(format, quality);
        return new ReadyFile(encoded.ToArray(), MediaKind.Picture, type, sized.Width, sized.Height);
    }

    /// <summary>Makes a region unrecognisable: it is averaged to a few patches and those are averaged with their neighbours, so the detail
    /// is not merely hidden but gone.</summary>
    private static void Blur(SKBitmap pixels, PictureBox box, bool wraps)
    {
        var (left, top) = ((int)Math.Floor(box.X * pixels.Width), (int)Math.Floor(Math.Max(0, box.Y) * pixels.Height));
        var (right, bottom) = (
            (int)Math.Ceiling((box.X + box.Width) * pixels.Width),
            (int)Math.Ceiling(Math.Min(1, box.Y + box.Height) * pixels.Height)
        );
        if (!wraps)
        {
            (left, right) = (Math.Clamp(left, 0, pixels.Width), Math.Clamp(right, 0, pixels.Width));
        }

        var (width, height) = (Math.Min(right - left, pixels.Width), bottom - top);
        if (width < 1 || height < 1)
        {
            return;
        }

        using var region = new SKBitmap(new SKImageInfo(width, height, pixels.ColorType, pixels.AlphaType));
        Shift(pixels, left, top, width, height, (at, x, y) => region.SetPixel(x, y, pixels.GetPixel(at, y + top)));
        var patch = Math.Max(1, (int)Math.Ceiling(Math.Max(width, height) / (double)Patches));
        using var coarse = new SKBitmap(
            new SKImageInfo((width + patch - 1) / patch, (height + patch - 1) / patch, pixels.ColorType, pixels.AlphaType)
        );
        using var softened = new SKBitmap(coarse.Info);
        for (var y = 0; y < coarse.Height; y++)
        {
            for (var x = 0; x < coarse.Width; x++)
            {
                coarse.SetPixel(x, y, Average(region, x * patch, y * patch, patch));
            }
        }

        for (var y = 0; y < coarse.Height; y++)
        {
            for (var x = 0; x < coarse.Width; x++)
            {
                softened.SetPixel(x, y, Average(coarse, Math.Max(0, x - 1), Math.Max(0, y - 1), 3));
            }
        }

        using var smooth = softened.Resize(new SKSizeI(width, height), new SKSamplingOptions(SKCubicResampler.Mitchell));
        Shift(pixels, left, top, width, height, (at, x, y) => pixels.SetPixel(at, y + top, smooth.GetPixel(x, y)));
    }

    private static void Shift(SKBitmap pixels, int left, int top, int width, int height, Action<int, int, int> each)
    {
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                each((((left + x) % pixels.Width) + pixels.Width) % pixels.Width, x, y);
            }
        }
    }

    private static SKColor Average(SKBitmap region, int left, int top, int patch)
    {
        var (r, g, b, a, n) = (0L, 0L, 0L, 0L, 0L);
        for (var y = top; y < Math.Min(top + patch, region.Height); y++)
        {
            for (var x = left; x < Math.Min(left + patch, region.Width); x++)
            {
                var colour = region.GetPixel(x, y);
                (r, g, b, a, n) = (r + colour.Red, g + colour.Green, b + colour.Blue, a + colour.Alpha, n + 1);
            }
        }

        return new SKColor((byte)(r / n), (byte)(g / n), (byte)(b / n), (byte)(a / n));
    }

    private static SKBitmap Turned(SKBitmap pixels, int quarters)
    {
        var sideways = quarters % 2 == 1;
        var turned = new SKBitmap(
            new SKImageInfo(
                sideways ? pixels.Height : pixels.Width,
                sideways ? pixels.Width : pixels.Height,
                pixels.ColorType,
                pixels.AlphaType
            )
        );
        using var canvas = new SKCanvas(turned);
        canvas.Translate(turned.Width / 2f, turned.Height / 2f);
        canvas.RotateDegrees(90 * quarters);
        canvas.DrawBitmap(pixels, -pixels.Width / 2f, -pixels.Height / 2f, new SKSamplingOptions(SKFilterMode.Nearest));
        return turned;
    }

    /// <summary>The largest upright box of the same proportions that the turned picture fills.</summary>
    private static SKBitmap Straightened(SKBitmap pixels, double degrees)
    {
        if (Math.Abs(degrees) < 0.01)
        {
            return pixels.Copy();
        }

        var (w, h, turn) = ((double)pixels.Width, (double)pixels.Height, Math.Abs(degrees) * Math.PI / 180);
        var scale = Math.Min(w / ((w * Math.Cos(turn)) + (h * Math.Sin(turn))), h / ((w * Math.Sin(turn)) + (h * Math.Cos(turn))));
        var straight = new SKBitmap(
            new SKImageInfo(Math.Max(1, (int)(w * scale)), Math.Max(1, (int)(h * scale)), pixels.ColorType, pixels.AlphaType)
        );
        using var canvas = new SKCanvas(straight);
        canvas.Translate(straight.Width / 2f, straight.Height / 2f);
        canvas.RotateDegrees((float)degrees);
        canvas.DrawBitmap(pixels, -pixels.Width / 2f, -pixels.Height / 2f, new SKSamplingOptions(SKCubicResampler.Mitchell));
        return straight;
    }

    private static SKBitmap Cropped(SKBitmap pixels, PictureBox? keep)
    {
        if (keep is not { } box)
        {
            return pixels.Copy();
        }

        var left = Math.Clamp((int)Math.Round(box.X * pixels.Width), 0, pixels.Width - 1);
        var top = Math.Clamp((int)Math.Round(box.Y * pixels.Height), 0, pixels.Height - 1);
        var cropped = new SKBitmap(
            new SKImageInfo(
                Math.Clamp((int)Math.Round(box.Width * pixels.Width), 1, pixels.Width - left),
                Math.Clamp((int)Math.Round(box.Height * pixels.Height), 1, pixels.Height - top),
                pixels.ColorType,
                pixels.AlphaType
            )
        );
        using var canvas = new SKCanvas(cropped);
        canvas.DrawBitmap(pixels, -left, -top, new SKSamplingOptions(SKFilterMode.Nearest));
        return cropped;
    }
}
