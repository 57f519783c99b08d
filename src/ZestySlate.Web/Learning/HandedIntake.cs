using Microsoft.Extensions.Primitives;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Core.Wording;
using ZestySlate.Formats.Media;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Learning;

/// <summary>Takes the files that learners hand over: what each is is told by its content, and pictures lose what a camera wrote into them.</summary>
public sealed class HandedIntake(HandedFiles files, TimeProvider clock)
{
    /// <summary>The greatest upload, in bytes.</summary>
    public const long MostBytes = (HandedWish.LargestMegabytes * 1024L * 1024) + 500_000;

    /// <summary>The greatest piece of a recording, in bytes.</summary>
    public const int MostPiece = 2 * 1024 * 1024;

    /// <summary>What browsers record is compressed; this is several times of what they make of a voice.</summary>
    private const int MostBytesASecond = 64_000;

    /// <summary>How much longer a recording may be than asked for: it takes a moment to stop.</summary>
    private const int SecondsForgiven = 30;

    /// <summary>Photos are kept no larger than this: enough to read a page of handwriting on.</summary>
    private const long MostPixels = 12_000_000;

    private const int LongestName = 120;

    /// <summary>Keeps a file for a question that is open, or says in the activity's words why not.</summary>
    /// <param name="key">The attempt, or an author's trial.</param>
    /// <param name="state">Where it stands.</param>
    /// <param name="spotId">The question.</param>
    /// <param name="file">The file.</param>
    /// <param name="gone">Cancelled when who sends it has gone: what waits for its turn is not begun.</param>
    public async Task<Outcome<HandedFile>> TakeAsync(string key, AttemptState state, string spotId, IFormFile file, CancellationToken gone)
    {
        var words = state.Activity.Words;
        if (
            state.QuestionOf(spotId) is not { IsOpen: true, Question: var asked }
            || QuestionTypes.For(asked).As<IHandsOver>()?.FilesOf(asked) is not { } wish
            || !state.IsInReach(spotId)
        )
        {
            return Outcome<HandedFile>.Refused(words["questionClosed"]);
        }

        var name = NameOf(file.FileName);
        if (!await files.HasRoomAsync(key, file.Length))
        {
            return Outcome<HandedFile>.Refused(words["noRoomForFiles"]);
        }

        using var turn = await PictureGate.EnterAsync(gone);
        var bytes = await file.BytesAsync(MostBytes);
        if (FileSorts.Of(bytes) == FileSort.Heif)
        {
            return Outcome<HandedFile>.Refused(words.Say(Reason.Of("photoOfPhone", name)));
        }

        var (kind, type, clean) = Read(bytes, name, wish.RecordedSeconds is not null);
        if (clean is null)
        {
            return Outcome<HandedFile>.Refused(words.Say(Reason.Of("fileDamaged", name)));
        }

        return wish.Refuse(new HandedFile("", name, kind, type, bytes.Length)) is { } refusal
            ? Outcome<HandedFile>.Refused(words.Say(refusal))
            : await files.KeepAsync(key, spotId, name, kind, type, clean);
    }

    /// <summary>Keeps the files that come with an answer itself, as they do without scripts, and names them in its field “file”.</summary>
    public async Task<(IFormCollection Form, string? Refusal)> TakeAllAsync(
        string key,
        AttemptState state,
        IFormCollection form,
        CancellationToken gone
    )
    {
        var fields = form.ToDictionary(field => field.Key, field => field.Value);
        string? refusal = null;
        foreach (var file in form.Files.Where(file => file.Length > 0))
        {
            var taken = await TakeAsync(key, state, form["spot"].ToString(), file, gone);
            refusal ??= taken.Refusal;
            fields["file"] = taken.Succeeded
                ? StringValues.Concat(fields.GetValueOrDefault("file"), taken.Value.Id)
                : fields.GetValueOrDefault("file");
        }

        return (new FormCollection(fields, form.Files), refusal);
    }

