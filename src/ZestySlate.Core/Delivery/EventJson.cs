using ZestySlate.Core.Json;

namespace ZestySlate.Core.Delivery;

/// <summary>The JSON form of an event. It says its version from the second on; those that say none are of the first.</summary>
public static class EventJson
{
    /// <summary>Its way through time.</summary>
    internal static StoredForm Form { get; } = new("event", [], first: 1);

    /// <summary>Writes an event.</summary>
    public static string Write(AttemptEvent happened) => StoredJson.Write(happened);

    /// <summary>Reads an event that was put on record.</summary>
    /// <exception cref="System.Text.Json.JsonException">It is none.</exception>
    /// <exception cref="InvalidDataException">It was written by a newer version.</exception>
    public static AttemptEvent Read(string json)
    {
        var read = Form.Read<AttemptEvent>(json, StoredJson.Trusted);
        return read.Refusal is { } refusal ? throw new InvalidDataException(refusal) : read.Value;
    }
}
