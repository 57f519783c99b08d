using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.WordPick;

/// <summary>What a question of this family can become.</summary>
public sealed partial class WordPickType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var words = (WordPickQuestion)question;
        yield return new(AuthorWords.Say("trapsWordsPicks"), () =>
            new GapTextQuestion
            {
                Text = words
                    .Text.Select(run => new Run<Gap>(run.Text, run.Mark is { Trap: false } ? new Gap { Id = run.Mark.Id } : null))
                    .ToValueList(),
            }
        );
        yield return JumbledWordsType.ChangeFrom(MarkedText.TextOf(words.Text), AuthorWords.Say("markedWords"));
    }
}
