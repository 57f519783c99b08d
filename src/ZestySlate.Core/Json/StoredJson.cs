using System.Diagnostics.CodeAnalysis;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Json;

/// <summary>
/// How activities, events and what is computed from them are written and read as JSON. What a reader does not know it refuses, in
/// words and with its place: nothing is left out in silence.
/// </summary>
public static class StoredJson
{
    /// <summary>Options for what the product itself has written.</summary>
    public static JsonSerializerOptions Trusted { get; } = Options(html => html);

    /// <summary>The same, for people to read.</summary>
    internal static JsonSerializerOptions Indented { get; } = new(Trusted) { WriteIndented = true };

    /// <summary>Options for what comes from outside: rich text is sanitised as it is read, and nothing is empty that has to be there.</summary>
    public static JsonSerializerOptions Untrusted(Func<string, string> sanitise) =>
        new(Options(sanitise))
        {
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            Converters = { new BoundedDecimalJson() },
        };

    /// <summary>How one type is written and read.</summary>
    public static JsonTypeInfo<T> TypeOf<T>(JsonSerializerOptions options) => (JsonTypeInfo<T>)options.GetTypeInfo(typeof(T));

    /// <summary>Writes something.</summary>
    public static string Write<T>(T thing) => JsonSerializer.Serialize(thing, TypeOf<T>(Trusted));

    /// <summary>Reads what the product itself has written.</summary>
    public static T? Read<T>(string json) => JsonSerializer.Deserialize(json, TypeOf<T>(Trusted));

    private static JsonSerializerOptions Options(Func<string, string> sanitise) =>
        new(JsonSerializerDefaults.Web)
        {
            TypeInfoResolver = Members(),
            AllowOutOfOrderMetadataProperties = true,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
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

    /// <summary>
    /// Members are found while the program runs. Code for it that is generated beforehand gives a member that is missing in the
    /// text the default of its type and not of its record, which would turn “more time: 1” into 0.
    /// </summary>
    [UnconditionalSuppressMessage(
        "Trimming",
        "IL2026",
        Justification = "ILLink.Descriptors.xml keeps the types of this assembly whole, wherever it is trimmed."
    )]
    private static DefaultJsonTypeInfoResolver Members() =>
        new() { Modifiers = { QuestionTypes.Register, LeaveOutComputed, SayVersion, RefuseNull, JsonTrouble.Learn } };

    /// <summary>Only what can be set is stored; what is computed is not.</summary>
    private static void LeaveOutComputed(JsonTypeInfo type)
    {
        for (var i = type.Properties.Count - 1; i >= 0; i--)
        {
            if (type.Properties[i] is { Set: null, AssociatedParameter: null })
            {
                type.Properties.RemoveAt(i);
            }
        }
    }

    /// <summary>The version stands first in an activity, and in an event when it is not the first.</summary>
    [UnconditionalSuppressMessage("Trimming", "IL2026", Justification = "The member is a number.")]
    private static void SayVersion(JsonTypeInfo type)
    {
        if (type.Type == typeof(Activity) || (typeof(AttemptEvent).IsAssignableFrom(type.Type) && type.Kind == JsonTypeInfoKind.Object))
        {
            var form = type.Type == typeof(Activity) ? ActivityJson.Form : EventJson.Form;
            var version = type.CreateJsonPropertyInfo(typeof(int), StoredForm.Member);
            (version.Get, version.Set, version.Order) = (_ => form.Version, (_, _) => { }, int.MinValue);
            version.ShouldSerialize = (_, _) => form == ActivityJson.Form || form.Version > 1;
            type.Properties.Add(version);
        }
    }

    /// <summary>What has to be there is not null: the framework looks to it itself, but not in derived types that are made by a constructor.</summary>
    private static void RefuseNull(JsonTypeInfo type)
    {
        foreach (
            var property in type.Properties.Where(property =>
                type.Options.RespectNullableAnnotations && !property.IsSetNullable && !property.PropertyType.IsValueType
            )
        )
        {
            property.Set = property.Set is { } set
                ? (thing, value) => set(thing, value ?? throw new JsonException($"“{property.Name}” is empty (null) here."))
                : null;
        }
    }

    private sealed class RichTextJson(Func<string, string> sanitise) : JsonConverter<RichText>
    {
        public override RichText Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            new(sanitise(reader.GetString() ?? ""));

        public override void Write(Utf8JsonWriter writer, RichText value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Html);
    }

    private sealed class ScoreBandsJson : JsonConverter<ScoreBands>
    {
        public override ScoreBands Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            ScoreBands.Of(PlacedJsonException.List<ScoreBand>(ref reader, options));

        public override void Write(Utf8JsonWriter writer, ScoreBands value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value.Bands, TypeOf<ValueList<ScoreBand>>(options));
    }
}