    /// <summary>Adds a piece to a recording, or says in the activity's words why not.</summary>
    public async Task<Outcome<PieceTaken>> AddPieceAsync(
        string key,
        AttemptState state,
        string spotId,
        string id,
        int number,
        byte[] piece,
        double seconds
    )
    {
        var words = state.Activity.Words;
        if (
            state.QuestionOf(spotId) is not { IsOpen: true, Question: var asked }
            || QuestionTypes.For(asked).As<IHandsOver>()?.FilesOf(asked).RecordedSeconds is not { } longest
            || !state.IsInReach(spotId)
        )
        {
            return Outcome<PieceTaken>.Refused(words["questionClosed"]);
        }

        if (
            id.Length is < 16 or > 64
            || !id.All(char.IsAsciiLetterOrDigit)
            || number < 0
            || !double.IsFinite(seconds)
            || seconds > longest + SecondsForgiven
            || piece.Length == 0
        )
        {
            return Outcome<PieceTaken>.Refused(words["recordingUnreadable"]);
        }

        var known = await files.BytesOfAsync(id);
        if (
            known + piece.Length > MostPiece + ((longest + SecondsForgiven) * MostBytesASecond)
            || !await files.HasRoomAsync(key, piece.Length, number == 0 ? 1 : 0)
        )
        {
            return Outcome<PieceTaken>.Refused(words["noRoomForFiles"]);
        }

        var type = FileSorts.Of(piece) switch
        {
            FileSort.WebM => "audio/webm",
            FileSort.Ogg => "audio/ogg",
            FileSort.Mp4 or FileSort.M4a => "audio/mp4",
            _ => "",
        };
        if (number == 0 && type.Length == 0)
        {
            return Outcome<PieceTaken>.Refused(words["recordingUnreadable"]);
        }

        var begun = new HandedFileRecord
        {
            Id = id,
            AttemptId = key,
            SpotId = spotId,
            Name = state.Activity.Words["recordingName"],
            Kind = HandedKind.Sound,
            ContentType = type,
            At = clock.GetUtcNow(),
        };
        return await files.AddPieceAsync(begun, number, piece, Math.Max(0, seconds));
    }

    /// <summary>The last part of a name, short enough and without anything that is no letter of a name.</summary>
    private static string NameOf(string given)
    {
        var name = new string([
            .. Path.GetFileName(given.Replace('\\', '/')).Where(letter => !char.IsControl(letter) && !TurnsText(letter)),
        ]).Trim();
        var end = Path.GetExtension(name);
        return name.Length == 0 ? "file"
            : name.Length <= LongestName ? name
            : name[..(LongestName - Math.Min(20, end.Length))] + (end.Length <= 20 ? end : "");
    }

    /// <summary>Signs that turn the direction of what follows (Unicode Standard Annex 9): “exe.gpj” must not read as “jpg.exe”.</summary>
    private static bool TurnsText(char letter) =>
        letter is '\u200e' or '\u200f' or '\u061c' or (>= '\u202a' and <= '\u202e') or (>= '\u2066' and <= '\u2069');

    /// <summary>What a file is, and its bytes as they are kept; none when it pretends to be a picture and is none.</summary>
    private static (HandedKind Kind, string Type, byte[]? Clean) Read(byte[] bytes, string name, bool asSound)
    {
        var sort = FileSorts.Of(bytes);
        switch (sort)
        {
            case FileSort.Png or FileSort.Jpeg or FileSort.Webp or FileSort.Gif or FileSort.Svg:
                var read = MediaIntake.Read(bytes, name, MostBytes, MostPixels);
                return read.Succeeded
                    ? (HandedKind.Picture, read.Value.ContentType, read.Value.Content.Bytes)
                    : (HandedKind.Picture, "", null);
            case FileSort.Mp3 or FileSort.Ogg or FileSort.Wav or FileSort.M4a:
                return (HandedKind.Sound, FileSorts.ContentType(sort), bytes);
            case FileSort.Mp4 or FileSort.WebM when asSound:
                return (HandedKind.Sound, sort == FileSort.Mp4 ? "audio/mp4" : "audio/webm", bytes);
            case FileSort.Mp4 or FileSort.WebM:
                return (HandedKind.Video, FileSorts.ContentType(sort), bytes);
            case FileSort.Pdf:
                return (HandedKind.Pdf, "application/pdf", bytes);
        }

        var (document, type) = DocumentSorts.Of(bytes, name);
        return document switch
        {
            DocumentSort.Text => (HandedKind.Text, type, bytes),
            DocumentSort.Table => (HandedKind.Table, type, bytes),
            DocumentSort.Slides => (HandedKind.Slides, type, bytes),
            _ => (HandedKind.Other, "application/octet-stream", bytes),
        };
    }
}
