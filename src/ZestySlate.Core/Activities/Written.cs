using System.Collections;
using System.Collections.Concurrent;
using ZestySlate.Core.Json;

namespace ZestySlate.Core.Activities;

/// <summary>What is written in an activity or a part of it, wherever it stands: found by what is stored, so that nothing new is forgotten.</summary>
public static class Written
{
    private static readonly ConcurrentDictionary<Type, Func<object, object?>[]> Readable = new();

    /// <summary>Its formatted texts.</summary>
    public static IEnumerable<RichText> Texts(object thing) => Of(thing).OfType<RichText>();

    /// <summary>Its words, each a string, and its formatted texts, each a <see cref="RichText"/>, in the order in which they are stored.</summary>
    public static IEnumerable<object> Of(object? thing) =>
        thing switch
        {
            null => [],
            string or RichText => [thing],
            ScoreBands bands => Of(bands.Bands),
            IEnumerable several => several.Cast<object?>().SelectMany(Of),
            _ => Readable.GetOrAdd(thing.GetType(), MembersOf).SelectMany(member => Of(member(thing))),
        };

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
