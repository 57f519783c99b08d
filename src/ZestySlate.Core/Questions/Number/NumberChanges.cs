using System.Globalization;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Number;

/// <summary>What a question of this family can become.</summary>
public sealed partial class NumberType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var number = (NumberQuestion)question;
        yield return new(AuthorWords.Say("everyOtherWayWriteNumber"), () =>
            new ShortTextQuestion
            {
                Accepted =
                [
                    new ShortAnswer(
                        $"{(number.Value is { } value ? NumberWriting.Write(value, CultureInfo.InvariantCulture) : "")}"
                            + $"{(number.UnitUse == UnitUse.None ? "" : " " + number.Unit)}"
                    ),
                ],
            }
        );
    }
}
