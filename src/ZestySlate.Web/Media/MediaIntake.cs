using System.Text;
using ZestySlate.Core;
using ZestySlate.Formats.Captions;
using ZestySlate.Formats.Media;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Media;

/// <summary>Takes files into a teacher's media library: what they are is told by their content, and each sort is checked and cleaned in its way.</summary>
/// <param name="library">Where they go.</param>
/// <param name="arriving">Where videos lie on their way, whatever their size.</param>
/// <param name="limits">How large they may be.</param>
public sealed class MediaIntake(MediaLibrary library, ArrivingFiles arriving, MediaLimits limits)
{
    /// <summary>The greatest file that comes in one go, in bytes; also the greatest of anything but a video.</summary>
    public const long MostBytes = 120L * 1024 * 1024;

    /// <summary>So many bytes tell of what sort a file is.</summary>
    public const int HeadBytes = 4096;

    private const long MostSound = 40L * 1024 * 1024,
        MostText = 2L * 1024 * 1024;

    /// <summary>What the file dialog offers.</summary>
    public static string Accepts(MediaKind? kind) =>
        kind switch
        {
            MediaKind.Picture => "image/png,image/jpeg,image/webp,image/gif,image/svg+xml,image/avif,image/heic,.heic,.avif",
            MediaKind.Sound => "audio/mpeg,audio/ogg,audio/wav,audio/mp4,.mp3,.ogg,.wav,.m4a",
            MediaKind.Video => "video/mp4,video/webm,.mp4,.webm",
            MediaKind.Captions => ".vtt,.srt,text/vtt",
            MediaKind.Pdf => "application/pdf",
            _ => "image/*,audio/*,video/*,.vtt,.srt,application/pdf",
        };

    /// <summary>Adds an uploaded file to the library, or says what is wrong with it. It is read when it is its turn.</summary>
    public Task<Outcome<MediaItem>> TakeAsync(IFormFile file, string ownerId, CancellationToken gone, string folder = "") =>
        UseAsync(file, ready => AddAsync(ready, file.FileName, ownerId, folder), gone);

    /// <summary>Adds a file to the library, or says what is wrong with it.</summary>
    public Task<Outcome<MediaItem>> TakeAsync(FileContent file, string name, string ownerId, string folder = "") =>
        AddAsync(Read(file, name, limits.Video), name, ownerId, folder);

    /// <summary>Checks an uploaded file, when it is its turn, and gives what is done with it. A video is read from the disk.</summary>
    public async Task<T> UseAsync<T>(IFormFile file, Func<Outcome<ReadyFile>, Task<T>> use, CancellationToken gone)
    {
        await using var stream = file.OpenReadStream();
        var head = new byte[HeadBytes];
        var read = await stream.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, gone);
        if (FileSorts.Of(head.AsSpan(0, read)) is FileSort.Mp4 or FileSort.WebM)
        {
            stream.Position = 0;
            return await arriving.AsideAsync(stream, content => use(Read(content, file.FileName, limits.Video)), gone);
        }

