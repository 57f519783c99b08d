using System.Net;
using System.Text.RegularExpressions;

namespace ZestySlate.Core.Activities;

/// <summary>
/// Formatted text as an HTML fragment of a small closed set of elements (p, strong, em, u, s, sub, sup, ul, ol, li,
/// blockquote, h3, br, and a with an http, https or mailto address). Text from outside is sanitised when it is read, see
/// <see cref="Json.StoredJson.Untrusted"/>.
/// </summary>
public readonly partial record struct RichText(string? Html)
{
    private const int NameLength = 60;

    /// <summary>The fragment; never null.</summary>
    public string Html { get; } = Html ?? "";

    /// <summary>Unformatted words as rich text, one paragraph a line.</summary>
    public static RichText Plain(string? words) =>
        new(
            string.Concat(
                (words ?? "")
                    .Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                    .Select(line => $"<p>{WebUtility.HtmlEncode(line)}</p>")
            )
        );

    /// <summary>The words alone, paragraphs parted by a space.</summary>
    public string Words => Spaces().Replace(WebUtility.HtmlDecode(Tags().Replace(Html ?? "", " ")), " ").Trim();

    /// <summary>True when there are no words.</summary>
    public bool IsEmpty => Words.Length == 0;

    /// <summary>The first words, cut at a word's end, for lists and reports.</summary>
    public string FirstWords
    {
        get
        {
            var words = Words;
            if (words.Length <= NameLength)
            {
                return words;
            }

            var cut = words.LastIndexOf(' ', NameLength);
            return words[..(cut > 20 ? cut : NameLength)] + "…";
        }
    }

    public bool Equals(RichText other) => (Html ?? "") == (other.Html ?? "");

    public override int GetHashCode() => (Html ?? "").GetHashCode(StringComparison.Ordinal);

    [GeneratedRegex("<[^>]*>")]
    private static partial Regex Tags();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
