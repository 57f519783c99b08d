using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Media;

/// <summary>What a file from the library is to be in an activity.</summary>
internal static class MediaPurposes
{
    /// <summary>The kind of file that a purpose needs.</summary>
    public static MediaKind KindFor(string purpose) => purpose switch
    {
        "sound" or "calloutSound" or "ambient" or "askSound" or "faceSound" => MediaKind.Sound,
        "video" or "askVideo" or "materialVideo" => MediaKind.Video,
        "captions" or "askCaptions" or "materialCaptions" => MediaKind.Captions,
        "materialPdf" => MediaKind.Pdf,
        _ => MediaKind.Picture,
    };

    /// <summary>The picture with the words that the library has for it.</summary>
    public static Picture PictureOf(MediaItem item) => new()
    {
        Media = item.Hash,
        Width = item.Width,
        Height = item.Height,
        AlternativeText = item.AlternativeText,
        Decorative = item.Decorative,
        Credit = item.Credit,
        Licence = item.Licence,
    };

    public static Sound SoundOf(MediaItem item) => new() { Media = item.Hash, Transcript = item.Transcript, Credit = item.Credit, Licence = item.Licence };

    /// <summary>The edit that puts the file to use, or why it cannot be.</summary>
    public static Outcome<Edit> Edit(string purpose, MediaItem item, Activity activity, string spotId, string sceneId, string kind)
    {
        if (item.Kind != KindFor(purpose))
        {
            return Outcome<Edit>.Refused($"«{item.Name}» is {Name(item.Kind)}; here {Name(KindFor(purpose))} is needed.");
        }

        var spot = activity.SpotOf(spotId);
        var scene = activity.SceneOf(sceneId);
        return (purpose, spot?.Content) switch
        {
            ("backdrop", _) when scene is not null => new SetBackdrop(scene.Id, BackdropOf(item, scene.Backdrop)),
            ("newScene", _) => new AddScenes([new Scene { Id = Ids.New(), Title = item.Name, Backdrop = BackdropOf(item, null) }]),
            ("ambient", _) when scene is not null => new SetAmbient(scene.Id, SoundOf(item)),
            ("cover", _) => new SetLook(activity.Look with { Cover = PictureOf(item) }),
            ("background", _) => new SetLook(activity.Look with { Background = PictureOf(item) }),
            ("illustration", Note note) => new SetContent(spot!.Id, note with { Illustrations = note.Illustrations.Add(PictureOf(item)) }),
            ("sound", Note note) => new SetContent(spot!.Id, note with { Sound = SoundOf(item) }),
            ("video", Note note) => new SetContent(spot!.Id, note with { Video = new VideoFile { Media = item.Hash, Credit = item.Credit, Licence = item.Licence } }),
            ("captions", Note { Video: { } video } note) => new SetContent(spot!.Id, note with { Video = video with { Captions = item.Hash } }),
            ("calloutSound", Callout callout) => new SetContent(spot!.Id, callout with { Sound = SoundOf(item) }),
            ("sign", not null) => new SetSign(spot!.Id, spot.Sign with { Form = SignForm.Picture, Picture = PictureOf(item) }),
            ("kindSign", _) when Enum.TryParse<SpotKind>(kind, true, out var which) => new SetLook(activity.Look with
            {
                Spots = activity.Look.Spots.RemoveAll(look => look.Kind == which)
                    .Add(new SpotLook(which, (activity.Look.Spots.FirstOrDefault(look => look.Kind == which)?.Sign ?? new Sign()) with { Form = SignForm.Picture, Picture = PictureOf(item) })),
            }),
            ("askPicture", Ask ask) => Asked(spot!, ask.Question with { Picture = PictureOf(item) }),
            ("askSound", Ask ask) => Asked(spot!, ask.Question with { Sound = SoundOf(item) }),
            ("askVideo", Ask ask) => Asked(spot!, ask.Question with { Video = new VideoFile { Media = item.Hash, Credit = item.Credit, Licence = item.Licence } }),
            ("askCaptions", Ask { Question: { Video: { } film } question }) => Asked(spot!, question with { Video = film with { Captions = item.Hash } }),
            ("facePicture", Ask ask) => Asked(spot!, ask.Question.WithFace(kind, face => face with { Picture = PictureOf(item) })),
            ("faceSound", Ask ask) => Asked(spot!, ask.Question.WithFace(kind, face => face with { Sound = SoundOf(item) })),
            ("bandPicture", Ask ask) => Asked(spot!, ask.Question with { Bands = BandFields.WithPicture(ask.Question.Bands, kind, PictureOf(item)) }),
            ("bandPicture", _) => new SetRules(activity.Rules with { Bands = BandFields.WithPicture(activity.Rules.Bands, kind, PictureOf(item)) }),
            ("materialPicture", _) when MaterialOf(scene) is { } material => Beside(scene!, material with { Pictures = material.Pictures.Add(PictureOf(item)) }),
            ("materialVideo", _) when MaterialOf(scene) is { } material => Beside(scene!, material with { Video = new VideoFile { Media = item.Hash, Credit = item.Credit, Licence = item.Licence } }),
            ("materialCaptions", _) when MaterialOf(scene) is { Video: { } film } material => Beside(scene!, material with { Video = film with { Captions = item.Hash } }),
            ("materialPdf", _) when MaterialOf(scene) is { } material => Beside(scene!, material with { Pdf = new PdfFile { Media = item.Hash, Name = item.Name } }),
            ("introduction", _) => new SetFlow(activity.Flow with { Picture = PictureOf(item) }),
            _ => Outcome<Edit>.Refused("What the file was for is not in the activity any more. The file is kept in your media library."),
        };
    }

    private static Material? MaterialOf(Scene? scene) => (scene?.Backdrop as PageBackdrop)?.Material;

    private static SetBackdrop Beside(Scene scene, Material material) => new(scene.Id, (PageBackdrop)scene.Backdrop with { Material = material });

    private static SetContent Asked(Spot spot, Question question) => new(spot.Id, new Ask(question));

    /// <summary>A picture that can be looked round in becomes a panorama by itself; another keeps the old picture's words.</summary>
    private static Backdrop BackdropOf(MediaItem item, Backdrop? old)
    {
        var picture = PictureOf(item);
        if (old?.Shown is { } before && picture.LacksAlternativeText)
        {
            picture = picture.WithWordsOf(before);
        }

        return item.IsPanorama ? new PanoramaBackdrop(picture) { Opening = (old as PanoramaBackdrop)?.Opening ?? default }
            : old is PictureBackdrop flat ? flat.With(picture)
            : new PictureBackdrop(picture);
    }

    private static string Name(MediaKind kind) => kind switch
    {
        MediaKind.Picture => "a picture",
        MediaKind.Sound => "a sound",
        MediaKind.Video => "a video",
        MediaKind.Captions => "a captions file",
        _ => "a PDF",
    };
}
