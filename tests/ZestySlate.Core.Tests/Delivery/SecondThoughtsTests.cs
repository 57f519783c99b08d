using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Work that is opened again, and time that is given later.</summary>
public sealed class SecondThoughtsTests
{
    private static Activity Clocked(int seconds, ClockFor clockFor = ClockFor.Whole) =>
        Make.Activity(Make.Asked("q", Make.One()), Make.Asked("r", Make.One())) with
        {
            Rules = new Rules { Clock = new Clock(clockFor, seconds) },
        };

    private static Attempt Started(Activity activity) => new Attempt(activity).Then((id, at) => new Started { Id = id, At = at });

    [Fact]
    public void What_was_handed_in_by_mistake_goes_on_where_it_was_and_both_stay_on_record()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", Make.One()), Make.Asked("r", Make.One())))
            .Mark("q", "a")
            .Answer("r", "b")
            .HandIn();
        Assert.Equal(1, attempt.State.Score.Points);
        Assert.Null(attempt.Refused((id, at) => new Reopened("ines") { Id = id, At = at }));
        attempt.Then((id, at) => new Reopened("ines") { Id = id, At = at });
        Assert.False(attempt.State.IsHandedIn);
        Assert.Empty(attempt.State.QuestionOf("r")!.Tries);
        Assert.Equal(Make.Picked("b"), attempt.State.QuestionOf("r")!.Response);
        attempt.Mark("r", "a");
        Assert.Equal(2, attempt.HandIn().State.Score.Points);
        Assert.Equal(2, attempt.Events.Count(happened => happened is HandedIn));
        Assert.Equal(Ending.Finished, attempt.Then((id, at) => new Reopened("ines") { Id = id, At = at }).HandIn().State.EndedBy);
    }

    [Fact]
    public void Work_that_was_given_back_is_not_given_back_any_more_once_it_is_opened_again()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", Make.One())))
            .HandIn()
            .Then((id, at) => new Returned { Id = id, At = at })
            .Then((id, at) => new Reopened("ines") { Id = id, At = at });
        Assert.Null(attempt.State.ReturnedAt);
        Assert.NotNull(attempt.Refused((id, at) => new Reopened("ines") { Id = id, At = at }));
    }

    [Fact]
    public void A_clock_stands_still_while_work_lies_handed_in()
    {
        var attempt = Started(Clocked(60)).HandIn();
        var (handed, end) = (attempt.State.HandedInAt!.Value, Make.Monday.AddSeconds(10 + 60));
        attempt.Then((id, _) => new Reopened("ines") { Id = id, At = handed.AddHours(1) });
        Assert.Equal(end.AddHours(1), attempt.State.RunsOutAt);
        Assert.False(attempt.State.IsHandedIn);
    }

    [Fact]
    public void Time_that_is_given_holds_at_once()
    {
        var attempt = Started(Clocked(60));
        Assert.Equal(Make.Monday.AddSeconds(70), attempt.State.RunsOutAt);
        attempt.Then((id, at) => SecondThoughts.TimeFrom(attempt.State, 300, "ines", id, at));
        Assert.Equal(Make.Monday.AddSeconds(370), attempt.State.RunsOutAt);
        Assert.Null(attempt.Refused((id, at) => new Answered("q", Make.Picked("a")) { Id = id, At = at }, secondsLater: 349));
        Assert.NotNull(attempt.Refused((id, at) => new Answered("q", Make.Picked("a")) { Id = id, At = at }, secondsLater: 353));
    }

    [Fact]
    public void Time_given_after_it_ran_out_runs_from_then_on()
    {
        var attempt = Started(Clocked(60)).Answer("q", "a");
        attempt.Then((id, _) => new TimeRanOut { Id = id, At = Make.Monday.AddSeconds(100) });
        Assert.Equal(Ending.Time, attempt.State.EndedBy);
        var now = Make.Monday.AddSeconds(1000);
        attempt.Then((id, _) => SecondThoughts.TimeFrom(attempt.State, 300, "ines", id, now));
        Assert.Null(attempt.State.EndedBy);
        Assert.InRange((attempt.State.RunsOutAt!.Value - now).TotalSeconds, 300, 301);
        Assert.Equal(Make.Picked("a"), attempt.State.QuestionOf("q")!.Response);
    }

    [Fact]
    public void Time_is_given_only_where_a_clock_for_the_whole_runs_or_ended_it()
    {
        GotTime Given(string id, DateTimeOffset at, int seconds = 60) => new(seconds, "ines") { Id = id, At = at };
        Assert.NotNull(new Attempt(Make.Activity(Make.Asked("q", Make.One()))).Refused((id, at) => Given(id, at)));
        Assert.NotNull(Started(Clocked(60, ClockFor.Item)).Refused((id, at) => Given(id, at)));
        Assert.NotNull(new Attempt(Clocked(60)).Refused((id, at) => Given(id, at)));
        Assert.NotNull(Started(Clocked(60)).HandIn().Refused((id, at) => Given(id, at)));
        Assert.NotNull(Started(Clocked(60)).Refused((id, at) => Given(id, at, 0)));
        Assert.Null(Started(Clocked(60)).Refused((id, at) => Given(id, at, SecondThoughts.MostSeconds)));
        Assert.NotNull(Started(Clocked(60)).Refused((id, at) => Given(id, at, SecondThoughts.MostSeconds + 1)));
    }
}
