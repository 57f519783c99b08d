namespace ZestySlate.Formats.Media;

/// <summary>What a file is, by its content.</summary>
public enum FileSort
{
    Unknown,
    Png,
    Jpeg,
    Webp,
    Gif,
    Svg,
    Mp3,
    Ogg,
    Wav,
    M4a,
    Mp4,

    /// <summary>A still picture in the container of MP4 (HEIF, ISO/IEC 23008-12; AVIF): what phones take photos in.</summary>
    Heif,
    WebM,
    WebVtt,
    SubRip,
    Pdf,
}

/// <summary>Tells what a file is by its first bytes, never by its name.</summary>
public static class FileSorts
{
    private static readonly string[] Stills = ["heic", "heix", "heim", "heis", "hevc", "hevx", "mif1", "msf1", "avif", "avis"];

    /// <summary>The sort of a file.</summary>
    public static FileSort Of(ReadOnlySpan<byte> file)
    {
        if (Begins(file, 0x89, (byte)'P', (byte)'N', (byte)'G'))
        {
            return FileSort.Png;
        }

        if (Begins(file, 0xff, 0xd8, 0xff))
        {
            return FileSort.Jpeg;
        }

        if (At(file, 0, "RIFF"))
        {
            return At(file, 8, "WEBP") ? FileSort.Webp
                : At(file, 8, "WAVE") ? FileSort.Wav
                : FileSort.Unknown;
        }

        if (At(file, 0, "GIF87a") || At(file, 0, "GIF89a"))
        {
            return FileSort.Gif;
        }

        if (At(file, 0, "OggS"))
        {
            return FileSort.Ogg;
        }

        if (At(file, 0, "%PDF-"))
        {
            return FileSort.Pdf;
        }

        if (Begins(file, 0x1a, 0x45, 0xdf, 0xa3))
        {
            return FileSort.WebM;
        }

        if (At(file, 4, "ftyp"))
        {
            foreach (var brand in Stills)
            {
                if (At(file, 8, brand))
                {
                    return FileSort.Heif;
                }
            }

            return At(file, 8, "M4A") || At(file, 8, "M4B") ? FileSort.M4a : FileSort.Mp4;
        }

        if (At(file, 0, "ID3") || (file.Length > 3 && file[0] == 0xff && (file[1] & 0xe6) == 0xe2))
        {
            return FileSort.Mp3;
        }

        return OfText(file);
    }

    /// <summary>The content type to serve a file under.</summary>
    public static string ContentType(FileSort sort) =>
        sort switch
        {
            FileSort.Png => "image/png",
            FileSort.Jpeg => "image/jpeg",
            FileSort.Webp => "image/webp",
            FileSort.Gif => "image/gif",
            FileSort.Svg => "image/svg+xml",
            FileSort.Mp3 => "audio/mpeg",
            FileSort.Ogg => "audio/ogg",
            FileSort.Wav => "audio/wav",
            FileSort.M4a => "audio/mp4",
            FileSort.Mp4 => "video/mp4",
            FileSort.WebM => "video/webm",
            FileSort.WebVtt or FileSort.SubRip => "text/vtt",
            FileSort.Pdf => "application/pdf",
            _ => "application/octet-stream",
        };

    private static FileSort OfText(ReadOnlySpan<byte> file)
    {
        var text = System.Text.Encoding.UTF8.GetString(file[..Math.Min(file.Length, 2000)]).TrimStart('\ufeff', ' ', '\n', '\r', '\t');
        if (text.StartsWith("WEBVTT", StringComparison.Ordinal))
        {
            return FileSort.WebVtt;
        }

        if (text.StartsWith('<') && text.Contains("<svg", StringComparison.OrdinalIgnoreCase))
        {
            return FileSort.Svg;
        }

        return Captions.SubRip.LooksLike(text) ? FileSort.SubRip : FileSort.Unknown;
    }

    private static bool Begins(ReadOnlySpan<byte> file, params ReadOnlySpan<byte> bytes) => file.StartsWith(bytes);

    private static bool At(ReadOnlySpan<byte> file, int at, string letters)
    {
        if (file.Length < at + letters.Length)
        {
            return false;
        }

        for (var i = 0; i < letters.Length; i++)
        {
            if (file[at + i] != letters[i])
            {
                return false;
            }
        }

        return true;
    }
}
