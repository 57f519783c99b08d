using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.WordPick;

namespace ZestySlate.Core.Questions.JumbledWords;

/// <summary>What a question of this family can become.</summary>
public sealed partial class JumbledWordsType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var jumbled = (JumbledWordsQuestion)question;
        var text = string.Join('\n', jumbled.Lines);
        yield return new("", () => new GapTextQuestion { Text = MarkedText.Plain<Gap>(text) });
        yield return new("", () => new WordPickQuestion { Text = MarkedText.Plain<WordMark>(text) });
        yield return new("", () =>
            new OrderQuestion { Items = jumbled.Lines.Select(line => new OrderItem { Id = Ids.New(), Face = Face.Of(line) }).ToValueList() }
        );
    }

    /// <summary>The change of a text into jumbled words, line by line.</summary>
    /// <param name="text">The text.</param>
    /// <param name="lost">What would be lost, in words; empty for nothing.</param>
    internal static FamilyChange ChangeFrom(string text, string lost) =>
        new(lost, () =>
            new JumbledWordsQuestion
            {
                Lines = text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).ToValueList(),
            }
        );
}
