using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Editing;

/// <summary>Shows or plays another file wherever one was used. The words of each use stay.</summary>
/// <param name="Old">The hash of the file that was used.</param>
/// <param name="New">The hash of the one to use.</param>
/// <param name="Width">Its width in pixels; 0 for what is not a picture.</param>
/// <param name="Height">Its height in pixels; 0 for what is not a picture.</param>
public sealed record ReplaceMedia(string Old, string New, int Width, int Height) : Edit
{
    public override string SummaryOn(Activity activity) => "Another file from the media library";

    public override Outcome<Activity> Apply(Activity activity) => activity with
    {
        Flow = activity.Flow with { Picture = Of(activity.Flow.Picture) },
        Rules = activity.Rules with { Bands = Of(activity.Rules.Bands) },
        Look = activity.Look with
        {
            Cover = Of(activity.Look.Cover),
            Background = Of(activity.Look.Background),
            Spots = activity.Look.Spots.Select(look => look with { Sign = Of(look.Sign) }).ToValueList(),
        },
        Scenes = activity.Scenes.Select(scene => scene with
        {
            Backdrop = Of(scene.Backdrop),
            Ambient = Of(scene.Ambient),
            Spots = scene.Spots.Select(spot => spot with { Sign = Of(spot.Sign), Content = Of(spot.Content), Place = spot.Place.On(Of(scene.Backdrop)) }).ToValueList(),
        }).ToValueList(),
    };

    private Content Of(Content content) => content switch
    {
        Callout callout => callout with { Sound = Of(callout.Sound) },
        Note note => note with
        {
            Illustrations = note.Illustrations.Select(picture => Of(picture)!).ToValueList(),
            Sound = Of(note.Sound),
            Video = note.Video is { } video ? video with { Media = Of(video.Media), Captions = Of(video.Captions) } : null,
        },
        Ask { Question: var question } => new Ask(Of(question)),
        _ => content,
    };

    private Question Of(Question question)
    {
        var faces = question.Faces.Aggregate(question, (changed, part) => changed.WithFace(part.Key, face => face with { Picture = Of(face.Picture), Sound = Of(face.Sound) }));
        return faces with
        {
            Picture = Of(question.Picture),
            Sound = Of(question.Sound),
            Video = question.Video is { } video ? video with { Media = Of(video.Media), Captions = Of(video.Captions) } : null,
            Bands = Of(question.Bands),
        };
    }

    private ScoreBands Of(ScoreBands bands) => ScoreBands.Of(bands.Bands.Select(band => band with { Picture = Of(band.Picture) }));

    /// <summary>A panorama whose picture cannot be looked round in any more is shown flat.</summary>
    private Backdrop Of(Backdrop backdrop) => backdrop is PageBackdrop { Material: { } material } page ? page with { Material = Of(material) } : backdrop.Shown is not { } shown || shown.Media != Old ? backdrop
        : backdrop is PanoramaBackdrop && PanoramaBackdrop.Refuse(Width, Height) is not null ? new PictureBackdrop(Of(shown)!)
        : backdrop.With(Of(shown)!);

    private Material Of(Material material) => material with
    {
        Pictures = material.Pictures.Select(picture => Of(picture)!).ToValueList(),
        Video = material.Video is { } video ? video with { Media = Of(video.Media), Captions = Of(video.Captions) } : null,
        Pdf = material.Pdf is { } pdf ? pdf with { Media = Of(pdf.Media) } : null,
    };

    private Sign Of(Sign sign) => sign.Picture is null ? sign : sign with { Picture = Of(sign.Picture) };

    private Picture? Of(Picture? picture) => picture?.Media == Old ? picture with { Media = New, Width = Width, Height = Height } : picture;

    private Sound? Of(Sound? sound) => sound?.Media == Old ? sound with { Media = New } : sound;

    private string Of(string media) => media == Old ? New : media;
}
