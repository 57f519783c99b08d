namespace ZestySlate.Core;

/// <summary>Cuts texts to the length that there is room for.</summary>
public static class Cutting
{
    /// <summary>The text without outer spaces, cut to so many characters (UTF-16) at most; never through the middle of a letter that takes two.</summary>
    public static string Cut(this string text, int most)
    {
        var trimmed = text.Trim();
        return trimmed.Length <= most ? trimmed
            : most > 0 && char.IsHighSurrogate(trimmed[most - 1]) ? trimmed[..(most - 1)]
            : trimmed[..most];
    }
}
