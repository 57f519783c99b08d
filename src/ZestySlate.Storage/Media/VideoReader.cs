using ZestySlate.Core;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Media;

/// <summary>Reads what a video is from the file itself: how long it lasts and its size in pixels.</summary>
public static class VideoReader
{
    /// <summary>The most pixels, width × height: 4K, with some room. More is not played smoothly by what learners have.</summary>
    public const long MostPixels = 4096 * 2304;

    /// <summary>The file with what was read of it, or what is wrong with it. One that does not say how long it lasts, as recordings by a
    /// browser, lasts 0 seconds: the player knows it when it has come to the end.</summary>
    /// <param name="file">What is in it; only what it says of itself is read.</param>
    /// <param name="name">What it is called, for what is said of it.</param>
    /// <param name="contentType">What it is by its content: video/mp4 or video/webm.</param>
    public static Outcome<ReadyFile> Read(FileContent file, string name, string contentType)
    {
        try
        {
            using var stream = file.Open();
            if (!WholeVideo.Is(stream, contentType == "video/mp4"))
            {
                return Refused($"“{name}” breaks off before its end: it did not arrive as a whole. Save or download it once more.");
            }

            using var read = TagLib.File.Create(new ReadOnly(stream), contentType, TagLib.ReadStyle.Average);
            var facts = read.Properties;
            var (width, height) = (facts.VideoWidth, facts.VideoHeight);
            var seconds = Math.Round((decimal)facts.Duration.TotalSeconds, 3);
            return width <= 0 || height <= 0 ? Refused($"“{name}” has no pictures, only sound: it can be used as a sound, not as a video.")
                : (long)width * height > MostPixels
                    ? Refused(
                        $"“{name}” has {width} × {height} pixels; a video may have up to 4096 × 2304. Save it smaller: 1920 × 1080 is plenty."
                    )
                : seconds > During.Longest ? Refused($"“{name}” lasts longer than a day.")
                : new ReadyFile(file, MediaKind.Video, contentType, width, height, Math.Max(0, seconds));
        }
        catch (Exception trouble)
            when (trouble
                    is TagLib.CorruptFileException
                        or TagLib.UnsupportedFormatException
                        or ArgumentException
                        or OverflowException
                        or InvalidOperationException
                        or NullReferenceException
                        or IndexOutOfRangeException
                        or FormatException
            )
        {
            return Refused($"“{name}” begins as a video and cannot be read as one: it may be damaged, or not have arrived as a whole.");
        }
    }

    private static Outcome<ReadyFile> Refused(string words) => Outcome<ReadyFile>.Refused(words);

    /// <summary>A file as the reader wants it; nothing is written, and whoever opened it closes it.</summary>
    private sealed class ReadOnly(Stream file) : TagLib.File.IFileAbstraction
    {
        public string Name => "video";

        public Stream ReadStream => file;

        public Stream WriteStream => throw new NotSupportedException();

        public void CloseStream(Stream stream) { }
    }
}
