using System.Globalization;
using ZestySlate.Core.Wording;

namespace ZestySlate.Web.Authoring;

/// <summary>The languages an activity can be in, under their own names. The language directs the text and shows numbers in its way.</summary>
public static class Languages
{
    private static readonly string[] Tags =
        ["en", "ar", "cs", "cy", "da", "de", "el", "es", "et", "fa", "fi", "fr", "ga", "he", "hi", "hu", "is", "it", "ja", "ko", "lt", "lv", "nl", "nb", "pl", "pt", "ro", "ru", "sk", "sl", "sv", "tr", "uk", "ur", "vi", "zh"];

    /// <summary>Tag and name, by name.</summary>
    public static IReadOnlyList<(string Tag, string Name)> All { get; } =
        Tags.Select(tag => (tag, CultureInfo.GetCultureInfo(tag).NativeName)).OrderBy(language => language.Item2, StringComparer.InvariantCultureIgnoreCase).ToList();

    /// <summary>"rtl" or "ltr".</summary>
    public static string DirectionOf(string tag) => Words.CultureOf(tag).TextInfo.IsRightToLeft ? "rtl" : "ltr";
}
