using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;

namespace ZestySlate.Web.Lti;

/// <summary>
/// The claims of a message. Asking for one never fails: what is of another type than the standard says is as if it were not
/// there, so that a required one is missed and an optional one does nothing.
/// </summary>
internal sealed class LaunchClaims
{
    /// <summary>Seconds since 1970 that a date can have.</summary>
    private const double LastSecond = 253_402_300_799;

    private readonly JsonElement _root;

    private LaunchClaims(JsonElement root) => _root = root;

    /// <summary>The claims of a token; null when they are no JSON object.</summary>
    public static LaunchClaims? Of(JsonWebToken token)
    {
        try
        {
            using var document = JsonDocument.Parse(Base64UrlEncoder.DecodeBytes(token.EncodedPayload));
            return document.RootElement.ValueKind == JsonValueKind.Object ? new LaunchClaims(document.RootElement.Clone()) : null;
        }
        catch (Exception problem) when (problem is JsonException or FormatException)
        {
            return null;
        }
    }

    /// <summary>A text that is not empty; else null.</summary>
    public string? Text(string name) => TextOf(Find(_root, name));

    /// <summary>A text inside a claim that is an object; else null.</summary>
    public string? Text(string name, string part) => TextOf(Find(Find(_root, name), part));

    /// <summary>The texts of a list; what is no text in it is left out. Null when it is no list.</summary>
    public IReadOnlyList<string>? Texts(string name) => TextsOf(Find(_root, name));

    /// <summary>The texts of a list inside a claim.</summary>
    public IReadOnlyList<string>? Texts(string name, string part) => TextsOf(Find(Find(_root, name), part));

    /// <summary>True or false inside a claim; null for anything else.</summary>
    public bool? Flag(string name, string part) => FlagOf(Find(Find(_root, name), part));

    /// <summary>True or false; null for anything else.</summary>
    public bool? Flag(string name) => FlagOf(Find(_root, name));

    /// <summary>A moment as seconds since 1970 (RFC 7519, 2. NumericDate); null for anything else.</summary>
    public DateTimeOffset? Moment(string name) =>
        Find(_root, name) is { ValueKind: JsonValueKind.Number } number
        && number.TryGetDouble(out var seconds)
        && seconds is >= 0 and <= LastSecond
            ? DateTimeOffset.FromUnixTimeSeconds((long)seconds)
            : null;

    /// <summary>True when something stands under a name, of whatever type.</summary>
    public bool Has(string name) => Find(_root, name) is { ValueKind: not JsonValueKind.Null };

    private static JsonElement? Find(JsonElement? inside, string name) =>
        inside is { ValueKind: JsonValueKind.Object } claims && claims.TryGetProperty(name, out var value) ? value : null;

    private static string? TextOf(JsonElement? value) => value?.AsText();

    private static List<string>? TextsOf(JsonElement? value) =>
        value is { ValueKind: JsonValueKind.Array } list
            ? list.EnumerateArray().Select(one => TextOf(one)).OfType<string>().ToList()
            : null;

    private static bool? FlagOf(JsonElement? value) =>
        value?.ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => null,
        };
}
