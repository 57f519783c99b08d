using System.Text.Json;

namespace ZestySlate.Core.Json;

/// <summary>A fault inside of a list, which is read by a reader of its own: the place that one tells is counted from where the list begins.</summary>
/// <param name="message">What is wrong.</param>
/// <param name="start">Where the list begins, in bytes from the beginning of the text.</param>
/// <param name="line">The line from there, from 0.</param>
/// <param name="at">The byte in that line, from 0.</param>
internal sealed class PlacedJsonException(string message, long start, long line, long at) : JsonException(message)
{
    public long Start => start;

    public long Line => line;

    public long At => at;

    /// <summary>Reads a list; none of its entries is null.</summary>
    internal static T[] List<T>(ref Utf8JsonReader reader, JsonSerializerOptions options)
    {
        var begins = reader.TokenStartIndex;
        T[] all;
        try
        {
            all = JsonSerializer.Deserialize(ref reader, StoredJson.TypeOf<T[]>(options)) ?? [];
        }
        catch (PlacedJsonException inner)
        {
            throw new PlacedJsonException(inner.Message, begins + inner.Start, inner.Line, inner.At);
        }
        catch (JsonException problem)
        {
            throw new PlacedJsonException(problem.Message, begins, problem.LineNumber ?? 0, problem.BytePositionInLine ?? 0);
        }

        var empty = Array.FindIndex(all, entry => entry is null);
        return empty < 0 ? all : throw new PlacedJsonException($"entry {empty + 1} of this list is empty (null).", begins, 0, 0);
    }
}
