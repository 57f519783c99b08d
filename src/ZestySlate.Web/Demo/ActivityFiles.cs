using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Demo;

/// <summary>Loads an activity file whose media are named by path beside it.</summary>
internal static partial class ActivityFiles
{
    /// <summary>The activity, with its files in the teacher's media library and referred to by hash.</summary>
    public static async Task<Activity> LoadAsync(string path, string folder, MediaIntake intake, MediaLibrary library, string ownerId)
    {
        var json = await File.ReadAllTextAsync(path);
        foreach (var name in MediaPath().Matches(json).Select(match => match.Groups[1].Value).Distinct())
        {
            var item = await intake.TakeAsync(
                await File.ReadAllBytesAsync(Path.Combine(folder, name)),
                Path.GetFileName(name),
                ownerId,
                "Weather school/" + char.ToUpperInvariant(name[0]) + name[1..name.IndexOf('/')]
            );
            json = json.Replace($"\"{name}\"", $"\"{item.Value.Hash}\"");
        }

        var activity = ActivityJson.Read(json, StoredJson.Untrusted(RichTextSanitizer.Sanitise)).Value;
        await SayAsync(activity, library, ownerId);
        return activity;
    }

    /// <summary>An activity file without media, as it is.</summary>
    public static async Task<Activity> ReadAsync(string path) =>
        ActivityJson.Read(await File.ReadAllTextAsync(path), StoredJson.Untrusted(RichTextSanitizer.Sanitise)).Value;

    /// <summary>What the activity says of its pictures and sounds, the library says too.</summary>
    private static async Task SayAsync(Activity activity, MediaLibrary library, string ownerId)
    {
        foreach (var picture in activity.Pictures.DistinctBy(picture => picture.Media))
        {
            if (await library.ByHashAsync(picture.Media, ownerId) is { AlternativeText: "", Decorative: false } item)
            {
                await library.SayAsync(item, picture.AlternativeText, picture.Decorative, picture.Credit, picture.Licence, "");
            }
        }
    }

    [GeneratedRegex("\"(?:media|captions)\":\\s*\"([a-z]+/[^\"]+)\"")]
    private static partial Regex MediaPath();
}
