using System.Globalization;

namespace ZestySlate.Core.Wording;

/// <summary>
/// What the core says to authors and teachers, in the language of who works: that of the interface (<see cref="CultureInfo.CurrentUICulture"/>),
/// or English until there is a file of theirs. A language is added by its <c>authors.xx.json</c> and its place in <see cref="Languages"/>.
/// </summary>
public static class AuthorWords
{
    /// <summary>The languages that are complete.</summary>
    public static IReadOnlyList<string> Languages { get; } = ["en"];

    /// <summary>The words of an entry with its arguments put in; the first one, where it is a number, decides singular or plural.</summary>
    public static string Say(string key, params object[] arguments) =>
        Words.Of(Complete(CultureInfo.CurrentUICulture.TwoLetterISOLanguageName)).Say(key, arguments);

    /// <summary>This language when it is complete, else English.</summary>
    internal static string Complete(string language) => Languages.Contains(language) ? language : "en";
}
