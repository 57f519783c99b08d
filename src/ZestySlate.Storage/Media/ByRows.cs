using SkiaSharp;

namespace ZestySlate.Storage.Media;

/// <summary>
/// Reads a picture some rows at a time and makes it smaller on the way: each pixel is the mean of a square of them. So a large
/// picture costs the memory of what is kept of it, and of those rows.
/// </summary>
internal static class ByRows
{
    private const int Channels = 4;

    /// <summary>So many pixels are in memory at a time. Fewer rows would be read more often from the top, for the format allows no other way to them.</summary>
    private const int PixelsAtOnce = 10_000_000;

    /// <summary>True where rows come one after the other, from the top. A PNG that is interlaced (Adam7) is read as a whole first.</summary>
    /// <param name="codec">What reads it.</param>
    /// <param name="file">The file: the interlace method of a PNG is its 29th byte (PNG, third edition, 11.2.1).</param>
    internal static bool CanRead(SKCodec codec, byte[] file) =>
        codec.EncodedFormat == SKEncodedImageFormat.Png && file.Length > 28 && file[28] == 0;

    /// <summary>The picture made smaller; null when the file is cut off or damaged.</summary>
    /// <param name="codec">What reads it.</param>
    /// <param name="by">How many times smaller in width and height, 1 or more.</param>
    internal static SKBitmap? Read(SKCodec codec, int by)
    {
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        var info = new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul);
        var rows = Math.Min(height, Math.Max(by, PixelsAtOnce / width / by * by));
        using var band = new SKBitmap(info.WithSize(width, rows));
        var small = new SKBitmap(info.WithSize(Parts(width, by), Parts(height, by)));
        for (var top = 0; top < height; top += rows)
        {
            var there = Math.Min(rows, height - top);
            var begun = codec.StartIncrementalDecode(
                info,
                band.GetPixels(),
                band.RowBytes,
                new SKCodecOptions(new SKRectI(0, top, width, top + there))
            );
            if (begun is not SKCodecResult.Success || codec.IncrementalDecode(out _) is not SKCodecResult.Success)
            {
                small.Dispose();
                return null;
            }

            Shrink(
                band.GetPixelSpan()[..(there * band.RowBytes)],
                band.RowBytes,
                small.GetPixelSpan()[(top / by * small.RowBytes)..],
                small.RowBytes,
                by
            );
        }

        return small;
    }

    private static void Shrink(ReadOnlySpan<byte> band, int bytes, Span<byte> into, int smallBytes, int by)
    {
        var sums = new int[smallBytes];
        for (var (at, to) = (0, 0); at < band.Length; at += bytes * by, to += smallBytes)
        {
            var rows = Math.Min(by, (band.Length - at) / bytes);
            Array.Clear(sums);
            for (var row = 0; row < rows; row++)
            {
                Add(band.Slice(at + (row * bytes), bytes), sums, by);
            }

            Mean(sums, into.Slice(to, smallBytes), rows, bytes / Channels, by);
        }
    }

    private static int Parts(int length, int by) => (length + by - 1) / by;

    private static void Add(ReadOnlySpan<byte> row, Span<int> sums, int by)
    {
        for (var (from, to) = (0, 0); to < sums.Length; to += Channels)
        {
            var end = Math.Min(from + (by * Channels), row.Length);
            var (red, green, blue, alpha) = (0, 0, 0, 0);
            for (; from < end; from += Channels)
            {
                red += row[from];
                green += row[from + 1];
                blue += row[from + 2];
                alpha += row[from + 3];
            }

            (sums[to], sums[to + 1], sums[to + 2], sums[to + 3]) = (
                sums[to] + red,
                sums[to + 1] + green,
                sums[to + 2] + blue,
                sums[to + 3] + alpha
            );
        }
    }

    private static void Mean(ReadOnlySpan<int> sums, Span<byte> into, int rows, int width, int by)
    {
        for (var i = 0; i < sums.Length; i++)
        {
            var columns = Math.Min(by, width - (i / Channels * by));
            into[i] = (byte)((sums[i] + (rows * columns / 2)) / (rows * columns));
        }
    }
}
