using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using System.Text;

namespace ZestySlate.Core.Activities;

/// <summary>Every word of an activity that a person could have read or written, for looking it up: titles, texts, questions of every family, tags.</summary>
public static class SearchWords
{
    /// <summary>The greatest length of what is kept, in characters.</summary>
    public const int Most = 40_000;

    private static readonly ConcurrentDictionary<Type, PropertyInfo[]> Readable = new();

    /// <summary>The words in small letters, parted by spaces.</summary>
    public static string Of(Activity activity)
    {
        var words = new StringBuilder();
        Collect(activity with { Wording = [] }, words);
        return words.ToString().ToLowerInvariant();
    }

    private static void Collect(object? thing, StringBuilder words)
    {
        switch (thing)
        {
            case null:
                break;
            case string text:
                Add(text, words);
                break;
            case RichText rich:
                Add(rich.Words, words);
                break;
            case IEnumerable several:
                foreach (var one in several)
                {
                    Collect(one, words);
                }

                break;
            default:
                foreach (var property in Readable.GetOrAdd(thing.GetType(), PropertiesOf))
                {
                    Collect(property.GetValue(thing), words);
                }

                break;
        }
    }

    private static void Add(string text, StringBuilder words)
    {
        if (text.Length > 0 && words.Length < Most)
        {
            words.Append(text, 0, Math.Min(text.Length, Most - words.Length)).Append(' ');
        }
    }

    /// <summary>What holds words: texts and the things that have some; not ids, files, colours, addresses of the product itself.</summary>
    private static PropertyInfo[] PropertiesOf(Type type) => type.Namespace?.StartsWith("ZestySlate", StringComparison.Ordinal) != true ? [] : type
        .GetProperties(BindingFlags.Public | BindingFlags.Instance)
        .Where(property => property.CanWrite && property.GetIndexParameters().Length == 0
            && (property.PropertyType == typeof(string) ? !IsNoWord(property.Name) : !property.PropertyType.IsValueType || property.PropertyType == typeof(RichText) || typeof(IEnumerable).IsAssignableFrom(property.PropertyType)))
        .ToArray();

    private static bool IsNoWord(string name) => name is "Id" or "Media" or "Language" or "Symbol" or "Key" or "Accent" or "Typeface"
        || name.EndsWith("Id", StringComparison.Ordinal) || name.EndsWith("Ids", StringComparison.Ordinal) || name.EndsWith("Colour", StringComparison.Ordinal);
}
