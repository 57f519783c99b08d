using System.Text.Json;
using System.Text.Json.Serialization;

namespace ZestySlate.Core.Json;

/// <summary>Lists are JSON arrays; none of their entries is null.</summary>
internal sealed class ValueListJson : JsonConverterFactory
{
    public override bool CanConvert(Type type) => type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ValueList<>);

    public override JsonConverter CreateConverter(Type type, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(type.GenericTypeArguments))!;

    private sealed class Converter<T> : JsonConverter<ValueList<T>>
    {
        public override ValueList<T> Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            PlacedJsonException.List<T>(ref reader, options).ToValueList();

        public override void Write(Utf8JsonWriter writer, ValueList<T> value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value.ToArray(), StoredJson.TypeOf<T[]>(options));
    }
}
