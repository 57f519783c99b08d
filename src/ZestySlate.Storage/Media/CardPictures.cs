using SkiaSharp;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Storage.Media;

/// <summary>The sizes of a card: 1.91 to 1, as pages that show addresses have it.</summary>
public static class CardSize
{
    public const int Widest = 1200;

    /// <summary>The widths offered, the widest first.</summary>
    public static readonly int[] Widths = [Widest, 600, 300];

    /// <summary>The height of a card so wide, in pixels.</summary>
    public static int HeightOf(int width) => (int)Math.Round(width * 0.525);
}

/// <summary>Cards: the stage of a published activity with its spots, as a picture for those who show its address. Made when it is published,
/// and once more when the file is gone.</summary>
public sealed class CardPictures(MediaStore media, MediaFolder folder, ActivityStore activities)
{
    /// <summary>Where the card of an edition is, made if need be; null for a width that is not offered.</summary>
    public async Task<string?> PathAsync(string activityId, int edition, int width, CancellationToken stop)
    {
        if (!CardSize.Widths.Contains(width))
        {
            return null;
        }

        var cards = Path.Combine(folder.Path, "cards");
        var path = Path.Combine(cards, $"{activityId}-{edition}-{width}.png");
        if (!File.Exists(path))
        {
            var activity = activities.Edition(activityId, edition);
            var shown = activity.Face is { } face && await media.FindAsync(face.Media, 1600) is { } file ? file.Path : null;
            byte[] drawn;
            using (await PictureGate.EnterAsync(stop))
            {
                drawn = Draw(activity, shown, width);
            }

            Directory.CreateDirectory(cards);
            var making = $"{path}.{Guid.NewGuid():N}";
            await File.WriteAllBytesAsync(making, drawn, stop);
            File.Move(making, path, overwrite: true);
        }

        return path;
    }

    /// <summary>Makes the cards of a new edition, and lets those of the ones before go.</summary>
    public async Task MakeAsync(string activityId, int edition, CancellationToken stop)
    {
        try
        {
            foreach (var width in CardSize.Widths)
            {
                await PathAsync(activityId, edition, width, stop);
            }

            foreach (var old in Directory.EnumerateFiles(Path.Combine(folder.Path, "cards"), $"{activityId}-*.png"))
            {
                if (!Path.GetFileName(old).StartsWith($"{activityId}-{edition}-", StringComparison.Ordinal))
                {
                    File.Delete(old);
                }
            }
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            // It is published all the same; a card that is missing is made when somebody asks for it.
        }
    }

    private static byte[] Draw(Activity activity, string? picture, int width)
    {
        var height = CardSize.HeightOf(width);
        var unit = width / 1200f;
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
        var canvas = surface.Canvas;
        canvas.Clear(SKColor.Parse("#17232b"));
        var accent = SKColor.TryParse(activity.Look.Accent, out var own) ? own : SKColor.Parse("#c9dc2c");
        using var bitmap = picture is null ? null : SKBitmap.Decode(picture);
        if (bitmap is null)
        {
            Sheet(canvas, activity, accent, unit);
        }
        else
        {
            // The picture covers the card, and the spots lie where they lie on it.
            var scale = Math.Max((float)width / bitmap.Width, (float)height / bitmap.Height);
            var (left, top) = ((width - (bitmap.Width * scale)) / 2, (height - (bitmap.Height * scale)) / 2);
            using var image = SKImage.FromBitmap(bitmap);
            canvas.DrawImage(
                image,
                SKRect.Create(left, top, bitmap.Width * scale, bitmap.Height * scale),
                new SKSamplingOptions(SKCubicResampler.Mitchell)
            );
            if (activity.Look.Cover is null)
            {
                foreach (var spot in activity.Scenes[0].Spots)
                {
                    var at = spot.Place.Anchor;
                    Sign(canvas, left + ((float)at.X * bitmap.Width * scale), top + ((float)at.Y * bitmap.Height * scale), accent, unit);
                }
            }
        }

        using var line = new SKPaint { Color = accent };
        canvas.DrawRect(0, height - (14 * unit), width, 14 * unit, line);
        using var done = surface.Snapshot();
        using var encoded = done.Encode(SKEncodedImageFormat.Png, 90);
        return encoded.ToArray();
    }

    private static void Sign(SKCanvas canvas, float x, float y, SKColor accent, float unit)
    {
        using var ring = new SKPaint { Color = SKColor.Parse("#17232b"), IsAntialias = true };
        using var face = new SKPaint { Color = accent, IsAntialias = true };
        canvas.DrawCircle(x, y, 20 * unit, ring);
        canvas.DrawCircle(x, y, 15 * unit, face);
    }

    /// <summary>Where there is no picture: a sheet with a line for each question.</summary>
    private static void Sheet(SKCanvas canvas, Activity activity, SKColor accent, float unit)
    {
        using var paper = new SKPaint { Color = SKColor.Parse("#fffdf7"), IsAntialias = true };
        using var ink = new SKPaint { Color = SKColor.Parse("#c8ccc6"), IsAntialias = true };
        using var mark = new SKPaint { Color = accent, IsAntialias = true };
        canvas.DrawRoundRect(SKRect.Create(180 * unit, 70 * unit, 840 * unit, 620 * unit), 12 * unit, 12 * unit, paper);
        for (var row = 0; row < Math.Clamp(activity.Asked.Count(), 1, 5); row++)
        {
            var y = (150 + (row * 95)) * unit;
            canvas.DrawRoundRect(SKRect.Create(240 * unit, y, 44 * unit, 44 * unit), 6 * unit, 6 * unit, mark);
            canvas.DrawRoundRect(
                SKRect.Create(320 * unit, y + (10 * unit), (620 - (row % 3 * 110)) * unit, 22 * unit),
                6 * unit,
                6 * unit,
                ink
            );
        }
    }
}
