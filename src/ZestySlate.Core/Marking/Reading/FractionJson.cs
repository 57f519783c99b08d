using System.Buffers;
using System.Globalization;
using System.Numerics;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>An exact number in a document: a JSON number of any size, digit for digit, or “2/3” as a string where no decimal is exact.</summary>
internal sealed class FractionJson : JsonConverter<Fraction>
{
    public override Fraction Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options)
    {
        var length = reader.HasValueSequence ? reader.ValueSequence.Length : reader.ValueSpan.Length;
        if (reader.TokenType is not (JsonTokenType.Number or JsonTokenType.String) || length > NumberReading.LongestText)
        {
            throw new JsonException("A number was expected here.");
        }

        if (reader.TokenType == JsonTokenType.Number)
        {
            var text = Encoding.UTF8.GetString(reader.HasValueSequence ? reader.ValueSequence.ToArray() : reader.ValueSpan);
            return NumberReading.Read(text, CultureInfo.InvariantCulture)?.Value
                ?? throw new JsonException($"{text} is too large, or too near to nothing, to be compared.");
        }

        return
            reader.GetString()!.Split('/') is [var above, var below]
            && BigInteger.TryParse(above, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var over)
            && BigInteger.TryParse(below, NumberStyles.None, CultureInfo.InvariantCulture, out var under)
            && !under.IsZero
            ? new Fraction(over, under)
            : throw new JsonException("A number was expected here, or two whole ones, as “2/3”.");
    }

    public override void Write(Utf8JsonWriter writer, Fraction value, JsonSerializerOptions options)
    {
        if (NumberWriting.WriteInvariant(value) is { } number)
        {
            writer.WriteRawValue(number);
        }
        else
        {
            writer.WriteStringValue(value.ToString());
        }
    }
}
