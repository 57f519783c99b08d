using System.Text.Json;

namespace ZestySlate.Web.Lti;

/// <summary>Reads texts out of what others sent. Asking never fails: what is of another type, or no text at all, is as if it were not there.</summary>
internal static class JsonTexts
{
    /// <summary>A member of an object that is a text and not empty; else null.</summary>
    public static string? Text(this JsonElement inside, string name) =>
        inside.ValueKind == JsonValueKind.Object && inside.TryGetProperty(name, out var value) ? value.AsText() : null;

    /// <summary>A text that is not empty; else null, also where half a letter stands in it (a lone surrogate), which nothing can store.</summary>
    public static string? AsText(this JsonElement value)
    {
        try
        {
            return value.ValueKind == JsonValueKind.String && value.GetString() is { Length: > 0 } text ? text : null;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }
}
