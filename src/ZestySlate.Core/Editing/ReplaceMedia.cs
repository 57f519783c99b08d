using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Shows or plays another file wherever one was used. The words of each use stay.</summary>
/// <param name="Old">The hash of the file that was used.</param>
/// <param name="New">The hash of the one to use.</param>
/// <param name="Width">Its width in pixels; 0 for what is not a picture.</param>
/// <param name="Height">Its height in pixels; 0 for what is not a picture.</param>
/// <param name="Seconds">How long a video lasts; 0 for anything else, and where it is not known.</param>
public sealed record ReplaceMedia(string Old, string New, int Width, int Height, decimal Seconds = 0) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAnotherFileFromMediaLibrary");

    public override Outcome<Activity> Apply(Activity activity)
    {
        var swap = new MediaSwap(Old, New, Width, Height, Seconds);
        var written = Written.Texts(activity).SelectMany(written => written.Media).Contains(Old) ? InTexts(activity) : activity;
        return Replaced(written, swap);
    }

    /// <summary>What stands in formatted texts is replaced as they are read.</summary>
    private Activity InTexts(Activity activity) =>
        ActivityJson.Read(ActivityJson.Write(activity), StoredJson.Untrusted(html => RichText.With(html, Old, New))).Value;

    private static Activity Replaced(Activity activity, MediaSwap swap) =>
        activity with
        {
            Flow = activity.Flow with { Picture = swap.OrNone(activity.Flow.Picture) },
            Rules = activity.Rules with { Bands = swap.Of(activity.Rules.Bands) },
            Look = activity.Look with
            {
                Cover = swap.OrNone(activity.Look.Cover),
                Background = swap.OrNone(activity.Look.Background),
                Spots = activity.Look.Spots.Select(look => look with { Sign = swap.Of(look.Sign) }).ToValueList(),
            },
            Story = activity.Story?.With(swap),
            Trail = activity.Trail is null
                ? null
                : activity.Trail with
                {
                    Stops = activity.Trail.Stops.Replace(_ => true, stop => stop.With(swap)),
                },
            Scenes = activity.Scenes.Select(scene => Of(scene, swap)).ToValueList(),
        };

    private static Scene Of(Scene scene, MediaSwap swap)
    {
        var backdrop = scene.Backdrop.With(swap);
        return scene with
        {
            Backdrop = backdrop,
            Ambient = swap.Of(scene.Ambient),
            Spots = scene
                .Spots.Select(spot =>
                    spot with
                    {
                        Sign = swap.Of(spot.Sign),
                        Content = spot.Content.With(swap),
                        Place = spot.Place.On(backdrop),
                    }
                )
                .ToValueList(),
        };
    }
}
