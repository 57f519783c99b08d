using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Backdrops;
using ZestySlate.Web.Contents;
using ZestySlate.Web.Stories;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web.Media;

/// <summary>What a file from the library is to be in an activity.</summary>
internal static class MediaPurposes
{
    private static readonly MediaPurpose[] OfActivities =
    [
        new("backdrop", MediaKind.Picture, use =>
            use.Scene is { } scene ? new SetBackdrop(scene.Id, BackdropOf(use.Picture, scene.Backdrop)) : null
        ),
        new("newScene", MediaKind.Picture, use => new AddScenes([
            new Scene
            {
                Id = Ids.New(),
                Title = use.Item.Name,
                Backdrop = Backdrop.Of(use.Picture),
            },
        ])),
        new("ambient", MediaKind.Sound, use => use.Scene is { } scene ? new SetAmbient(scene.Id, use.Sound) : null),
        new("cover", MediaKind.Picture, use => new SetLook(use.Activity.Look with { Cover = use.Picture })),
        new("background", MediaKind.Picture, use => new SetLook(use.Activity.Look with { Background = use.Picture })),
        new("sign", MediaKind.Picture, use =>
            use.Spot is { } spot ? new SetSign(spot.Id, spot.Sign with { Form = SignForm.Picture, Picture = use.Picture }) : null
        ),
        new("kindSign", MediaKind.Picture, use =>
            Named.TryRead<SpotKind>(use.Part, out var kind) ? new SetLook(WithSign(use.Activity.Look, kind, use.Picture)) : null
        ),
        new("bandPicture", MediaKind.Picture, use => new SetRules(
            use.Activity.Rules with
            {
                Bands = BandFields.WithPicture(use.Activity.Rules.Bands, use.Part, use.Picture),
            }
        )),
        new("introduction", MediaKind.Picture, use => new SetFlow(use.Activity.Flow with { Picture = use.Picture })),
    ];

    /// <summary>Every purpose; where two have one name, what is nearer comes first.</summary>
    private static readonly ILookup<string, MediaPurpose> All = ContentForms
        .All.SelectMany(form => form.Files)
        .Concat(BackdropForms.All.SelectMany(form => form.Files))
        .Concat(OfActivities)
        .Concat(TrailForms.Files)
        .Concat(StoryForms.Files)
        .ToLookup(purpose => purpose.Key);

    /// <summary>The kind of file that a purpose needs.</summary>
    public static MediaKind KindFor(string purpose) => All[purpose].FirstOrDefault()?.Kind ?? MediaKind.Picture;

    /// <summary>The picture with the words that the library has for it.</summary>
    public static Picture PictureOf(MediaItem item) =>
        new()
        {
            Media = item.Hash,
            Width = item.Width,
            Height = item.Height,
            AlternativeText = item.AlternativeText,
            Decorative = item.Decorative,
            Credit = item.Credit,
            Licence = item.Licence,
        };

    public static VideoFile VideoOf(MediaItem item) =>
        new()
        {
            Media = item.Hash,
            Credit = item.Credit,
            Licence = item.Licence,
        };

    /// <summary>What an activity stands on that begins with it; null where nothing can.</summary>
    public static Backdrop? BackdropOf(MediaItem item) =>
        item.Kind switch
        {
            MediaKind.Picture => Backdrop.Of(PictureOf(item)),
            MediaKind.Video => new VideoBackdrop().With(VideoOf(item), item.Seconds, item.Width, item.Height),
            _ => null,
        };

    public static Sound SoundOf(MediaItem item) =>
        new()
        {
            Media = item.Hash,
            Transcript = item.Transcript,
            Credit = item.Credit,
            Licence = item.Licence,
        };

    /// <summary>The edit that puts the file to use, or why it cannot be.</summary>
    public static Outcome<Edit> Edit(
        string purpose,
        MediaItem item,
        Activity activity,
        string spotId,
        string sceneId,
        string part,
        string said = ""
    )
    {
        if (item.Kind != KindFor(purpose))
        {
            return Outcome<Edit>.Refused($"“{item.Name}” is {Name(item.Kind)}; here {Name(KindFor(purpose))} is needed.");
        }

        var use = new FileUse(item, activity, activity.SpotOf(spotId), activity.SceneOf(sceneId), part) { Said = said };
        return All[purpose].Select(one => one.Use(use)).FirstOrDefault(edit => edit is not null)
            ?? Outcome<Edit>.Refused("What the file was for is not in the activity any more. The file is kept in your media library.");
    }

    private static Look WithSign(Look look, SpotKind kind, Picture picture)
    {
        var old = look.Spots.FirstOrDefault(spots => spots.Kind == kind)?.Sign ?? new Sign();
        return look with
        {
            Spots = look
                .Spots.RemoveAll(spots => spots.Kind == kind)
                .Add(new SpotLook(kind, old with { Form = SignForm.Picture, Picture = picture })),
        };
    }

    /// <summary>A picture in another's place keeps the old one's words where it has none.</summary>
    private static Backdrop BackdropOf(Picture picture, Backdrop old) =>
        old.Taking(old.Shown is { } before && picture.LacksAlternativeText ? picture.WithWordsOf(before) : picture);

    private static string Name(MediaKind kind) =>
        kind switch
        {
            MediaKind.Picture => "a picture",
            MediaKind.Sound => "a sound",
            MediaKind.Video => "a video",
            MediaKind.Captions => "a captions file",
            _ => "a PDF",
        };
}
