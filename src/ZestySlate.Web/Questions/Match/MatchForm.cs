using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Match;

namespace ZestySlate.Web.Questions.Match;

/// <summary>Match in forms.</summary>
internal sealed class MatchForm : IQuestionForm
{
    public Type DefinitionType => typeof(MatchQuestion);

    public Type Editor => typeof(MatchEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("match", "Match", "what belongs together", "cable", "pairs connect vocabulary translation definitions memory", () =>
            new MatchQuestion { Pairs = [.. Enumerable.Range(0, 3).Select(_ => new MatchPair { Id = Ids.New() })] }
        )
        {
            IsCommon = true,
        },
    ];

    /// <summary>Fields: pair (the ids, in order), words-ID; extra (the ids, in order); those of each face; penalty.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (MatchQuestion)old;
        return question with
        {
            Pairs = Rows.Read(form, "pair", 2)
                .Select(id => question.Pairs.FirstOrDefault(pair => pair.Id == id) ?? new MatchPair { Id = id })
                .Select(pair =>
                    pair with
                    {
                        Left = FaceFields.Read(form, pair.Id + "-left", pair.Id + "-left", pair.Left),
                        Right = FaceFields.Read(form, pair.Id + "-right", pair.Id + "-right", pair.Right),
                        Feedback = form["words-" + pair.Id].ToString().Trim(),
                        Weight = WeightField.Read(form, pair.Id, pair.Weight),
                    }
                )
                .ToValueList(),
            Extras = Rows.Read(form, "extra")
                .Select(id => question.Extras.FirstOrDefault(extra => extra.Id == id) ?? new MatchExtra { Id = id })
                .Select(extra => extra with { Face = FaceFields.Read(form, extra.Id, extra.Id, extra.Face) })
                .ToValueList(),
        };
    }
}
