using System.Collections;
using System.Collections.Concurrent;
using System.Text;
using ZestySlate.Core.Json;

namespace ZestySlate.Core.Activities;

/// <summary>Every word of an activity that a person could have read or written, for looking it up: titles, texts, questions of every family, tags.</summary>
public static class SearchWords
{
    /// <summary>The greatest length of what is kept, in characters.</summary>
    public const int Most = 40_000;

    private static readonly ConcurrentDictionary<Type, Func<object, object?>[]> Readable = new();

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
            case ScoreBands bands:
                Collect(bands.Bands, words);
                break;
            case IEnumerable several:
                foreach (var one in several)
                {
                    Collect(one, words);
                }

                break;
            default:
                foreach (var member in Readable.GetOrAdd(thing.GetType(), MembersOf))
                {
                    Collect(member(thing), words);
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
    private static Func<object, object?>[] MembersOf(Type type) =>
        [
            .. StoredJson
                .Trusted.GetTypeInfo(type)
                .Properties.Where(member =>
                    member.Get is not null
                    && (
                        member.PropertyType == typeof(string)
                            ? !IsNoWord(member.Name)
                            : !member.PropertyType.IsValueType
                                || member.PropertyType == typeof(RichText)
                                || typeof(IEnumerable).IsAssignableFrom(member.PropertyType)
                    )
                )
                .Select(member => member.Get!),
        ];

    private static bool IsNoWord(string name) =>
        name is "id" or "media" or "language" or "symbol" or "key" or "accent" or "typeface"
        || name.EndsWith("Id", StringComparison.Ordinal)
        || name.EndsWith("Ids", StringComparison.Ordinal)
        || name.EndsWith("Colour", StringComparison.Ordinal);
}
