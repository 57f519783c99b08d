using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.NumberLine;

/// <summary>The family of numbers on a line.</summary>
public sealed class NumberLineType : QuestionType<NumberLineQuestion, NumberLineResponse>, IBecomes, IToldInWords
{
    /// <summary>The longest answer, in characters.</summary>
    public const int LongestAnswer = 100;

    /// <summary>The id of the only part.</summary>
    private const string Part = "line";

    public override string Key => "numberLine";

    public override Demand UsualDemand => Demand.Application;

    public override double GuessedDifficulty(Question question) => 0.1;

    public string KeyInWords(Question question) =>
        question is NumberLineQuestion { Value: { } value } line ? Written(value, line, CultureInfo.InvariantCulture) : "";

    /// <summary>A number to be typed, with the same tolerance.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var line = (NumberLineQuestion)question;
        yield return new(AuthorWords.Say("leftLine"), () => new NumberQuestion
            {
                Value = line.Value,
                Tolerance = line.Tolerance,
                Unit = line.Unit,
                UnitUse = line.Unit.Length > 0 ? UnitUse.Optional : UnitUse.None,
            });
    }

    protected override string TitleOf(NumberLineQuestion question) => AuthorWords.Say("familyNumberLine");

    protected override decimal Parts(NumberLineQuestion question) => 1;

    /// <summary>Right within the tolerance, both limits included; a number that is not on the line is wrong and said to be so.</summary>
    protected override QuestionMark Mark(NumberLineQuestion question, NumberLineResponse? response, CultureInfo culture)
    {
        var typed = response?.Text.Trim() ?? "";
        var (verdict, reason) =
            typed.Length == 0 ? (Verdict.Missing, Reason.Of("nothingTyped"))
            : QuantityReading.Read(typed, culture, question.Unit, out var trouble) is not { Number.Value: var number }
            || question.Value is not { } right
                ? (Verdict.Wrong, Reason.Of(trouble == NumberTrouble.NotOne ? "oneNumber" : "notANumber", typed))
            : number < question.From || number > question.To
                ? (Verdict.Wrong, Reason.Of("notOnTheLine", typed, new ExactNumber(question.From), new ExactNumber(question.To)))
            : question.Tolerance.Takes(number, right) ? (Verdict.Right, Reason.Of("numberRight", typed))
            : (Verdict.Wrong, Reason.Of("numberWrong", typed));
        return Credit.Of([new PartCredit(Part, typed, verdict, verdict == Verdict.Right ? 1 : 0, 1, reason)], question.Penalty);
    }

    protected override string InWords(NumberLineQuestion question, NumberLineResponse response) => response.Text.Trim();

    protected override bool IsEmpty(NumberLineResponse response) => response.Text.Trim().Length == 0;

    protected override Reason? RefuseResponse(NumberLineQuestion question, NumberLineResponse response) =>
        response.Text.Length > LongestAnswer ? Reason.Of("answerTooLong", LongestAnswer) : null;

    protected override NumberLineResponse? Kept(NumberLineQuestion question, NumberLineResponse response, IReadOnlySet<string> right) =>
        right.Count > 0 ? response : null;

    protected override NumberLineResponse WithKept(NumberLineQuestion question, NumberLineResponse given, NumberLineResponse kept) => kept;

    /// <summary>The line is part of what is asked: where its ends lie changes what an answer means.</summary>
    protected override NumberLineQuestion WithWording(NumberLineQuestion older, NumberLineQuestion newer) => older;

    protected override NumberLineQuestion WithKey(NumberLineQuestion older, NumberLineQuestion newer) =>
        older with
        {
            Value = newer.Value,
            Tolerance = newer.Tolerance,
        };

    protected override IEnumerable<Weakness> Check(NumberLineQuestion question, CultureInfo culture)
    {
        if (question.To <= question.From || question.Step <= 0)
        {
            yield return new Weakness(true, AuthorWords.Say("hasLineWithoutLengthRight"), "from");
            yield break;
        }

        if (!question.IsLine)
        {
            yield return new Weakness(true, AuthorWords.Say("hasLineMoreThanSteps", NumberLineQuestion.MostSteps), "step");
            yield break;
        }

        if (question.Value is not { } right)
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightNumberShow"), "value");
        }
        else if (right < question.From || right > question.To)
        {
            yield return new Weakness(true, AuthorWords.Say("hasRightNumberNotOn"), "value");
        }
        else if (!question.Tolerance.Takes(Nearest(question, right), right))
        {
            yield return new Weakness(false, AuthorWords.Say("hasRightNumberNoStep"), "step");
        }
    }

    protected override NumberLineResponse? Rehearse(NumberLineQuestion question, Chance chance) =>
        question.Value is not { } right
            ? null
            : new()
            {
                Text = NumberWriting.Write(
                    Fraction.Clamp(chance.Knows() ? right : chance.Unsure(right), question.From, question.To),
                    CultureInfo.InvariantCulture
                ),
            };

    protected override QuestionView View(NumberLineQuestion question, Showing<NumberLineResponse> showing)
    {
        var culture = showing.Words.Culture;
        var given = showing.Given?.Text ?? "";
        var at = QuantityReading.Read(given, culture, question.Unit, out _) is { } read ? read.Number.Value : question.From;
        return new NumberLineView(
            Plain(question.From),
            Plain(question.To),
            Plain(question.Step),
            question.Labels.Select(label => NumberWriting.Write(label, culture)).ToValueList(),
            question.Unit,
            given,
            Plain(Fraction.Clamp(at, question.From, question.To)),
            showing.Said(Part),
            showing.Shown.RightAnswer && question.Value is { } right ? Written(right, question, culture) : ""
        );
    }

    /// <summary>The step that lies nearest to a number.</summary>
    private static Fraction Nearest(NumberLineQuestion question, Fraction number) =>
        !question.IsLine
            ? question.From
            : Fraction.Clamp(
                question.From + (((number - question.From) / question.Step).Rounded(0) * question.Step),
                question.From,
                question.To
            );

    private static string Written(Fraction number, NumberLineQuestion question, CultureInfo culture) =>
        $"{NumberWriting.Write(number, culture)} {question.Unit}".Trim();

    /// <summary>A number as HTML writes it.</summary>
    private static string Plain(Fraction number) =>
        Fraction
            .Clamp(number, -NumberLineQuestion.Furthest, NumberLineQuestion.Furthest)
            .ToDecimal()
            .ToString("0.############", CultureInfo.InvariantCulture);
}
