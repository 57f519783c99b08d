using System.Text.Json.Serialization.Metadata;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;

namespace ZestySlate.Core.Tests.Json;

/// <summary>The members of all that is written with some types, as “Note.text: RichText”.</summary>
internal static class Members
{
    internal static IEnumerable<string> Of(params IEnumerable<Type> roots)
    {
        var (seen, next) = (new HashSet<Type>(), new Queue<Type>(roots));
        while (next.TryDequeue(out var type))
        {
            type = Nullable.GetUnderlyingType(type) ?? type;
            if (!seen.Add(type))
            {
                continue;
            }

            if (type.IsEnum)
            {
                foreach (var choice in Enum.GetNames(type))
                {
                    yield return $"{type.Name} {choice}";
                }
            }

            foreach (
                var inner in type.IsGenericType ? type.GenericTypeArguments
                : type == typeof(ScoreBands) ? [typeof(ScoreBand)]
                : []
            )
            {
                next.Enqueue(inner);
            }

            var info =
                type.Namespace?.StartsWith("ZestySlate", StringComparison.Ordinal) == true ? StoredJson.Trusted.GetTypeInfo(type) : null;
            foreach (var derived in info?.PolymorphismOptions?.DerivedTypes ?? [])
            {
                yield return $"{type.Name} {derived.TypeDiscriminator}: {derived.DerivedType.Name}";
                next.Enqueue(derived.DerivedType);
            }

            foreach (var member in info is { Kind: JsonTypeInfoKind.Object, Type.IsAbstract: false } ? info.Properties : [])
            {
                yield return $"{type.Name}.{member.Name}: {NameOf(member.PropertyType)}";
                next.Enqueue(member.PropertyType);
            }
        }
    }

    private static string NameOf(Type type) =>
        type.IsGenericType ? $"{type.Name.Split('`')[0]}<{string.Join(", ", type.GenericTypeArguments.Select(NameOf))}>" : type.Name;
}
