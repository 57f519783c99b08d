using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.ShortText;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>The statistics against figures worked out by hand, and what must hold for any.</summary>
public sealed class StatisticsTests
{
    /// <summary>Attempts on questions of one point each, from what each earned.</summary>
    private static ClassStatistics Of(params string[] attempts)
    {
        var spots = Enumerable.Range(0, attempts[0].Length).Select(i => Make.Asked("q" + i, Make.One("a"))).ToArray();
        return ClassStatistics.Of(
            Make.Activity(spots),
            attempts
                .Select(attempt => new AttemptRow(
                    attempt.Count(c => c == '1'),
                    attempt.Length,
                    attempt
                        .Select((c, i) => (Id: "q" + i, Points: c == '1' ? 1m : 0))
                        .ToDictionary(
                            one => one.Id,
                            one => new QuestionRow(one.Points, 1, TimeSpan.FromSeconds(20), [one.Points == 1 ? "a" : "b"], [])
                        )
                ))
                .ToList()
        );
    }

    [Fact]
    public void Mean_median_spread_and_histogram_of_totals()
    {
        var statistics = Of("1111", "1100", "0000", "1000");
        Assert.Equal((43.75, 37.5), (statistics.Mean, statistics.Median));
        Assert.Equal(42.696, statistics.Spread, 3);
        Assert.Equal([1, 0, 1, 0, 0, 1, 0, 0, 0, 1], statistics.Histogram);
    }

    [Fact]
    public void Alpha_and_the_error_of_measurement_as_worked_out_by_hand()
    {
        // Question variances 1/4 + 1/3 + 1/4 + 1/4 (n − 1); totals 4, 2, 0, 1 with variance 35/12.
        var statistics = Of("1111", "1100", "0000", "1000");
        Assert.Equal(4 / 3.0 * (1 - ((13.0 / 12) / (35.0 / 12))), statistics.Alpha!.Value, 10);
        Assert.Equal(statistics.Spread * Math.Sqrt(1 - statistics.Alpha.Value), statistics.ErrorOfMeasurement!.Value, 10);
        Assert.Null(Of("11", "11", "11").Alpha);
        Assert.Null(Of("1", "0").Alpha);
    }

    [Fact]
    public void Facility_discrimination_and_the_difference_of_best_and_weakest()
    {
        var statistics = Of("111", "110", "100", "001");
        var (first, last) = (statistics.Questions[0], statistics.Questions[2]);
        Assert.Equal((0.75, 0.5), (first.Facility, last.Facility));

        // Rest of the total without the first question: 1, 1/2, 0, 1/2; with it right, right, right, wrong.
        Assert.Equal(0, first.Discrimination!.Value, 10);
        Assert.Equal(Measures.Correlation([(1, 1), (0, 1), (0, 0.5), (1, 0)])!.Value, last.Discrimination!.Value, 10);
        Assert.Equal((TimeSpan.FromSeconds(20), 4), (first.MedianTime, first.Attempts));
    }

    [Fact]
    public void Options_are_told_with_their_share_among_strong_and_weak()
    {
        var option = Of("11", "11", "11", "10", "10", "10", "00", "00", "00").Questions[1].Options;
        Assert.Equal(
            (true, 1 / 3.0, 1.0, 0.0, 100.0),
            (option[0].Right, option[0].Share, option[0].StrongShare, option[0].WeakShare, option[0].MeanTotal)
        );
        Assert.Equal(
            (false, 2 / 3.0, 0.0, 1.0, 25.0),
            (option[1].Right, option[1].Share, option[1].StrongShare, option[1].WeakShare, option[1].MeanTotal)
        );
        Assert.Equal((0.0, 0.0), (option[2].Share, option[2].MeanTotal));
    }

    [Fact]
    public void A_question_is_named_when_it_is_too_hard_too_easy_does_not_separate_or_its_key_looks_wrong()
    {
        string[] attempts = ["11101", "11101", "11101", "11101", "11101", "11001", "11001", "10011", "10011", "10010", "10010", "10010"];
        var questions = Of(attempts).Questions;
        Assert.Equal([QuestionProblem.TooEasy], questions[0].Problems);
        Assert.Empty(questions[1].Problems);
        Assert.Empty(questions[2].Problems);

        // The strongest third all got the fourth “wrong” by the same option; the weak got it right.
        Assert.Equal([QuestionProblem.WrongKeySuspected, QuestionProblem.DoesNotSeparate], questions[3].Problems);
        Assert.Contains(QuestionProblem.TooHard, Of([.. attempts.Select((_, i) => i == 0 ? "11" : "01")]).Questions[0].Problems);
    }