        using var turn = await PictureGate.EnterAsync(gone);
        return await use(Read(await file.BytesAsync(MostBytes), file.FileName, limits.Video));
    }

    /// <summary>Checks a file that came in pieces, when it is its turn.</summary>
    public async Task<Outcome<ReadyFile>> ReadAsync(FileContent file, string name, CancellationToken gone)
    {
        using var turn = await PictureGate.EnterAsync(gone);
        return Read(file, name, limits.Video);
    }

    /// <summary>What is wrong with a file of which only the beginning is there: known before the rest has come. Null when nothing is.</summary>
    /// <param name="head">Its first bytes: <see cref="HeadBytes"/>, or all of it.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="bytes">How many bytes it has as a whole.</param>
    public string? RefuseEarly(ReadOnlySpan<byte> head, string name, long bytes) =>
        FileSorts.Of(head) switch
        {
            FileSort.Unknown or FileSort.Heif => Read(head.ToArray(), name, limits.Video).Refusal,
            var sort when MostOf(sort, limits.Video) is var (most, what) && bytes > most => TooLarge(name, bytes, most, what),
            _ => null,
        };

    /// <summary>Checks and cleans a file by what it is.</summary>
    /// <param name="file">What is in it.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="mostVideo">The most bytes of a video.</param>
    /// <param name="mostPixels">A picture with more is made smaller.</param>
    public static Outcome<ReadyFile> Read(FileContent file, string name, long mostVideo, long mostPixels = PictureReader.MostPixels)
    {
        if (file.Length == 0)
        {
            return Outcome<ReadyFile>.Refused($"“{name}” is empty.");
        }

        var sort = FileSorts.Of(file.Head(HeadBytes));
        var type = FileSorts.ContentType(sort);
        if (MostOf(sort, mostVideo) is var (most, what) && file.Length > most)
        {
            return Outcome<ReadyFile>.Refused(TooLarge(name, file.Length, most, what));
        }

        return sort switch
        {
            FileSort.Png or FileSort.Jpeg or FileSort.Webp or FileSort.Gif => PictureReader.Read(file.Bytes, name, mostPixels),
            FileSort.Heif => Outcome<ReadyFile>.Refused(
                $"“{name}” is a photo as some phones take them (HEIC or AVIF), which cannot be used here. Save or send "
                    + "it as JPEG; most phones offer that when sharing, or in the camera's settings as “most compatible”."
            ),
            FileSort.Svg => OfDrawing(file.Bytes, name),
            FileSort.Mp3 or FileSort.Ogg or FileSort.Wav or FileSort.M4a => new ReadyFile(file, MediaKind.Sound, type),
            FileSort.Mp4 or FileSort.WebM => VideoReader.Read(file, name, type),
            FileSort.WebVtt => new ReadyFile(file, MediaKind.Captions, type),
            FileSort.SubRip => new ReadyFile(
                Encoding.UTF8.GetBytes(SubRip.ToWebVtt(Encoding.UTF8.GetString(file.Bytes))),
                MediaKind.Captions,
                type
            ),
            FileSort.Pdf => new ReadyFile(file, MediaKind.Pdf, type),
            _ => Outcome<ReadyFile>.Refused(
                $"“{name}” cannot be used here: by its content it is none of PNG, JPEG, WebP, GIF, SVG, MP3, OGG, WAV, "
                    + "M4A, MP4, WebM, VTT, SRT, PDF, whatever its name says."
            ),
        };
    }

    /// <summary>The most bytes of a file of a sort, and what it is called.</summary>
    private static (long Most, string What) MostOf(FileSort sort, long mostVideo) =>
        sort switch
        {
            FileSort.Png or FileSort.Jpeg or FileSort.Webp or FileSort.Gif => (PictureReader.MostBytes, "a picture"),
            FileSort.Svg => (MostText * 4, "an SVG drawing"),
            FileSort.Mp3 or FileSort.Ogg or FileSort.Wav or FileSort.M4a => (MostSound, "a sound"),
            FileSort.Mp4 or FileSort.WebM => (mostVideo, "a video"),
            FileSort.WebVtt or FileSort.SubRip => (MostText, "captions"),
            FileSort.Pdf => (MostBytes, "a PDF"),
            _ => (MostBytes, "a file"),
        };

    private static string TooLarge(string name, long bytes, long most, string what) =>
        $"“{name}” is {bytes / 1048576.0:0.0} MB; {what} may have up to {most / 1048576} MB.";

    private async Task<Outcome<MediaItem>> AddAsync(Outcome<ReadyFile> ready, string name, string ownerId, string folder) =>
        ready.Succeeded ? await library.AddAsync(ready.Value, name, ownerId, folder) : Outcome<MediaItem>.Refused(ready.Refusal!);

    private static Outcome<ReadyFile> OfDrawing(byte[] file, string name)
    {
        var clean = SvgSanitizer.Sanitise(file, name);
        return clean.Succeeded
            ? new ReadyFile(clean.Value.Bytes, MediaKind.Picture, "image/svg+xml", clean.Value.Width, clean.Value.Height)
            : Outcome<ReadyFile>.Refused(clean.Refusal!);
    }
}
