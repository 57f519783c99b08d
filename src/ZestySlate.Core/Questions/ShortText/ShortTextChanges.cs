using System.Globalization;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.ShortText;

/// <summary>What a question of this family can become.</summary>
public sealed partial class ShortTextType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var text = (ShortTextQuestion)question;
        yield return new(AuthorWords.Say("howWordsRead") + (text.Accepted.Count > 1 ? AuthorWords.Say("furtherRightAnswers") : ""), () =>
            new MultipleChoiceQuestion
            {
                Options = text
                    .Accepted.Take(1)
                    .Select(answer => new Option
                    {
                        Id = Ids.New(),
                        Text = answer.Text,
                        Right = true,
                        Feedback = answer.Feedback,
                    })
                    .Concat(
                        text.NotThis.Select(answer => new Option
                        {
                            Id = Ids.New(),
                            Text = answer.Text,
                            Feedback = answer.Feedback,
                        })
                    )
                    .Concat(text.NotThis.Count == 0 ? [new Option { Id = Ids.New() }] : [])
                    .ToValueList(),
            }
        );
        if (text.Accepted.Count > 0 && QuantityReading.Read(text.Accepted[0].Text, CultureInfo.InvariantCulture) is { } read)
        {
            yield return new(AuthorWords.Say("furtherAnswersHowWordsRead"), () => new NumberQuestion
                {
                    Value = read.Number.Value,
                    Unit = read.Unit,
                    UnitUse = read.Unit.Length > 0 ? UnitUse.Optional : UnitUse.None,
                });
        }
    }
}