    [Fact]
    public void Too_few_attempts_are_not_judged()
    {
        var statistics = Of("10", "10", "10", "01", "01", "01", "01", "01", "01");
        Assert.True(statistics.TooFew);
        Assert.All(statistics.Questions, question => Assert.Empty(question.Problems));
        Assert.Equal(
            (0, 0d, null),
            (
                ClassStatistics.Of(Make.Activity(), []).Attempts,
                ClassStatistics.Of(Make.Activity(), []).Mean,
                ClassStatistics.Of(Make.Activity(), []).Alpha
            )
        );
    }

    [Fact]
    public void Frequent_wrong_answers_are_counted_whatever_their_capitals()
    {
        var question = new ShortTextQuestion { Accepted = [new ShortAnswer("anemometer")] };
        var activity = Make.Activity(Make.Asked("q", question), Make.Asked("r", Make.One()));
        AttemptRow Row(string typed)
        {
            var attempt = new Attempt(activity)
                .Then((id, at) => new AskedToMark("q", new ShortTextResponse { Text = typed }) { Id = id, At = at })
                .HandIn();
            return AttemptRow.Of(attempt.State, attempt.Events);
        }

        var statistics = ClassStatistics.Of(activity, [Row("wind gauge"), Row("Wind gauge "), Row("anemometer"), Row("barometer")]);
        Assert.Equal(
            [("wind gauge", 2), ("barometer", 1)],
            statistics.Questions[0].WrongAnswers.Select(answer => (answer.Text, answer.Times))
        );
        var mended = (ShortTextQuestion)Core.Questions.QuestionTypes.For(question).WithVariant(question, "", "wind gauge");
        Assert.Equal(["anemometer", "wind gauge"], mended.Accepted.Select(answer => answer.Text));
    }

    [Fact]
    public void Time_at_a_question_is_summed_and_breaks_are_left_out()
    {
        var at = Make.Monday;
        AttemptEvent[] events =
        [
            new Began(1, 1) { Id = "0", At = at },
            new Answered("q", Make.Picked("a")) { Id = "1", At = at.AddSeconds(30) },
            new Opened("note") { Id = "2", At = at.AddSeconds(50) },
            new AskedForHint("q") { Id = "3", At = at.AddSeconds(60) },
            new AskedToMark("q", Make.Picked("a")) { Id = "4", At = at.AddHours(2) },
        ];
        Assert.Equal(TimeSpan.FromSeconds(40), Pace.Of(events)["q"]);
    }

    [Fact]
    public void Whatever_is_answered_shares_stay_in_their_bounds_and_equal_questions_are_reliable() =>
        Gen
            .Bool.Array[4]
            .Array[2, 30]
            .Sample(answers =>
            {
                var statistics = Of([.. answers.Select(row => string.Concat(row.Select(right => right ? '1' : '0')))]);
                Assert.All(statistics.Questions, question =>
                {
                    Assert.InRange(question.Facility, 0, 1);
                    Assert.InRange(question.UpperLower, -1, 1);
                    Assert.InRange(question.Discrimination ?? 0, -1.000001, 1.000001);
                    Assert.Equal(1, question.Options.Sum(option => option.Share), 6);
                });
                Assert.True(statistics.Alpha is null or <= 1.000001);
                Assert.Equal(answers.Length, statistics.Histogram.Sum());

                var same = Of([.. answers.Select(row => row[0] ? "111" : "000")]);
                Assert.True(same.Alpha is null || Math.Abs(same.Alpha.Value - 1) < 1e-9);
            });

    /// <summary>What waits for a person has no mark yet: nobody got it wrong. Reviewed, it counts.</summary>
    [Fact]
    public void What_waits_to_be_reviewed_is_in_no_statistics_before()
    {
        var attempt = new Attempt(
            Make.Tour(
                Make.Scene("a", Make.Asked("why", new LongTextQuestion { WaitsForPerson = true, Points = 3 }), Make.Asked("q", Make.One()))
            )
        );
        attempt.Then((id, at) => new Answered("why", new LongTextResponse { Text = "A front." }) { Id = id, At = at }).HandIn();
        Assert.Equal(["q"], AttemptRow.Of(attempt.State, attempt.Events).Questions.Keys);
        attempt.Then((id, at) => new Reviewed("why", new Review { By = "ines", Points = 2 }) { Id = id, At = at });
        Assert.Equal(2, AttemptRow.Of(attempt.State, attempt.Events).Questions["why"].Points);
    }
}
