using System.Globalization;

namespace ZestySlate.Player.Backdrops.Videos;

/// <summary>The names of the languages of captions, each in its own.</summary>
public static class CaptionLanguages
{
    /// <summary>The name of a language; the tag itself where the language is not known here.</summary>
    /// <param name="tag">A language tag (BCP 47).</param>
    public static string Name(string tag)
    {
        try
        {
            return CultureInfo.GetCultureInfo(tag).NativeName is { Length: > 0 } name ? name : tag;
        }
        catch (CultureNotFoundException)
        {
            return tag;
        }
    }
}
