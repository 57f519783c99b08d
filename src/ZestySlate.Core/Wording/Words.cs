using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Wording;

/// <summary>
/// The words of one language for everything that learners read, and for what the core says to authors, from the files of that
/// language in this folder; English where a language has none. An activity may put its own words in place of any entry that is met inside of it.
/// </summary>
public sealed class Words
{
    private static readonly ConcurrentDictionary<string, IReadOnlyDictionary<string, Entry>> Files = new();
    private readonly IReadOnlyDictionary<string, Entry> _entries;
    private readonly IReadOnlyDictionary<string, string> _own;
    private readonly string _plurals;

    private Words(string language, IReadOnlyDictionary<string, string> own, string otherwise = "en")
    {
        var file = Languages.Contains(Primary(language)) ? Primary(language) : otherwise;
        Language = language;
        Culture = CultureOf(language);
        _entries = FileOf(file);
        _own = own;
        _plurals = file;
    }

    /// <summary>The languages that are complete.</summary>
    public static IReadOnlyList<string> Languages { get; } = ["en", "de", "ar"];

    /// <summary>English, for what has no language of its own.</summary>
    public static Words English { get; } = new("en", new Dictionary<string, string>());

    /// <summary>The names of the entries that are met inside an activity, in the order of the file.</summary>
    public static IReadOnlyList<string> Keys { get; } = Read("en").Select(entry => entry.Key).ToList();

    /// <summary>The names of the entries for pages around activities: coming in, the list of what there is to do.</summary>
    public static IReadOnlyList<string> PageKeys { get; } = Read("pages.en").Select(entry => entry.Key).ToList();

    /// <summary>The names of the entries for authors: what checks, edits and editions say, and why something was refused.</summary>
    public static IReadOnlyList<string> AuthorKeys { get; } = Read("authors.en").Select(entry => entry.Key).ToList();

    /// <summary>The language as a BCP 47 tag.</summary>
    public string Language { get; }

    /// <summary>How numbers are written and capitals made.</summary>
    public CultureInfo Culture { get; }

    /// <summary>The words of a language.</summary>
    public static Words Of(string language) => language == "en" ? English : new Words(language, English._own);

    /// <summary>The words of a language with own words in place of some; empty ones are left as they were.</summary>
    public static Words Of(string language, IEnumerable<KeyValuePair<string, string>> own)
    {
        var set = own.Where(entry => entry.Value.Trim().Length > 0).ToDictionary(entry => entry.Key, entry => entry.Value);
        return set.Count == 0 ? Of(language) : new Words(language, set);
    }

    /// <summary>The same, with the words of another language where this one has none; unchanged when it has, or the other has none either.</summary>
    public Words Else(string other) =>
        Languages.Contains(Primary(Language)) || !Languages.Contains(Primary(other)) ? this : new Words(Language, _own, Primary(other));

    /// <summary>The words of an entry that needs no arguments.</summary>
    public string this[string key] => Say(key);

    /// <summary>The words of an entry with its arguments put in.</summary>
    public string Say(string key, params object[] arguments)
    {
        var form = _own.GetValueOrDefault(key) ?? FormOf(key, arguments);
        return arguments.Length == 0 ? form : string.Format(Culture, form, arguments.Select(Shown).ToArray());
    }

    /// <summary>A reason in words.</summary>
    public string Say(Reason reason)
    {
        var said = Say(reason.Key, [.. reason.Arguments]);
        return reason.Next is null ? said : $"{said} {Say(reason.Next)}";
    }

    /// <summary>Every plural form of an entry, for who chooses among them later; one text is the form "other".</summary>
    public IReadOnlyDictionary<string, string> Forms(string key) =>
        _own.GetValueOrDefault(key) is { } own ? new Dictionary<string, string> { ["other"] = own }
        : _entries[key] is { Forms: { } forms } ? forms
        : new Dictionary<string, string> { ["other"] = _entries[key].Text };

    /// <summary>A number as a person reads it: two decimals at most, half away from zero, in the language's own form.</summary>
    public string Number(decimal number) => Math.Round(number, 2, MidpointRounding.AwayFromZero).ToString("0.##", Culture);

    /// <summary>The same of an exact number.</summary>
    public string Number(Fraction number) => Number(number.Rounded(2).ToDecimal());

    /// <summary>The culture of a language tag; the invariant one when the tag is unknown.</summary>
    public static CultureInfo CultureOf(string language)
    {
        try
        {
            return CultureInfo.GetCultureInfo(language);
        }
        catch (CultureNotFoundException)
        {
            return CultureInfo.InvariantCulture;
        }
    }

    private object Shown(object argument) =>
        argument switch
        {
            decimal number => new Written(this, number),
            Fraction number => Number(number),
            ExactNumber exact => NumberWriting.Write(exact.Value, Culture),
            Reason reason => Say(reason),
            Enum value => Say(char.ToLowerInvariant(value.GetType().Name[0]) + value.GetType().Name[1..] + value),
            _ => argument,
        };

    private string FormOf(string key, object[] arguments)
    {
        var entry = _entries.GetValueOrDefault(key) ?? throw new KeyNotFoundException($"There are no words for “{key}”.");
        var count =
            arguments.Length == 0
                ? 0
                : arguments[0] switch
                {
                    int whole => whole,
                    decimal number => number,
                    Fraction number => number.ToDecimal(),
                    _ => 0,
                };
        return entry.Forms is null
            ? entry.Text
            : (count == 0 ? entry.Forms.GetValueOrDefault("zero") : null)
                ?? entry.Forms.GetValueOrDefault(Plurals.FormOf(_plurals, count))
                ?? entry.Text;
    }

    private static string Primary(string language) => language.Split('-')[0].ToLowerInvariant();

    private static IReadOnlyDictionary<string, Entry> FileOf(string language) =>
        Files.GetOrAdd(language, name =>
            Read(name)
                .Concat(Read($"pages.{name}"))
                .Concat(Read($"authors.{AuthorWords.Complete(name)}"))
                .ToDictionary(entry => entry.Key, entry => entry.Value)
        );

    private static List<KeyValuePair<string, Entry>> Read(string name)
    {
        using var stream = typeof(Words).Assembly.GetManifestResourceStream($"ZestySlate.Core.Wording.{name}.json")!;
        using var document = JsonDocument.Parse(stream);
        return document
            .RootElement.EnumerateObject()
            .Select(property => KeyValuePair.Create(property.Name, Entry.Of(property.Value)))
            .ToList();
    }

    /// <summary>A number that is put in: as a person reads it, or as the entry asks for it, as in {0:0.0}.</summary>
    private sealed class Written(Words words, decimal number) : IFormattable
    {
        public string ToString(string? format, IFormatProvider? culture) =>
            string.IsNullOrEmpty(format) ? words.Number(number) : number.ToString(format, culture);
    }

    /// <summary>An entry: one text, or a text for each plural form.</summary>
    private sealed record Entry(string Text, IReadOnlyDictionary<string, string>? Forms)
    {
        internal static Entry Of(JsonElement value)
        {
            if (value.ValueKind == JsonValueKind.String)
            {
                return new Entry(value.GetString()!, null);
            }

            var forms = value.EnumerateObject().ToDictionary(form => form.Name, form => form.Value.GetString()!);
            return new Entry(forms["other"], forms);
        }
    }
}
