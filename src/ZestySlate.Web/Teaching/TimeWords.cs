using System.Globalization;

namespace ZestySlate.Web.Teaching;

/// <summary>How long something took, in few words.</summary>
internal static class TimeWords
{
    /// <summary>In seconds below a minute and a half, else in minutes.</summary>
    /// <example>40 s</example>
    public static string Short(TimeSpan time) =>
        time.TotalSeconds < 90
            ? time.TotalSeconds.ToString("0", CultureInfo.InvariantCulture) + " s"
            : time.TotalMinutes.ToString("0", CultureInfo.InvariantCulture) + " min";
}
