using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.Captions;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Videos;

internal sealed class VideoForm : IBackdropForm
{
    public Type BackdropType => typeof(VideoBackdrop);

    public NewBackdrop Offer { get; } = new("video", "A video", () => new VideoBackdrop());

    public Type Head => typeof(VideoHead);

    public Type Details => typeof(VideoDetails);

    public Type Beginning => typeof(VideoBeginning);

    public string? TipOf(Backdrop backdrop) =>
        backdrop.HasContent
            ? "Play the video, stop it, and press on it to put something there and then."
            : "Choose the video first, in the details: a file, or its address.";

    public string Symbol => "clapperboard";

    public Type Strip => typeof(TimeStrip);

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        new("backdropVideo", MediaKind.Video, use =>
            use.Scene is { } scene
                ? new SetBackdrop(
                    scene.Id,
                    (scene.Backdrop as VideoBackdrop ?? new VideoBackdrop()).With(
                        use.Video,
                        use.Item.Seconds,
                        use.Item.Width,
                        use.Item.Height
                    )
                )
                : null
        ),
        new("backdropCaptions", MediaKind.Captions, use =>
            use.Scene is { Backdrop: VideoBackdrop film } scene
                ? new SetBackdrop(scene.Id, WithCaptions(film, use.Activity.Language, use.Item.Hash))
                : null
        ),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        (edit, scene.Backdrop) switch
        {
            ("video", VideoBackdrop film) => new SetBackdrop(scene.Id, Read(form, film)),
            ("chapters", VideoBackdrop film) => Chapters.Read(form["chapters"].ToString(), film.Lasts) is var read && read.Succeeded
                ? new SetBackdrop(scene.Id, film with { Chapters = read.Value })
                : Outcome<Edit>.Refused(read.Refusal!),
            ("videoFound", VideoBackdrop film) => new SetBackdrop(
                scene.Id,
                film.Found(
                    EditForms.Decimal(form["seconds"]) ?? 0,
                    EditForms.Whole(form["width"], 0, 0, 10_000),
                    EditForms.Whole(form["height"], 0, 0, 10_000)
                )
            ),
            ("round", VideoBackdrop film) => new SetBackdrop(scene.Id, film with { Round = form["round"] == "yes" }),
            ("captionTrack", VideoBackdrop film) => new SetBackdrop(scene.Id, ReadTrack(form, film)),
            _ => default(Outcome<Edit>?),
        };

    /// <summary>The video with captions in a language, in the place of those it had in that language.</summary>
    public static VideoBackdrop WithCaptions(VideoBackdrop film, string language, string media) =>
        film with
        {
            Captions = film.Captions.Any(track => track.Language == language)
                ? film.Captions.Replace(track => track.Language == language, track => track with { Media = media })
                : film.Captions.Add(new CaptionTrack(language, media)),
        };

    private static string Typed(IFormCollection form, string field) => form[field].ToString().Trim();

    private static VideoBackdrop Read(IFormCollection form, VideoBackdrop old) =>
        old with
        {
            Skipping = Named.TryRead<Skipping>(form["skipping"], out var skipping) ? skipping : old.Skipping,
            File = old.File is { } file ? file with { Credit = Typed(form, "videoCredit"), Licence = Typed(form, "videoLicence") } : null,
            Hosted = old.Hosted is { } hosted
                ? hosted with
                {
                    Credit = Typed(form, "videoCredit"),
                    Licence = Typed(form, "videoLicence"),
                }
                : null,
        };

    /// <summary>Another language of a track, or the video without it. Two tracks of one language there cannot be.</summary>
    private static VideoBackdrop ReadTrack(IFormCollection form, VideoBackdrop old)
    {
        var (track, language) = (form["track"].ToString(), form["language"].ToString().Trim());
        return form["remove"] == "captions" ? old with { Captions = old.Captions.RemoveAll(one => one.Language == track) }
            : Languages.Known(language) is not null && !old.Captions.Any(one => one.Language == language)
                ? old with
                {
                    Captions = old.Captions.Replace(one => one.Language == track, one => one with { Language = language }),
                }
            : old;
    }
}
