namespace ZestySlate.Core.Activities;

/// <summary>One line of an activity's credits: whose something is, under what terms, and where it is used.</summary>
public sealed record Credit(string Who, string Licence, string What, ValueList<string> UsedIn);

/// <summary>The credits of an activity, collected from everything it shows and plays.</summary>
public static class Credits
{
    /// <summary>Every source once, in the order in which learners meet it.</summary>
    public static ValueList<Credit> Of(Activity activity) => activity.Scenes.SelectMany(scene => Of(activity, scene)).Concat(OfLook(activity))
        .Where(line => line.Who.Trim().Length > 0)
        .GroupBy(line => (line.Who, line.Licence, line.What))
        .Select(same => new Credit(same.Key.Who, same.Key.Licence, same.Key.What, same.Select(line => line.Where).Distinct().ToValueList())).ToValueList();

    private static IEnumerable<(string Who, string Licence, string What, string Where)> Of(Activity activity, Scene scene)
    {
        var title = activity.TitleOf(scene);
        if (scene.Backdrop.Shown is { } picture)
        {
            yield return (picture.Credit, picture.Licence, "Picture", title);
        }

        if (scene.Ambient is { } ambient)
        {
            yield return (ambient.Credit, ambient.Licence, "Sound", title);
        }

        foreach (var spot in scene.Spots)
        {
            var name = activity.NameOf(spot);
            foreach (var shown in spot.Content.Pictures)
            {
                yield return (shown.Credit, shown.Licence, "Picture", name);
            }

            if (spot.Sign.Picture is { } sign)
            {
                yield return (sign.Credit, sign.Licence, "Picture", name);
            }

            if (((spot.Content as Note)?.Sound ?? (spot.Content as Callout)?.Sound) is { } sound)
            {
                yield return (sound.Credit, sound.Licence, "Sound", name);
            }

            if (spot.Content is Note { Video: { } video })
            {
                yield return (video.Credit, video.Licence, "Video", name);
            }
        }
    }

    private static IEnumerable<(string Who, string Licence, string What, string Where)> OfLook(Activity activity)
    {
        foreach (var picture in new[] { activity.Look.Cover, activity.Look.Background }.OfType<Picture>())
        {
            yield return (picture.Credit, picture.Licence, "Picture", activity.Title);
        }
    }
}
