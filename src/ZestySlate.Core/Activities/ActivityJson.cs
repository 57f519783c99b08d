using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Activities;

/// <summary>The JSON form of an activity (docs/activity-format.md). The version stands in the file and rises when an older reader would misread it.</summary>
public static class ActivityJson
{
    /// <summary>The version that is written.</summary>
    public const int Version = 1;

    /// <summary>Options for what the product itself has written.</summary>
    public static JsonSerializerOptions Trusted { get; } = Options(html => html);

    private static JsonSerializerOptions Indented { get; } = new(Trusted) { WriteIndented = true };

    /// <summary>Options for what comes from outside: rich text is sanitised as it is read, and nothing is empty that has to be there.</summary>
    public static JsonSerializerOptions Untrusted(Func<string, string> sanitise) => new(Options(sanitise)) { RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true, Converters = { new BoundedDecimalJson() } };

    /// <summary>Writes an activity.</summary>
    public static string Write(Activity activity, bool indented = false)
    {
        var json = JsonSerializer.Serialize(activity, indented ? Indented : Trusted);
        return $"{{{(indented ? Environment.NewLine + "  " : "")}\"version\":{(indented ? " " : "")}{Version},{json[1..]}";
    }

    /// <summary>Reads an activity, or says in words why the text is not one.</summary>
    public static Outcome<Activity> Read(string json, JsonSerializerOptions? options = null)
    {
        try
        {
            using var document = JsonDocument.Parse(json);
            if (document.RootElement.ValueKind != JsonValueKind.Object || !document.RootElement.TryGetProperty("version", out var stated) || !stated.TryGetInt32(out var version))
            {
                return Outcome<Activity>.Refused("This is not a Zesty Slate activity: it has no version.");
            }

            if (version > Version)
            {
                return Outcome<Activity>.Refused($"This activity was written by a newer Zesty Slate (format {version}; this one reads up to {Version}).");
            }

            var activity = JsonSerializer.Deserialize<Activity>(json, options ?? Trusted);
            return activity is null ? Outcome<Activity>.Refused("The activity is empty.") : ReadyToUse(activity);
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException or InvalidOperationException or FormatException)
        {
            return Outcome<Activity>.Refused("This is not a Zesty Slate activity: " + JsonTrouble.Words(problem, json));
        }
    }

    private static Outcome<Activity> ReadyToUse(Activity activity)
    {
        var twice = activity.Spots.Select(spot => spot.Id).Concat(activity.Scenes.Select(scene => scene.Id))
            .GroupBy(id => id).FirstOrDefault(same => same.Count() > 1);
        return twice is null ? activity : Outcome<Activity>.Refused($"The id «{twice.Key}» stands twice in the activity; answers could not be told apart.");
    }

    private static JsonSerializerOptions Options(Func<string, string> sanitise)
    {
        var resolver = new DefaultJsonTypeInfoResolver();
        resolver.Modifiers.Add(QuestionTypes.Register);
        resolver.Modifiers.Add(LeaveOutComputed);
        resolver.Modifiers.Add(RefuseNull);
        return new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            TypeInfoResolver = resolver,
            AllowOutOfOrderMetadataProperties = true,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            Converters =
            {
                new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false),
                new RichTextJson(sanitise),
                new ScoreBandsJson(),
                new ValueListJson(),
            },
        };
    }

    /// <summary>Only what can be set is stored; what is computed is not.</summary>
    private static void LeaveOutComputed(JsonTypeInfo type)
    {
        for (var i = type.Properties.Count - 1; i >= 0; i--)
        {
            var property = type.Properties[i];
            var inConstructor = type.ConstructorAttributeProvider is System.Reflection.ConstructorInfo constructor
                && constructor.GetParameters().Any(p => string.Equals(p.Name, property.Name, StringComparison.OrdinalIgnoreCase));
            if (property.Set is null && !inConstructor)
            {
                type.Properties.RemoveAt(i);
            }
        }
    }

    /// <summary>What has to be there is not null: the framework looks to it itself, but not in derived types that are made by a constructor.</summary>
    private static void RefuseNull(JsonTypeInfo type)
    {
        foreach (var property in type.Properties.Where(property => type.Options.RespectNullableAnnotations && !property.IsSetNullable && !property.PropertyType.IsValueType))
        {
            property.Set = property.Set is { } set ? (thing, value) => set(thing, value ?? throw new JsonException($"«{property.Name}» is empty (null) here.")) : null;
        }
    }

    private sealed class RichTextJson(Func<string, string> sanitise) : JsonConverter<RichText>
    {
        public override RichText Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => new(sanitise(reader.GetString() ?? ""));

        public override void Write(Utf8JsonWriter writer, RichText value, JsonSerializerOptions options) => writer.WriteStringValue(value.Html);
    }

    private sealed class ScoreBandsJson : JsonConverter<ScoreBands>
    {
        public override ScoreBands Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            ScoreBands.Of(PlacedJsonException.List<ScoreBand>(ref reader, options));

        public override void Write(Utf8JsonWriter writer, ScoreBands value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value.Bands, options);
    }

    private sealed class ValueListJson : JsonConverterFactory
    {
        public override bool CanConvert(Type type) => type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ValueList<>);

        public override JsonConverter CreateConverter(Type type, JsonSerializerOptions options) =>
            (JsonConverter)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(type.GenericTypeArguments))!;

        private sealed class Converter<T> : JsonConverter<ValueList<T>>
        {
            public override ValueList<T> Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => PlacedJsonException.List<T>(ref reader, options).ToValueList();

            public override void Write(Utf8JsonWriter writer, ValueList<T> value, JsonSerializerOptions options) =>
                JsonSerializer.Serialize(writer, value.ToArray(), options);
        }
    }
}
