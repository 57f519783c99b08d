using ZestySlate.Core.Classes;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>Grades at their very limits: the due moment, a day late to the second, what is still to be marked.</summary>
public sealed class GradeEdgeTests
{
    private static readonly DateTimeOffset Due = Make.Monday;

    private static readonly GradeRule Rule = new()
    {
        Due = Due,
        LostPerDay = 0.1m,
        LeastKept = 0.5m,
    };

    private static Grade Of(GradeRule rule, params Go[] goes) => Grade.Of(rule, goes, 10, 0, false, Due.AddDays(30));

    private static Go Handed(TimeSpan after, decimal points = 10, bool provisional = false) =>
        new(Due.AddDays(-1), Due + after, points, 10, provisional);

    [Theory]
    [InlineData(0, 1)]
    [InlineData(-1, 1)]
    [InlineData(1, 0.9)]
    [InlineData(24 * 3600, 0.9)]
    [InlineData((24 * 3600) + 1, 0.8)]
    [InlineData(5 * 24 * 3600, 0.5)]
    [InlineData((5 * 24 * 3600) + 1, 0.5)]
    public void A_grade_is_kept_up_to_the_due_moment_and_then_by_days_begun(int secondsAfter, double kept)
    {
        var grade = Of(Rule, Handed(TimeSpan.FromSeconds(secondsAfter)));
        Assert.Equal(((decimal)kept * 10, secondsAfter > 0), (grade.Points, grade.IsLate));
    }

    [Fact]
    public void Nothing_is_missing_at_the_due_moment_itself()
    {
        Assert.Equal(GradeState.ToDo, Grade.Of(Rule, [], 10, 0, false, Due).State);
        Assert.Equal(GradeState.Missing, Grade.Of(Rule, [], 10, 0, false, Due.AddTicks(1)).State);
        Assert.Equal(GradeState.ToDo, Grade.Of(Rule, [], 10, 1, false, Due.AddDays(1)).State);
    }

    [Theory]
    [InlineData(GoCounts.Average, true)]
    [InlineData(GoCounts.Last, true)]
    [InlineData(GoCounts.First, false)]
    [InlineData(GoCounts.Best, false)]
    public void A_grade_is_provisional_when_something_of_what_it_is_made_of_waits(GoCounts counts, bool provisional) =>
        Assert.Equal(
            provisional,
            Of(
                Rule with
                {
                    Counts = counts,
                },
                Handed(TimeSpan.FromHours(-2)),
                Handed(TimeSpan.FromHours(-1), 4, provisional: true)
            ).Provisional
        );
}
