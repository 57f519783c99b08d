using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Demo;

/// <summary>Loads an activity file whose media are named by path beside it.</summary>
internal static partial class ActivityFiles
{
    /// <summary>The activity, with its pictures stored and referred to by hash.</summary>
    public static async Task<Activity> LoadAsync(string path, string folder, MediaStore media, string ownerId)
    {
        var json = await File.ReadAllTextAsync(path);
        foreach (var name in MediaPath().Matches(json).Select(match => match.Groups[1].Value).Distinct())
        {
            var picture = await media.AddPictureAsync(await File.ReadAllBytesAsync(Path.Combine(folder, name)), Path.GetFileName(name), ownerId);
            json = json.Replace($"\"{name}\"", $"\"{picture.Value.Media}\"");
        }

        return ActivityJson.Read(json, ActivityJson.Untrusted(RichTextSanitizer.Sanitise)).Value;
    }

    [GeneratedRegex("\"media\":\\s*\"(pictures/[^\"]+)\"")]
    private static partial Regex MediaPath();
}
