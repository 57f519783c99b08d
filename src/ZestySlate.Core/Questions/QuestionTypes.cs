using System.Text.Json.Serialization.Metadata;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.NumberLine;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Core.Questions.WordPick;

namespace ZestySlate.Core.Questions;

/// <summary>The registry of families: one line for each.</summary>
public static class QuestionTypes
{
    public static IReadOnlyList<QuestionType> All { get; } =
    [
        new MultipleChoiceType(),
        new GapTextType(),
        new WordPickType(),
        new OrderType(),
        new JumbledWordsType(),
        new Match.MatchType(),
        new SortType(),
        new NumberType(),
        new NumberLineType(),
        new ShortTextType(),
        new PlacingType(),
        new LongTextType(),
        new GridType(),
        new LocatingType(),
        new DrawingType(),
        new SpokenType(),
        new FileAnswerType(),
        new PollType(),
    ];

    private static readonly Dictionary<Type, QuestionType> ByDefinition = All.ToDictionary(type => type.DefinitionType);

    private static readonly Dictionary<Type, QuestionType> ByResponse = All.ToDictionary(type => type.ResponseType);

    /// <summary>The family of a question.</summary>
    public static QuestionType For(Question question) => ByDefinition[question.GetType()];

    /// <summary>The family of an answer.</summary>
    public static QuestionType For(Response response) => ByResponse[response.GetType()];

    /// <summary>The question without rows that were begun at its end and left empty.</summary>
    public static Question WithoutBlanks(Question question) => For(question).As<IHasRows>()?.WithoutBlanks(question) ?? question;

    /// <summary>The rubric by which a person marks a question; none where it has none.</summary>
    public static ValueList<RubricRow> RubricOf(Question question) => For(question).As<IRubricked>()?.RubricOf(question) ?? [];

    /// <summary>Tells the JSON reader the families' names.</summary>
    internal static void Register(JsonTypeInfo type)
    {
        if (type.Type == typeof(Question) || type.Type == typeof(Response))
        {
            type.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "type" };
            foreach (var family in All)
            {
                type.PolymorphismOptions.DerivedTypes.Add(
                    new JsonDerivedType(type.Type == typeof(Question) ? family.DefinitionType : family.ResponseType, family.Key)
                );
            }
        }
    }
}
