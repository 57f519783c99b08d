using System.Globalization;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.NumberLine;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>Numbers on a line.</summary>
public sealed class NumberLineTests
{
    internal static readonly NumberLineQuestion Wind = new()
    {
        Prompt = RichText.Plain("How strong is the wind?"),
        From = 0,
        To = 12,
        Step = new Fraction(1, 2),
        Value = 6,
        Tolerance = new Tolerance(ToleranceKind.Absolute, new Fraction(1, 2)),
    };

    private static QuestionMark Mark(NumberLineQuestion question, string typed, string language = "en") =>
        QuestionTypes.For(question).Mark(question, new NumberLineResponse { Text = typed }, CultureInfo.GetCultureInfo(language));

    private static IEnumerable<string> Weak(NumberLineQuestion question) =>
        QuestionTypes.For(question).Check(question, CultureInfo.InvariantCulture).Select(weakness => weakness.Message);

    [Theory]
    [InlineData("6", Verdict.Right)]
    [InlineData("5.5", Verdict.Right)]
    [InlineData("6.5", Verdict.Right)]
    [InlineData("5.49", Verdict.Wrong)]
    [InlineData("6.51", Verdict.Wrong)]
    [InlineData("", Verdict.Missing)]
    [InlineData("strong", Verdict.Wrong)]
    [InlineData("5 or 6", Verdict.Wrong)]
    public void A_number_is_right_up_to_its_tolerance(string typed, Verdict verdict) => Assert.Equal(verdict, Mark(Wind, typed).Verdict);

    [Theory]
    [InlineData("-0.1", true)]
    [InlineData("0", false)]
    [InlineData("12", false)]
    [InlineData("12.1", true)]
    public void What_is_not_on_the_line_is_said_to_be_so(string typed, bool off) =>
        Assert.Equal(off, Mark(Wind, typed).Parts[0].Reason.Said().Contains("not on the line", StringComparison.Ordinal));

    [Fact]
    public void It_is_read_as_the_language_writes_numbers() => Assert.Equal(Verdict.Right, Mark(Wind, "6,5", "de").Verdict);

    [Theory]
    [InlineData(0, 10, 1, 1, "0 1 2 3 4 5 6 7 8 9 10")]
    [InlineData(0, 12, 1, 2, "0 2 4 6 8 10 12")]
    [InlineData(-3, 4, 1, 1, "-3 4")]
    [InlineData(0, 1, 1, 3, "0 1/3 2/3 1")]
    [InlineData(0, 1, 2, 3, "0 1")]
    public void Labels_stand_on_steps_and_evenly(int from, int to, int above, int below, string labels) =>
        Assert.Equal(labels, string.Join(' ', (Wind with { From = from, To = to, Step = new Fraction(above, below) }).Labels));

    [Fact]
    public void Every_label_stands_on_a_step() =>
        Gen.Select(Gen.Int[-50, 50], Gen.Int[1, 200], Gen.Int[1, 20])
            .Sample(
                (from, steps, below) =>
                {
                    var line = Wind with { From = from, To = from + new Fraction(steps, below), Step = new Fraction(1, below) };
                    return line.Labels[0] == line.From
                        && line.Labels[line.Labels.Count - 1] == line.To
                        && line.Labels.Count is >= 2 and <= 11
                        && line.Labels.All(label => ((label - line.From) / line.Step).IsWhole);
                }
            );

    [Fact]
    public void The_ready_check_knows_lines_that_are_none()
    {
        Assert.Empty(Weak(Wind));
        Assert.Contains("without a length", Weak(Wind with { To = 0 }).Single());
        Assert.Contains("without a length", Weak(Wind with { Step = 0 }).Single());
        Assert.Empty(Weak(Wind with { To = 5000 }));
        Assert.Contains("nobody can move along it", Weak(Wind with { To = new Fraction(10_001, 2) }).Single());
        Assert.Contains(
            "nobody can move along it",
            Weak(Wind with { From = 0, To = Fraction.PowerOfTen(300), Step = Fraction.PowerOfTen(299) }).Single()
        );
        Assert.Contains("show it on the line", Weak(Wind with { Value = null }).Single());
        Assert.Contains("not on the line", Weak(Wind with { Value = 13 }).Single());
        Assert.Contains(
            "can only be typed",
            Weak(Wind with { Value = new Fraction(1, 3), Tolerance = new Tolerance(ToleranceKind.Absolute, 0) }).Single()
        );
    }

    [Theory]
    [InlineData(0, 0, 1)]
    [InlineData(5, 1, 0)]
    public void A_line_that_is_none_is_shown_all_the_same(int from, int to, int step)
    {
        var view = new Attempt(Make.Activity(Make.Asked("q", Wind with { From = from, To = to, Step = step }))).View().SpotOf("q")!.Ask!;
        Assert.IsType<NumberLineView>(view.Parts);
    }

    [Fact]
    public void The_pointer_stands_at_the_left_end_before_and_at_what_was_given_after()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", Wind)));
        NumberLineView View() => (NumberLineView)attempt.View().SpotOf("q")!.Ask!.Parts;
        Assert.Equal(("0", "", ""), (View().At, View().Given, View().Right));
        attempt.Then((id, at) => new Answered("q", new NumberLineResponse { Text = "2.5" }) { Id = id, At = at });
        Assert.Equal(("2.5", "2.5"), (View().At, View().Given));
        attempt.Then((id, at) => new Answered("q", new NumberLineResponse { Text = "99" }) { Id = id, At = at });
        Assert.Equal(("12", "99"), (View().At, View().Given));
    }

    [Fact]
    public void Another_right_number_is_key_and_another_line_is_structure()
    {
        var family = QuestionTypes.For(Wind);
        Assert.Equal(Wind with { Value = 7 }, family.WithKey(Wind, Wind with { Value = 7, To = 20 }));
        Assert.Equal(Wind, family.WithWording(Wind, Wind with { To = 20, Unit = "Beaufort" }));
    }

    [Fact]
    public void It_becomes_a_number_to_be_typed()
    {
        var made = FamilyChange.Of(Wind with { Unit = "m/s" }).Single();
        Assert.Equal("the line", made.Lost);
        Assert.Equal(
            (6, "m/s", UnitUse.Optional),
            ((NumberQuestion)made.Question is var number ? (number.Value, number.Unit, number.UnitUse) : default)
        );
    }
}
