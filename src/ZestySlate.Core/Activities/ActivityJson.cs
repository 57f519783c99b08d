using System.Text.Json;
using ZestySlate.Core.Json;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>The JSON form of an activity (docs/activity-format.md).</summary>
public static class ActivityJson
{
    /// <summary>Its way through time.</summary>
    internal static StoredForm Form { get; } = new("activity", []);

    /// <summary>Writes an activity.</summary>
    public static string Write(Activity activity, bool indented = false) =>
        JsonSerializer.Serialize(activity, StoredJson.TypeOf<Activity>(indented ? StoredJson.Indented : StoredJson.Trusted));

    /// <summary>Reads an activity that the product itself has written, or says in words why the text is not one.</summary>
    public static Outcome<Activity> Read(string json) => Read(json, StoredJson.Trusted);

    /// <summary>Reads an activity, or says in words why the text is not one.</summary>
    public static Outcome<Activity> Read(string json, JsonSerializerOptions options)
    {
        try
        {
            var read = Form.Read<Activity>(json, options);
            return read.Refusal is null ? ReadyToUse(read.Value) : read;
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException or InvalidOperationException or FormatException)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("notZestySlateActivity", JsonTrouble.Words(problem, json)));
        }
    }

    private static Outcome<Activity> ReadyToUse(Activity activity)
    {
        var twice = activity
            .Spots.Select(spot => spot.Id)
            .Concat(activity.Scenes.Select(scene => scene.Id))
            .Concat((activity.Trail?.Stops ?? []).Select(stop => stop.Id))
            .GroupBy(id => id)
            .FirstOrDefault(same => same.Count() > 1);
        var state = activity.Story?.States.GroupBy(state => state.Id).FirstOrDefault(same => same.Count() > 1);
        return twice is not null ? Outcome<Activity>.Refused(AuthorWords.Say("idStandsTwiceInActivity", twice.Key))
            : state is not null ? Outcome<Activity>.Refused(AuthorWords.Say("storyKeepsInMindTwice", state.Key))
            : activity.Locks.Select(entry => Joining.Refuse(entry.Lock.Key)).FirstOrDefault(no => no is not null) is { } no
                ? Outcome<Activity>.Refused(no)
            : activity.Trail?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal)
            : activity;
    }
}
