using System.Globalization;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Captions;

/// <summary>Moments of a course in time as people write them: 1:24, 1:24.5, 1:02:03, 84.</summary>
public static partial class Moments
{
    /// <summary>A moment in seconds, to a thousandth; null for what is none, or lies behind the longest course.</summary>
    public static decimal? Read(string text)
    {
        var typed = Written().Match(text.Trim());
        if (!typed.Success)
        {
            return null;
        }

        var (hours, minutes) = (Part(typed.Groups[1]), Part(typed.Groups[2]));
        var seconds = decimal.Parse(typed.Groups[3].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
        var inside = (!typed.Groups[2].Success || seconds < 60) && (!typed.Groups[1].Success || minutes < 60);
        var moment = Math.Round((hours * 3600) + (minutes * 60) + seconds, 3);
        return inside && moment <= During.Longest ? moment : null;
    }

    /// <summary>A moment as minutes and seconds, with hours and parts of a second where there are any.</summary>
    public static string Write(decimal seconds)
    {
        var whole = (int)Math.Floor(seconds);
        var rest = (seconds - whole).ToString(".###", CultureInfo.InvariantCulture);
        var (hours, minutes) = (whole / 3600, whole / 60 % 60);
        return hours > 0 ? $"{hours}:{minutes:00}:{whole % 60:00}{rest}" : $"{minutes}:{whole % 60:00}{rest}";
    }

    private static int Part(Group digits) => digits.Success ? int.Parse(digits.Value, CultureInfo.InvariantCulture) : 0;

    [GeneratedRegex(@"^(?:(?:([0-9]{1,3}):)?([0-9]{1,4}):)?([0-9]{1,5}(?:[.,][0-9]{1,6})?)$")]
    private static partial Regex Written();
}
