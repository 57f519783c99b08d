using System.Text.Json;
using System.Text.Json.Serialization;
using ZestySlate.Core;

namespace ZestySlate.Cli;

/// <summary>Tells an exact number twice: as it is, “2/3”, and as the nearest decimal, for programs that want no fractions.</summary>
internal sealed class FractionJson : JsonConverter<Fraction>
{
    public override Fraction Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
        throw new NotSupportedException("Reports are written, not read.");

    public override void Write(Utf8JsonWriter writer, Fraction value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        writer.WriteString("exact", value.ToString());
        writer.WriteNumber("decimal", value.ToDecimal());
        writer.WriteEndObject();
    }
}
