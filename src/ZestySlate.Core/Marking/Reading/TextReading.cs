using System.Globalization;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>How a typed text is read before it is compared.</summary>
public sealed record TextReading
{
    /// <summary>True when capitals matter.</summary>
    public bool MatchCase { get; init; }

    /// <summary>True when letters with and without accents are the same.</summary>
    public bool LenientAccents { get; init; }

    /// <summary>True when a full stop, question mark and the like at the end do not matter.</summary>
    public bool IgnoreEndPunctuation { get; init; } = true;

    /// <summary>True when a slip or two in a long word is forgiven; see <see cref="TextMatching.SlipsAllowed"/>.</summary>
    public bool Slips { get; init; }

    /// <summary>How much a text with a slip earns, 0..1.</summary>
    public decimal SlipShare { get; init; } = 1;

    /// <summary>
    /// The text in the form in which it is compared (see <see cref="TextLetters"/>); then, by the options, case folded in the
    /// culture's own way, accents and marks at the end taken away.
    /// </summary>
    public string Read(string text, CultureInfo culture)
    {
        if (!MatchCase && IsPlainLower(text))
        {
            return text;
        }

        var read = TextLetters.Plain(text);
        if (IgnoreEndPunctuation && read.TrimEnd(TextLetters.EndMarks) is { Length: > 0 } without)
        {
            read = without;
        }

        if (!MatchCase)
        {
            read = TextLetters.Folded(read, culture);
        }

        return LenientAccents ? TextLetters.WithoutAccents(read) : read;
    }

    /// <summary>Whether two texts are the same to this reading.</summary>
    public bool Same(string typed, string accepted, CultureInfo culture) =>
        string.Equals(Read(typed, culture), Read(accepted, culture), StringComparison.Ordinal);

    /// <summary>Small letters a to z with single spaces: already in the form in which texts are compared, in every culture but those where
    /// i has a dot of its own.</summary>
    private static bool IsPlainLower(string text)
    {
        var last = ' ';
        foreach (var letter in text)
        {
            if (letter is not ((>= 'a' and <= 'z' and not 'i') or ' ') || (letter == ' ' && last == ' '))
            {
                return false;
            }

            last = letter;
        }

        return last != ' ';
    }
}
