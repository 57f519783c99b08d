using System.Collections.Concurrent;
using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using System.Text.RegularExpressions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Json;

/// <summary>Says what is wrong with a file, and where, for people: “line 12, answers[3].response.picked: a list is expected here.”</summary>
public static partial class JsonTrouble
{
    /// <summary>The words for what a reader could not take.</summary>
    /// <param name="problem">What the reader said.</param>
    /// <param name="json">The text that was read.</param>
    public static string Words(Exception problem, string json)
    {
        var what = What(Tail().Replace(problem.Message, ""));
        var bytes = Encoding.UTF8.GetBytes(json);
        var place = problem switch
        {
            PlacedJsonException placed => OffsetOf(bytes, placed.Start, placed.Line, placed.At),
            JsonException { LineNumber: { } line, BytePositionInLine: { } at } => OffsetOf(bytes, 0, line, at),
            _ => -1,
        };
        return place < 0
            ? what
            : AuthorWords.Say(
                "jsonAtLine",
                bytes.AsSpan(0, (int)place).Count((byte)'\n') + 1,
                PathAt(bytes, place) switch
                {
                    "" => "",
                    var path => ", " + path,
                },
                what
            );
    }

    /// <summary>The choices that readers know, by the full name of their type.</summary>
    private static readonly ConcurrentDictionary<string, Type> Choices = new();

    /// <summary>Takes notice of a type that is read, so that its choices can be told.</summary>
    public static void Learn(JsonTypeInfo type)
    {
        if (type.Type.IsEnum)
        {
            Choices[type.Type.FullName!] = type.Type;
        }
    }

    private static string What(string message)
    {
        if (Expected().Match(message) is { Success: true } expected)
        {
            return AuthorWords.Say("expectedHere", Of(expected.Groups["type"].Value));
        }

        return Missing().Match(message) is { Success: true } missing
                ? AuthorWords.Say(
                    "missingHere",
                    string.Join(", ", Quoted().Matches(missing.Groups["names"].Value).Select(name => $"“{name.Groups[1].Value}”"))
                )
            : Unknown().Match(message) is { Success: true } unknown ? AuthorWords.Say("notKnownHere", unknown.Groups["name"].Value)
            : Null().Match(message) is { Success: true } empty ? AuthorWords.Say("emptyNullHere", empty.Groups["name"].Value)
            : NoKind().Match(message) is { Success: true } kind ? AuthorWords.Say("noKindKnownHere", kind.Groups["name"].Value)
            : message.Contains("polymorphic", StringComparison.Ordinal) || message.Contains("discriminator", StringComparison.Ordinal)
                ? AuthorWords.Say("doesNotSayFirstWhat")
            : message.Contains("System.", StringComparison.Ordinal) || message.Contains("ZestySlate.", StringComparison.Ordinal)
                ? AuthorWords.Say("cannotRead")
            : message;
    }

    /// <summary>What a type of the program is to people.</summary>
    private static string Of(string type) =>
        type switch
        {
            "System.String" => AuthorWords.Say("jsonText"),
            "System.Boolean" => AuthorWords.Say("jsonTrueOrFalse"),
            "System.DateTimeOffset" => AuthorWords.Say("jsonDate"),
            _ when type.Contains("ValueList", StringComparison.Ordinal) || type.EndsWith("[]", StringComparison.Ordinal) => AuthorWords.Say(
                "jsonList"
            ),
            _ when Number().IsMatch(type) => AuthorWords.Say("jsonNumber"),
            _ when Choices.TryGetValue(type.Replace("System.Nullable`1[", "").TrimEnd(']'), out var choices) => AuthorWords.Say(
                "jsonOneOf",
                string.Join(", ", Enum.GetNames(choices).Select(JsonNamingPolicy.CamelCase.ConvertName))
            ),
            _ => AuthorWords.Say("jsonOther"),
        };

    /// <summary>The path to a place in a text, as “scenes[0].spots[2].id”; empty when it is not inside of anything.</summary>
    private static string PathAt(byte[] bytes, long place)
    {
        var reader = new Utf8JsonReader(bytes, new JsonReaderOptions { MaxDepth = 1000 });
        var path = new List<(string? Name, int Index)>();
        try
        {
            while (reader.Read() && reader.TokenStartIndex <= place)
            {
                Step(path, ref reader);
            }
        }
        catch (JsonException)
        {
            // It is this very place that cannot be read.
        }

        return string.Concat(
            path.Select(
                (part, i) =>
                    part.Name is { } name ? (i > 0 && name.Length > 0 ? "." : "") + name
                    : part.Index < 0 ? ""
                    : string.Create(CultureInfo.InvariantCulture, $"[{part.Index}]")
            )
        );
    }

    /// <summary>The byte that is so many lines, and bytes in the last of them, behind a place.</summary>
    private static long OffsetOf(byte[] bytes, long start, long line, long at)
    {
        for (; line > 0 && start < bytes.Length; start++)
        {
            line -= bytes[start] == '\n' ? 1 : 0;
        }

        return Math.Min(bytes.Length, start + at);
    }

    private static void Step(List<(string? Name, int Index)> path, ref Utf8JsonReader reader)
    {
        if (reader.TokenType is JsonTokenType.EndObject or JsonTokenType.EndArray)
        {
            path.RemoveAt(path.Count - 1);
            return;
        }

        if (reader.TokenType == JsonTokenType.PropertyName)
        {
            path[^1] = (reader.GetString(), -1);
            return;
        }

        if (path.Count > 0 && path[^1].Name is null)
        {
            path[^1] = (null, path[^1].Index + 1);
        }

        if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
        {
            path.Add(reader.TokenType == JsonTokenType.StartObject ? ("", -1) : (null, -1));
        }
    }

    [GeneratedRegex(@" ?(Path: .*|LineNumber: \d+ \| BytePositionInLine: \d+\.)+$", RegexOptions.Singleline)]
    private static partial Regex Tail();

    [GeneratedRegex(@"could not be converted to (?<type>.+)\.$")]
    private static partial Regex Expected();

    [GeneratedRegex(@"was missing required properties including: (?<names>.+)\.$")]
    private static partial Regex Missing();

    [GeneratedRegex("'([^']+)'")]
    private static partial Regex Quoted();

    [GeneratedRegex(@"The JSON property '(?<name>[^']*)' could not be mapped")]
    private static partial Regex Unknown();

    [GeneratedRegex(@"(?:property or field|constructor parameter) '(?<name>[^']*)' on type .* doesn't allow")]
    private static partial Regex Null();

    [GeneratedRegex("unrecognized type discriminator id '(?<name>[^']*)'")]
    private static partial Regex NoKind();

    [GeneratedRegex(@"^(System\.Nullable`1\[)?System\.(Decimal|Double|Single|U?Int\d+|Byte)\]?$")]
    private static partial Regex Number();
}
