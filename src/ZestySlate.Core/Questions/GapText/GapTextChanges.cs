using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.GapText;

/// <summary>What a question of this family can become.</summary>
public sealed partial class GapTextType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var gaps = (GapTextQuestion)question;
        yield return new(AuthorWords.Say("variantsWrongWordsHintsGaps"), () =>
            new WordPickQuestion
            {
                Text = gaps
                    .Text.Select(run => new Run<WordMark>(
                        run.Text,
                        run.Mark is null ? null : new WordMark { Id = run.Mark.Id, Feedback = run.Mark.WordsForRight }
                    ))
                    .ToValueList(),
            }
        );
        yield return JumbledWordsType.ChangeFrom(MarkedText.TextOf(gaps.Text), AuthorWords.Say("gapsAllBelongsThem"));
    }
}
