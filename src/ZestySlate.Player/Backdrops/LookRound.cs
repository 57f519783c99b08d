using System.Globalization;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Player.Backdrops;

/// <summary>What the script that lets one look round reads of a stage.</summary>
internal static class LookRound
{
    /// <summary>The attributes of a stage.</summary>
    /// <param name="opening">Where one looks first.</param>
    /// <param name="picture">The address of the picture that is looked round in; empty for the video on the stage, null for a thumbnail.</param>
    public static IReadOnlyDictionary<string, object> Attributes(Direction opening, string? picture)
    {
        var attributes = new Dictionary<string, object>
        {
            ["data-yaw"] = opening.Yaw.ToString(CultureInfo.InvariantCulture),
            ["data-pitch"] = opening.Pitch.ToString(CultureInfo.InvariantCulture),
        };
        if (picture is not null)
        {
            attributes["data-panorama"] = picture;
        }

        return attributes;
    }
}
