using CsCheck;
using ZestySlate.Core.Classes;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>Which go counts, what lateness costs, and what is no grade at all.</summary>
public sealed class GradeTests
{
    private static readonly DateTimeOffset Due = Make.Monday.AddDays(7);

    private static Go Done(decimal points, double daysAfterDue = -1, bool provisional = false) =>
        new(Make.Monday, Due.AddDays(daysAfterDue), points, 10, provisional);

    private static Grade Of(GradeRule rule, params Go[] goes) => Grade.Of(rule with { Due = Due }, goes, 10, 0, false, Due.AddDays(-2));

    [Theory]
    [InlineData(GoCounts.Best, 8)]
    [InlineData(GoCounts.First, 4)]
    [InlineData(GoCounts.Last, 6)]
    [InlineData(GoCounts.Average, 6)]
    public void The_go_that_counts_as_set(GoCounts counts, int points) =>
        Assert.Equal(points, Of(new GradeRule { Counts = counts }, Done(4, -5), Done(8, -4), Done(6, -3)).Points);

    [Fact]
    public void Each_day_begun_after_the_due_date_costs_its_share_and_the_least_share_is_kept()
    {
        var rule = new GradeRule { LostPerDay = 0.1m, LeastKept = 0.5m };
        Assert.Equal((10m, false), (Of(rule, Done(10, 0)).Points, Of(rule, Done(10, 0)).IsLate));
        Assert.Equal((9m, true, 0.1m), (Of(rule, Done(10, 0.01)).Points, Of(rule, Done(10, 0.01)).IsLate, Of(rule, Done(10, 0.01)).Lost));
        Assert.Equal(8m, Of(rule, Done(10, 1.5)).Points);
        Assert.Equal(5m, Of(rule, Done(10, 30)).Points);

        // The best is the one that is best after what lateness cost; an average counts each with its own.
        Assert.Equal(8m, Of(rule, Done(8), Done(9, 2)).Points);
        Assert.Equal((8 + 7.2m) / 2, Of(rule with { Counts = GoCounts.Average }, Done(8), Done(9, 2)).Points);
    }

    [Fact]
    public void Extra_days_move_the_due_date_for_one_learner()
    {
        var grade = Grade.Of(new GradeRule { Due = Due, LostPerDay = 0.5m }, [Done(10, 2)], 10, 3, false, Due.AddDays(5));
        Assert.Equal((10m, false), (grade.Points, grade.IsLate));
        Assert.Equal(GradeState.ToDo, Grade.Of(new GradeRule { Due = Due }, [], 10, 3, false, Due.AddDays(2)).State);
    }

    [Fact]
    public void The_whole_is_scaled_to_what_it_is_worth() =>
        Assert.Equal(
            (40m, 50m, 80m),
            (
                Of(new GradeRule { Worth = 50 }, Done(8)).Points,
                Of(new GradeRule { Worth = 50 }, Done(8)).OutOf,
                Of(new GradeRule { Worth = 50 }, Done(8)).Percent
            )
        );

    [Fact]
    public void What_is_not_handed_in_is_to_do_at_work_or_missing_once_it_is_due()
    {
        Grade At(double days, params Go[] goes) => Grade.Of(new GradeRule { Due = Due }, goes, 10, 0, false, Due.AddDays(days));
        var begun = new Go(Make.Monday, null, 3, 10, false);
        Assert.Equal((GradeState.ToDo, null), (At(-1).State, At(-1).Points));
        Assert.Equal((GradeState.AtWork, null), (At(-1, begun).State, At(-1, begun).Points));
        Assert.Equal((GradeState.Missing, 0m), (At(1, begun).State, At(1, begun).Points));
        Assert.Equal(GradeState.AtWork, Grade.Of(new GradeRule(), [begun], 10, 0, false, Due).State);
        Assert.Equal(
            (GradeState.Excused, null),
            (
                Grade.Of(new GradeRule { Due = Due }, [Done(8)], 10, 0, true, Due).State,
                Grade.Of(new GradeRule(), [Done(8)], 10, 0, true, Due).Points
            )
        );
        Assert.True(Of(new GradeRule(), Done(8, -1, provisional: true)).Provisional);
    }

    [Fact]
    public void Totals_count_points_or_weighted_categories_and_leave_out_what_is_no_grade()
    {
        Grade Points(decimal points, decimal outOf) => new(GradeState.HandedIn, points, outOf, 0, false, false);
        var excused = new Grade(GradeState.Excused, null, 100, 0, false, false);
        var none = new Dictionary<string, decimal>();
        Assert.Equal(60m, GradeTotal.Of([("", Points(5, 10)), ("", Points(7, 10)), ("", excused)], none));
        Assert.Null(GradeTotal.Of([("", excused)], none));

        var weights = new Dictionary<string, decimal> { ["Tests"] = 60, ["Homework"] = 40 };
        Assert.Equal(
            (0.6m * 50) + (0.4m * 100),
            GradeTotal.Of([("Tests", Points(5, 10)), ("Homework", Points(2, 2)), ("Unweighed", Points(0, 9))], weights)
        );
        Assert.Equal(50m, GradeTotal.Of([("Tests", Points(5, 10)), ("Homework", excused)], weights));
    }

    [Fact]
    public void Handing_in_later_never_raises_a_grade_and_it_stays_within_its_bounds() =>
        Gen.Select(Gen.Int[0, 10], Gen.Double[-3, 20], Gen.Double[0, 10], Gen.Int[0, 100], Gen.Int[0, 100])
            .Sample(
                (points, days, more, lost, least) =>
                {
                    var rule = new GradeRule { LostPerDay = lost / 100m, LeastKept = least / 100m };
                    var (early, late) = (Of(rule, Done(points, days)), Of(rule, Done(points, days + more)));
                    Assert.True(late.Points <= early.Points);
                    Assert.InRange(late.Points!.Value, points * rule.LeastKept - 0.0001m, points);
                }
            );
}
