using System.Text.Json;
using System.Text.Json.Nodes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Json;

/// <summary>
/// The way of one kind of document through time. The version rises when an older reader would misread what is written; whoever
/// raises it adds a step, which turns a document of the version before into one of the new version, and keeps a file of the old
/// version in the tests. A document of this version is read as it is.
/// </summary>
/// <param name="what">What it is, for people: “activity”.</param>
/// <param name="steps">The steps, from the first version to the second, and so on: each changes a document in place.</param>
/// <param name="first">The version of a document that does not say its own; 0 when it has to say it.</param>
public sealed class StoredForm(string what, IReadOnlyList<Action<JsonObject>> steps, int first = 0)
{
    /// <summary>The member that says the version.</summary>
    public const string Member = "version";

    /// <summary>The version that is written.</summary>
    public int Version { get; } = steps.Count + 1;

    /// <summary>Reads a document of this or of an earlier version.</summary>
    /// <returns>What was read, or in words why the text is of no version that can be read.</returns>
    /// <exception cref="JsonException">It is not what was asked for.</exception>
    public Outcome<T> Read<T>(string json, JsonSerializerOptions options)
        where T : class
    {
        if (VersionOf(json) is not { } version || version < 1)
        {
            return Outcome<T>.Refused(AuthorWords.Say("notZestySlateHasNo", what));
        }

        if (version > Version)
        {
            return Outcome<T>.Refused(AuthorWords.Say("wasWrittenByNewerZesty", what, version, Version));
        }

        return JsonSerializer.Deserialize(version == Version ? json : Raised(json, version), StoredJson.TypeOf<T>(options)) is { } read
            ? read
            : Outcome<T>.Refused(AuthorWords.Say("storedEmpty", what));
    }

    /// <summary>The same document in the form of this version.</summary>
    private string Raised(string json, int version)
    {
        var document = JsonNode.Parse(json)!.AsObject();
        for (; version < Version; version++)
        {
            steps[version - 1](document);
        }

        document[Member] = Version;
        return document.ToJsonString();
    }

    /// <summary>The version that a document says, wherever in it that stands; null when it says none.</summary>
    private int? VersionOf(string json)
    {
        // Events are many and say none: most of the time this is all that is looked at.
        if (first > 0 && !json.Contains($"\"{Member}\"", StringComparison.Ordinal))
        {
            return first;
        }

        using var document = JsonDocument.Parse(json);
        return document.RootElement.ValueKind != JsonValueKind.Object ? null
            : !document.RootElement.TryGetProperty(Member, out var stated) ? (first > 0 ? first : null)
            : stated.ValueKind == JsonValueKind.Number && stated.TryGetInt32(out var version) ? version
            : null;
    }
}
