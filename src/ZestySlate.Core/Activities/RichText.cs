using System.Net;
using System.Text.RegularExpressions;

namespace ZestySlate.Core.Activities;

/// <summary>
/// Formatted text as an HTML fragment of a small closed set of elements (p, strong, em, u, s, sub, sup, ul, ol, li,
/// blockquote, h3, br, table, tbody, tr, th, td, a with an http, https or mailto address, and img with the address
/// <c>media:</c> and the hash of a file of the library). Text from outside is sanitised when it is read, see
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

    /// <summary>The words alone, paragraphs parted by a space; of a picture what it says.</summary>
    public string Words =>
        Spaces().Replace(WebUtility.HtmlDecode(Tags().Replace(Described().Replace(Html ?? "", " $1 "), " ")), " ").Trim();

    /// <summary>This text, and another below it.</summary>
    public RichText Then(RichText other) => new(Html + other.Html);

    /// <summary>True when there are no words, and no picture.</summary>
    public bool IsEmpty => Words.Length == 0 && !Media.Any();

    /// <summary>The pictures in it, by the hashes of their files.</summary>
    public IEnumerable<string> Media => Pictures().Matches(Html ?? "").Select(match => match.Groups[1].Value);

    /// <summary>True when nobody has said what a picture in it shows.</summary>
    public bool LacksAlternativeText => Pictures().Count(Html ?? "") > Described().Count(Html ?? "");

    /// <summary>The fragment with its pictures at these addresses.</summary>
    /// <param name="addressOf">Where a file is found, by its hash.</param>
    public string At(Func<string, string> addressOf) =>
        Pictures().Replace(Html ?? "", match => $"<img src=\"{WebUtility.HtmlEncode(addressOf(match.Groups[1].Value))}\"");

    /// <summary>The fragment with one file of the library in another's place.</summary>
    public static string With(string html, string old, string now) => html.Replace(Scheme + old, Scheme + now, StringComparison.Ordinal);

    /// <summary>What an address in it begins with that is the hash of a file.</summary>
    public const string Scheme = "media:";

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

    [GeneratedRegex($"<img src=\"{Scheme}([0-9a-f]{{64}})\"")]
    private static partial Regex Pictures();

    [GeneratedRegex("<img [^>]*\\balt=\"([^\"]+)\"[^>]*>")]
    private static partial Regex Described();

    [GeneratedRegex("<[^>]*>")]
    private static partial Regex Tags();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
