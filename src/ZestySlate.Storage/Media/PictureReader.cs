using SkiaSharp;
using ZestySlate.Core;

namespace ZestySlate.Storage.Media;

/// <summary>Reads uploaded pictures: the kind by content and not by name, within limits, turned upright, metadata left behind.</summary>
public static class PictureReader
{
    /// <summary>The greatest file, in bytes.</summary>
    public const long MostBytes = 25 * 1024 * 1024;

    /// <summary>The most pixels, width × height.</summary>
    public const long MostPixels = 60_000_000;

    /// <summary>The longest side, in pixels: as long as a JPEG can have it (ITU-T T.81, B.2.2).</summary>
    public const int MostSide = 65_535;

    /// <summary>The most pixels of what is to be made smaller and can only be read as a whole.</summary>
    public const long MostWhole = 16_000_000;

    /// <summary>Checks and prepares a file, or says what is wrong with it and what is needed.</summary>
    /// <param name="file">Its bytes.</param>
    /// <param name="name">What it is called, for what is said of it.</param>
    /// <param name="mostPixels">It is made smaller when it has more: for what is looked at and not built with.</param>
    public static Outcome<ReadyFile> Read(byte[] file, string name, long mostPixels = MostPixels)
    {
        if (file.Length > MostBytes)
        {
            return Refused($"“{name}” is {file.Length / 1048576.0:0.0} MB; a picture may have up to {MostBytes / 1048576} MB.");
        }

        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (
            codec is null
            || codec.EncodedFormat
                is not (SKEncodedImageFormat.Png or SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Webp or SKEncodedImageFormat.Gif)
        )
        {
            return Refused(
                $"“{name}” is not a picture that can be used here. Its content is neither PNG, JPEG, WebP nor GIF, whatever its name says."
            );
        }

        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if ((long)width * height > MostPixels)
        {
            return Refused(
                $"“{name}” is {width} × {height} pixels ({width / 1e6 * height:0} million); up to {MostPixels / 1_000_000} million can be used."
            );
        }

        if (Math.Max(width, height) > MostSide)
        {
            return Refused($"“{name}” is {width} × {height} pixels; a side may have up to {MostSide}.");
        }

        if (codec.EncodedFormat == SKEncodedImageFormat.Gif && codec.FrameCount > 1)
        {
            return Moving(file, name, codec);
        }

        var area = (long)width * height;
        var byRows = mostPixels < area && area > MostWhole && codec.EncodedFormat is (SKEncodedImageFormat.Png or SKEncodedImageFormat.Gif);
        if (byRows && !ByRows.CanRead(codec, file))
        {
            return Refused(
                $"“{name}” is {width} × {height} pixels, saved in a way that can only be read as a whole; up to "
                    + $"{MostWhole / 1_000_000} million can be used of those. Save it as JPEG."
            );
        }

        var pixels = byRows ? ByRows.Read(codec, (int)Math.Ceiling(Math.Sqrt((double)area / mostPixels))) : Whole(codec, mostPixels);
        if (pixels is null)
        {
            return Refused($"“{name}” cannot be read to its end: the file is cut off or damaged. Save it again and try once more.");
        }

        try
        {
            pixels = Kept(pixels, Smaller(pixels, mostPixels));
            pixels = Kept(pixels, Upright(pixels, codec.EncodedOrigin));
            var (format, type, quality) = codec.EncodedFormat switch
            {
                SKEncodedImageFormat.Jpeg => (SKEncodedImageFormat.Jpeg, "image/jpeg", 92),
                SKEncodedImageFormat.Webp => (SKEncodedImageFormat.Webp, "image/webp", 90),
                _ => (SKEncodedImageFormat.Png, "image/png", 100),
            };
            using var encoded = pixels.Encode(format, quality);
            return new ReadyFile(encoded.ToArray(), MediaKind.Picture, type, pixels.Width, pixels.Height);
        }
        finally
        {
            pixels.Dispose();
        }
    }

