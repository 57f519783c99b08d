using ZestySlate.Core.Classes;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>When an assignment can be worked on, and how categories are weighed.</summary>
public sealed class AssignmentTests
{
    private static readonly DateTimeOffset Day = Make.Monday;

    [Fact]
    public void It_opens_is_due_and_is_accepted_no_more_and_extra_days_move_the_last_two()
    {
        var times = new AssignmentTimes(Day, Day.AddDays(5), Day.AddDays(7));
        Assert.Equal((true, false), (times.IsBefore(Day.AddMinutes(-1)), times.IsBefore(Day)));
        Assert.Equal((false, true), (times.IsOver(Day.AddDays(7)), times.IsOver(Day.AddDays(7).AddSeconds(1))));
        var longer = times with { ExtraDays = 3 };
        Assert.Equal((Day.AddDays(8), Day.AddDays(10), false), (longer.DueForThem, longer.UntilForThem, longer.IsOver(Day.AddDays(9))));
        Assert.Equal(
            (null, false, false),
            (default(AssignmentTimes).DueForThem, default(AssignmentTimes).IsOver(Day), default(AssignmentTimes).IsBefore(Day))
        );
    }

    [Fact]
    public void Dates_that_cannot_be_are_refused_in_words()
    {
        Assert.Null(new AssignmentTimes(Day, Day.AddDays(1), Day.AddDays(1)).Refusal);
        Assert.Contains("before it can be opened", new AssignmentTimes(Day, Day.AddDays(-1), null).Refusal);
        Assert.Contains("no longer than it is due", new AssignmentTimes(null, Day, Day.AddDays(-1)).Refusal);
        Assert.NotNull(new AssignmentTimes(Day, null, Day.AddDays(-1)).Refusal);
    }

    [Fact]
    public void Weights_are_read_as_teachers_type_them()
    {
        var read = CategoryWeights.Read("Tests 60 %\n Class work: 40,5\n\n");
        Assert.Equal([("Tests", 60m), ("Class work", 40.5m)], read.Value.Select(one => (one.Key, one.Value)));
        Assert.Empty(CategoryWeights.Read("").Value);
        Assert.Contains("“Tests”", CategoryWeights.Read("Tests").Refusal);
        Assert.Contains("stands twice", CategoryWeights.Read("Tests 60\nTests 40").Refusal);
        Assert.NotNull(CategoryWeights.Read("Tests 0").Refusal);
    }
}
