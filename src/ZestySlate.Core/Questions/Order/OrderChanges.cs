using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Order;

/// <summary>What a question of this family can become.</summary>
public sealed partial class OrderType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var order = (OrderQuestion)question;
        var faces = order.Items.Any(item => item.Face.Picture is not null || item.Face.Sound is not null)
            ? AuthorWords.Say("picturesSounds")
            : "";
        yield return JumbledWordsType.ChangeFrom(string.Join('\n', order.Items.Select(item => item.Face.Text)), faces);
        yield return new(AuthorWords.Say("leftOrder"), () => new MultipleChoiceQuestion
            {
                Options = order
                    .Items.Select(item => new Option
                    {
                        Id = item.Id,
                        Text = item.Face.Text,
                        Picture = item.Face.Picture,
                    })
                    .ToValueList(),
            });
    }
}