    /// <summary>The picture in memory; null when it cannot be read to its end. JPEG and WebP are read no larger than asked for, which costs
    /// no more memory than what is kept.</summary>
    private static SKBitmap? Whole(SKCodec codec, long mostPixels)
    {
        var share = Math.Sqrt((double)mostPixels / codec.Info.Width / codec.Info.Height);
        var size = share < 1 ? codec.GetScaledDimensions((float)share) : codec.Info.Size;
        var info = new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul);
        var pixels = new SKBitmap(info);
        if (codec.GetPixels(info, pixels.GetPixels()) is SKCodecResult.Success)
        {
            return pixels;
        }

        pixels.Dispose();
        return null;
    }

    /// <summary>The picture as WebP at a smaller width; a JPEG is read no larger than it must be.</summary>
    public static byte[] Narrowed(byte[] picture, int width)
    {
        using var data = SKData.CreateCopy(picture);
        using var codec = SKCodec.Create(data);
        var read = codec.GetScaledDimensions(Math.Min(1, (float)width / codec.Info.Width));
        var info = new SKImageInfo(
            read.Width < width ? codec.Info.Width : read.Width,
            read.Width < width ? codec.Info.Height : read.Height,
            SKColorType.Rgba8888,
            SKAlphaType.Premul
        );
        using var whole = new SKBitmap(info);
        codec.GetPixels(info, whole.GetPixels());
        var height = Math.Max(1, (int)Math.Round((double)whole.Height * width / whole.Width));
        using var small = whole.Resize(new SKSizeI(width, height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var encoded = small.Encode(SKEncodedImageFormat.Webp, 82);
        return encoded.ToArray();
    }

    /// <summary>A picture that moves stays as it is, once it was read to its end: every frame of it.</summary>
    private static Outcome<ReadyFile> Moving(byte[] file, string name, SKCodec codec)
    {
        var (width, height, frames) = (codec.Info.Width, codec.Info.Height, codec.FrameCount);
        if ((long)width * height * frames > MostPixels * 4)
        {
            return Refused(
                $"“{name}” moves through {frames} pictures of {width} × {height} pixels; that is more than can be used. Make it smaller or shorter."
            );
        }

        return file is [.., 0x3B]
            ? new ReadyFile(file, MediaKind.Picture, "image/gif", width, height)
            : Refused(
                $"“{name}” cannot be read to its end: the file is cut off, or something else hangs behind it. Save it again and try once more."
            );
    }

    private static SKBitmap Kept(SKBitmap old, SKBitmap now)
    {
        if (!ReferenceEquals(old, now))
        {
            old.Dispose();
        }

        return now;
    }

    private static SKBitmap Smaller(SKBitmap pixels, long mostPixels)
    {
        var share = Math.Sqrt((double)mostPixels / pixels.Width / pixels.Height);
        return share >= 1
            ? pixels
            : pixels.Resize(
                new SKSizeI(Math.Max(1, (int)(pixels.Width * share)), Math.Max(1, (int)(pixels.Height * share))),
                new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
            );
    }

    private static Outcome<ReadyFile> Refused(string reason) => Outcome<ReadyFile>.Refused(reason);

    /// <summary>Turns the pixels as the camera's orientation mark says (Exif 2.32, tag 274).</summary>
    private static SKBitmap Upright(SKBitmap pixels, SKEncodedOrigin origin)
    {
        var (w, h) = (pixels.Width, pixels.Height);
        var matrix = origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.CreateIdentity(),
        };
        if (origin is SKEncodedOrigin.TopLeft)
        {
            return pixels;
        }

        var turned = origin >= SKEncodedOrigin.LeftTop;
        var upright = new SKBitmap(new SKImageInfo(turned ? h : w, turned ? w : h, pixels.ColorType, pixels.AlphaType));
        using var canvas = new SKCanvas(upright);
        canvas.SetMatrix(matrix);
        canvas.DrawBitmap(pixels, 0, 0, new SKSamplingOptions(SKFilterMode.Nearest));
        return upright;
    }
}
