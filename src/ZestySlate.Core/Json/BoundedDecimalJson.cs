using System.Text.Json;
using System.Text.Json.Serialization;

namespace ZestySlate.Core.Json;

/// <summary>Points, weights and costs from outside: of a size that a thousand of them can be added.</summary>
public sealed class BoundedDecimalJson : JsonConverter<decimal>
{
    /// <summary>The greatest, and the least below 0.</summary>
    public const decimal Most = 1_000_000_000_000m;

    /// <summary>Whether a number is of that size.</summary>
    public static bool Fits(decimal number) => number is >= -Most and <= Most;

    public override decimal Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.Number && reader.TryGetDecimal(out var number) && Fits(number)
            ? number
            : throw new JsonException("a number up to 1000000000000 is expected here.");

    public override void Write(Utf8JsonWriter writer, decimal value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}
