using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>What a question of this family can become.</summary>
public sealed partial class MultipleChoiceType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var choice = (MultipleChoiceQuestion)question;
        if (choice.Picks == Picks.TrueOrFalse)
        {
            yield break;
        }

        var pictures = choice.Options.Any(option => option.Picture is not null) ? ", pictures" : "";
        yield return new(AuthorWords.Say("orderOptions", pictures), () =>
            new ShortTextQuestion
            {
                Accepted = choice
                    .Options.Where(option => option.Right)
                    .Select(option => new ShortAnswer(option.Text) { Feedback = option.Feedback })
                    .ToValueList(),
                NotThis = choice
                    .Options.Where(option => !option.Right && option.Text.Length > 0)
                    .Select(option => new ShortAnswer(option.Text) { Feedback = option.Feedback })
                    .ToValueList(),
            }
        );
        yield return new(AuthorWords.Say("whatRightWordsOptions"), () => new OrderQuestion
            {
                Items = choice
                    .Options.Select(option => new OrderItem
                    {
                        Id = option.Id,
                        Face = new Face { Text = option.Text, Picture = option.Picture },
                    })
                    .ToValueList(),
            });
        yield return new(AuthorWords.Say("nothingButTheirOrder"), () => new SortQuestion
            {
                Groups = [new SortGroup { Id = "yes", Title = "right" }, new SortGroup { Id = "no", Title = "not right" }],
                Items = choice
                    .Options.Select(option => new SortItem
                    {
                        Id = option.Id,
                        Face = new Face { Text = option.Text, Picture = option.Picture },
                        Groups = [option.Right ? "yes" : "no"],
                        Feedback = option.Feedback,
                    })
                    .ToValueList(),
            });
    }
}
