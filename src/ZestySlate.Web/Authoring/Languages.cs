using System.Globalization;
using ZestySlate.Core.Wording;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Authoring;

/// <summary>The languages an activity can be in, under their own names. The language directs the text and shows numbers in its way.</summary>
public static class Languages
{
    private static readonly string[] Tags =
    [
        "en",
        "ar",
        "cs",
        "cy",
        "da",
        "de",
        "el",
        "es",
        "et",
        "fa",
        "fi",
        "fr",
        "ga",
        "he",
        "hi",
        "hu",
        "is",
        "it",
        "ja",
        "ko",
        "lt",
        "lv",
        "nl",
        "nb",
        "pl",
        "pt",
        "ro",
        "ru",
        "sk",
        "sl",
        "sv",
        "tr",
        "uk",
        "ur",
        "vi",
        "zh",
    ];

    /// <summary>Tag and name, by name.</summary>
    public static IReadOnlyList<(string Tag, string Name)> All { get; } =
        Tags.Select(tag => (tag, CultureInfo.GetCultureInfo(tag).NativeName))
            .OrderBy(language => language.Item2, StringComparer.InvariantCultureIgnoreCase)
            .ToList();

    /// <summary>The tag when it is one of the languages; null for any other.</summary>
    public static string? Known(string? tag) => Tags.Contains(tag) ? tag : null;

    /// <summary>The first of the languages that a browser asks for (RFC 9110, 12.5.4), or English.</summary>
    public static string AskedFor(HttpRequest request) =>
        request
            .GetTypedHeaders()
            .AcceptLanguage.OrderByDescending(asked => asked.Quality ?? 1)
            .Select(asked => Known(asked.Value.Value?.Split('-')[0].ToLowerInvariant()))
            .FirstOrDefault(tag => tag is not null)
        ?? "en";

    /// <summary>The words for whoever asks: where the language has no buttons and messages, those of the first language that the browser
    /// asks for and that has them (RFC 9110, 12.5.4).</summary>
    public static Words For(HttpRequest request, Words words) => words.Else(Preferred(request) ?? "en");

    /// <summary>The cookie with the language that somebody chose for pages around activities.</summary>
    public const string Cookie = "slate-language";

    /// <summary>The words of pages around activities for whoever asks: in the language they chose, else the first that their browser asks
    /// for and that has words, else the school's.</summary>
    /// <param name="context">Whose page it is.</param>
    /// <param name="course">The language of the course site's page, where no session says it yet; null otherwise.</param>
    public static Words PageWords(this HttpContext context, string? course = null) =>
        Preferred(context.Request, course) is { } language
            ? Words.Of(language)
            : context.RequestServices.GetRequiredService<Installation>().Words;

    /// <summary>The language somebody chose, else that of the course site's page, else the first that their browser asks for, of those with
    /// buttons and messages; else null.</summary>
    private static string? Preferred(HttpRequest request, string? course = null) =>
        request.Cookies[Cookie] is { } chosen && HasInterface(chosen) ? chosen
        : (course ?? Lti.Presentation.Of(request.HttpContext).Language)?.ToLowerInvariant() is { } around && HasInterface(around)
            ? around.Split('-')[0]
        : request
            .GetTypedHeaders()
            .AcceptLanguage.OrderByDescending(asked => asked.Quality ?? 1)
            .Select(asked => asked.Value.Value?.Split('-')[0].ToLowerInvariant() ?? "")
            .FirstOrDefault(HasInterface);

    /// <summary>True when buttons and messages are there in a language; else they are English.</summary>
    public static bool HasInterface(string tag) => Words.Languages.Contains(tag.Split('-')[0]);

    /// <summary>A language as it is chosen: by its own name, and with a word where its buttons and messages are English.</summary>
    public static string Titled(string tag, string name) => HasInterface(tag) ? name : $"{name} (buttons in English)";

    /// <summary>"rtl" or "ltr".</summary>
    public static string DirectionOf(string tag) => Words.CultureOf(tag).TextInfo.IsRightToLeft ? "rtl" : "ltr";
}
