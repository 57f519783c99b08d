using System.Text;
using ZestySlate.Core;
using ZestySlate.Formats.Captions;
using ZestySlate.Formats.Media;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Media;

/// <summary>Takes files into a teacher's media library: what they are is told by their content, and each sort is checked and cleaned in its way.</summary>
public sealed class MediaIntake(MediaLibrary library)
{
    /// <summary>The greatest file of any sort, in bytes.</summary>
    public const long MostBytes = 120L * 1024 * 1024;

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
    public async Task<Outcome<MediaItem>> TakeAsync(IFormFile file, string ownerId, CancellationToken gone, string folder = "")
    {
        using var turn = await PictureGate.EnterAsync(gone);
        return await TakeAsync(await file.BytesAsync(MostBytes), file.FileName, ownerId, folder);
    }

    /// <summary>Adds a file to the library, or says what is wrong with it.</summary>
    public async Task<Outcome<MediaItem>> TakeAsync(byte[] file, string name, string ownerId, string folder = "")
    {
        var ready = Read(file, name);
        return ready.Succeeded ? await library.AddAsync(ready.Value, name, ownerId, folder) : Outcome<MediaItem>.Refused(ready.Refusal!);
    }

    /// <summary>Checks and cleans a file by what it is.</summary>
    /// <param name="file">Its bytes.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="mostPixels">A picture with more is made smaller.</param>
    public static Outcome<ReadyFile> Read(byte[] file, string name, long mostPixels = PictureReader.MostPixels)
    {
        if (file.Length == 0)
        {
            return Outcome<ReadyFile>.Refused($"«{name}» is empty.");
        }

        var sort = FileSorts.Of(file);
        var type = FileSorts.ContentType(sort);
        return sort switch
        {
            FileSort.Png or FileSort.Jpeg or FileSort.Webp or FileSort.Gif => PictureReader.Read(file, name, mostPixels),
            FileSort.Heif => Outcome<ReadyFile>.Refused(
                $"«{name}» is a photo as some phones take them (HEIC or AVIF), which cannot be used here. Save or send "
                    + "it as JPEG; most phones offer that when sharing, or in the camera's settings as «most compatible»."
            ),
            FileSort.Svg => OfDrawing(file, name),
            FileSort.Mp3 or FileSort.Ogg or FileSort.Wav or FileSort.M4a => Limited(
                file,
                name,
                MediaKind.Sound,
                type,
                MostSound,
                "a sound"
            ),
            FileSort.Mp4 or FileSort.WebM when file.Length <= MostBytes => VideoReader.Read(file, name, type),
            FileSort.Mp4 or FileSort.WebM => Limited(file, name, MediaKind.Video, type, MostBytes, "a video"),
            FileSort.WebVtt => Limited(file, name, MediaKind.Captions, type, MostText, "captions"),
            FileSort.SubRip => Limited(
                Encoding.UTF8.GetBytes(SubRip.ToWebVtt(Encoding.UTF8.GetString(file))),
                name,
                MediaKind.Captions,
                type,
                MostText,
                "captions"
            ),
            FileSort.Pdf => Limited(file, name, MediaKind.Pdf, type, MostBytes, "a PDF"),
            _ => Outcome<ReadyFile>.Refused(
                $"«{name}» cannot be used here: by its content it is none of PNG, JPEG, WebP, GIF, SVG, MP3, OGG, WAV, "
                    + "M4A, MP4, WebM, VTT, SRT, PDF, whatever its name says."
            ),
        };
    }

    private static Outcome<ReadyFile> OfDrawing(byte[] file, string name)
    {
        if (file.Length > MostText * 4)
        {
            return Outcome<ReadyFile>.Refused(
                $"«{name}» is {file.Length / 1048576.0:0.0} MB; an SVG drawing may have up to {MostText * 4 / 1048576} MB."
            );
        }

        var clean = SvgSanitizer.Sanitise(file, name);
        return clean.Succeeded
            ? new ReadyFile(clean.Value.Bytes, MediaKind.Picture, "image/svg+xml", clean.Value.Width, clean.Value.Height)
            : Outcome<ReadyFile>.Refused(clean.Refusal!);
    }

    private static Outcome<ReadyFile> Limited(byte[] file, string name, MediaKind kind, string type, long most, string what) =>
        file.Length > most
            ? Outcome<ReadyFile>.Refused($"«{name}» is {file.Length / 1048576.0:0.0} MB; {what} may have up to {most / 1048576} MB.")
            : new ReadyFile(file, kind, type);
}
