namespace ZestySlate.Core.Activities;

/// <summary>One line of an activity's credits: whose something is, under what terms, and where it is used.</summary>
public sealed record Credit(string Who, string Licence, string What, ValueList<string> UsedIn);

/// <summary>The credits of an activity, collected from everything it shows and plays.</summary>
public static class Credits
{
    /// <summary>Every source once, in the order in which learners meet it.</summary>
    public static ValueList<Credit> Of(Activity activity) =>
        activity
            .Scenes.SelectMany(scene => Of(activity, scene))
            .Concat(OfLook(activity))
            .Where(line => line.Source.Who.Trim().Length > 0)
            .GroupBy(line => line.Source)
            .Select(same => new Credit(
                same.Key.Who,
                same.Key.Licence,
                same.Key.What,
                same.Select(line => line.Where).Distinct().ToValueList()
            ))
            .ToValueList();

    private static IEnumerable<(Source Source, string Where)> Of(Activity activity, Scene scene)
    {
        var title = activity.TitleOf(scene);
        return scene
            .Backdrop.Sources.Concat(scene.Ambient is { } ambient ? [Source.Of(ambient)] : [])
            .Select(source => (source, title))
            .Concat(
                scene.Spots.SelectMany(spot =>
                    spot.Content.Sources.Concat(spot.Sign.Picture is { } sign ? [Source.Of(sign)] : [])
                        .Select(source => (source, activity.NameOf(spot)))
                )
            );
    }

    private static IEnumerable<(Source Source, string Where)> OfLook(Activity activity) =>
        activity
            .OwnPictures.Select(Source.Of)
            .Concat((activity.Trail?.Stops ?? []).Select(stop => stop.Reward?.Sound).OfType<Sound>().Select(Source.Of))
            .Select(source => (source, activity.Title));
}
