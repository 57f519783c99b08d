using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Number;

/// <summary>The family of questions answered by a number.</summary>
public sealed partial class NumberType : QuestionType<NumberQuestion, NumberResponse>, IBecomes, IToldInWords
{
    /// <summary>The longest answer, in characters.</summary>
    public const int LongestAnswer = 100;

    public override string Key => "number";

    public override Demand UsualDemand => Demand.Application;

    public override double GuessedDifficulty(Question question) => 0.2;

    public string KeyInWords(Question question) =>
        ((NumberQuestion)question) is { Value: { } value } number
            ? $"{NumberWriting.Write(value, CultureInfo.InvariantCulture)} {number.Unit}".Trim()
            : "";

    protected override string TitleOf(NumberQuestion question) => AuthorWords.Say("familyNumber");

    protected override decimal Parts(NumberQuestion question) => 1;

    protected override QuestionMark Mark(NumberQuestion question, NumberResponse? response, CultureInfo culture) =>
        NumberMarking.Mark(question, response, culture);

    protected override string InWords(NumberQuestion question, NumberResponse response) => response.Text.Trim();

    protected override bool IsEmpty(NumberResponse response) => response.Text.Trim().Length == 0;

    protected override Reason? RefuseResponse(NumberQuestion question, NumberResponse response) =>
        response.Text.Length > LongestAnswer ? Reason.Of("answerTooLong", LongestAnswer) : null;

    protected override NumberResponse? Kept(NumberQuestion question, NumberResponse response, IReadOnlySet<string> right) =>
        right.Count > 0 ? response : null;

    protected override NumberResponse WithKept(NumberQuestion question, NumberResponse given, NumberResponse kept) => kept;

    protected override NumberQuestion WithWording(NumberQuestion older, NumberQuestion newer) =>
        older with
        {
            Feedback = newer.Feedback,
            Foreseen = newer.Foreseen,
        };

    protected override NumberQuestion WithKey(NumberQuestion older, NumberQuestion newer) =>
        older with
        {
            Value = newer.Value,
            Tolerance = newer.Tolerance,
            Unit = newer.Unit,
            UnitUse = newer.UnitUse,
            WrongUnitShare = newer.WrongUnitShare,
        };

    protected override IEnumerable<Weakness> Check(NumberQuestion question, CultureInfo culture)
    {
        if (question.Value is null)
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightAnswerType"), "value");
        }

        if (
            question.Value is { } right
            && question.Foreseen.FirstOrDefault(wrong => wrong.Value is { } value && question.Tolerance.Takes(value, right)) is { } near
        )
        {
            yield return new Weakness(
                false,
                AuthorWords.Say("foreseesWrongWhichNearEnough", NumberWriting.Write(near.Value!.Value, culture)),
                "foreseen"
            );
        }

        if (question.UnitUse != UnitUse.None && question.Unit.Trim().Length == 0)
        {
            yield return new Weakness(true, AuthorWords.Say("asksUnitButHasNone"), "unit");
        }
        else if (question.UnitUse != UnitUse.None && !QuantityReading.CanBeTyped(question.Unit))
        {
            yield return new Weakness(true, AuthorWords.Say("hasUnitWhichNobodyCan", question.Unit), "unit");
        }
    }

    protected override NumberResponse? Rehearse(NumberQuestion question, Chance chance) =>
        question.Value is not { } right
            ? null
            : new()
            {
                Text = string.Create(
                    CultureInfo.InvariantCulture,
                    $"{NumberWriting.Write(chance.Knows() ? right : chance.Unsure(right), CultureInfo.InvariantCulture)}"
                        + $"{(question.UnitUse == UnitUse.None || !chance.Happens(0.95) ? "" : " " + question.Unit)}"
                ),
            };

    protected override QuestionView View(NumberQuestion question, Showing<NumberResponse> showing) =>
        new NumberView(
            showing.Given?.Text ?? "",
            question.UnitUse,
            showing.Said(NumberMarking.Part),
            showing.Shown.RightAnswer && question.Value is { } value
                ? $"{NumberWriting.Write(value, showing.Words.Culture)}{(question.UnitUse == UnitUse.None ? "" : " " + question.Unit)}"
                : ""
        );
}
