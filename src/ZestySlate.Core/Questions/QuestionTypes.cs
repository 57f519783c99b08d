using System.Text.Json.Serialization.Metadata;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Questions;

/// <summary>The registry of families: one line for each.</summary>
public static class QuestionTypes
{
    public static IReadOnlyList<QuestionType> All { get; } =
    [
        new MultipleChoiceType(),
    ];

    /// <summary>The family of a question.</summary>
    public static QuestionType For(Question question) => All.First(type => type.DefinitionType == question.GetType());

    /// <summary>Tells the JSON reader the families' names.</summary>
    internal static void Register(JsonTypeInfo type)
    {
        if (type.Type == typeof(Question) || type.Type == typeof(Response))
        {
            type.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "type" };
            foreach (var family in All)
            {
                type.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(
                    type.Type == typeof(Question) ? family.DefinitionType : family.ResponseType, family.Key));
            }
        }
    }
}
