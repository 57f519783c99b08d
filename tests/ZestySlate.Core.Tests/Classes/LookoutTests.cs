using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>Where somebody at work stands, and who may need help.</summary>
public sealed class LookoutTests
{
    private static readonly Activity Quiz = Make.Activity([.. Enumerable.Range(0, 5).Select(i => Make.Asked("q" + i, Make.One("a")))]);

    private static LookoutEntry After(Attempt attempt, double minutes) =>
        LookoutEntry.Of(attempt.State, attempt.State.LastAt.AddMinutes(minutes));

    [Fact]
    public void Answers_are_told_right_wrong_and_open_marked_or_not()
    {
        var entry = After(new Attempt(Quiz).Mark("q0", "a").Mark("q1", "b").Answer("q2", "a").Answer("q3", "c"), 1);
        Assert.Equal((2, 0, 2, 0, 1, 5), (entry.Right, entry.Partly, entry.Wrong, entry.Given, entry.Open, entry.Questions));
        Assert.Equal((LookoutStage.AtWork, LookoutNeed.None), (entry.Stage, entry.Need));
        Assert.Equal(TimeSpan.FromSeconds(40), entry.Time);
    }

    [Fact]
    public void Partly_right_is_not_wrong_and_makes_nobody_need_help()
    {
        var several = Make.Activity([.. Enumerable.Range(0, 3).Select(i => Make.Asked("q" + i, Make.Several("a", "b")))]);
        var attempt = new Attempt(several).Mark("q0", "a").Mark("q1", "a").Mark("q2", "a");
        var entry = After(attempt, 1);
        Assert.Equal((0, 3, 0), (entry.Right, entry.Partly, entry.Wrong));
        Assert.Equal(LookoutNeed.None, entry.Need);
    }

    [Fact]
    public void What_is_completed_without_handing_in_is_done_whatever_the_time()
    {
        var tour = Make.Activity(Make.Asked("q", Make.One("a"))) with { Rules = new Rules { Completion = Completion.AnsweredAll } };
        var attempt = new Attempt(tour);
        Assert.Equal(LookoutStage.AtWork, After(attempt, 1).Stage);
        attempt.Mark("q", "b");
        Assert.All(new[] { 1.0, 5, 50 }, minutes =>
            Assert.Equal((LookoutStage.Done, LookoutNeed.None), (After(attempt, minutes).Stage, After(attempt, minutes).Need))
        );
    }

    [Fact]
    public void Who_may_need_help_stands_first_and_who_has_not_begun_last()
    {
        var stuck = After(new Attempt(Quiz).Mark("q0", "a"), 4);
        var working = After(new Attempt(Quiz).Mark("q0", "a"), 3.99);
        var gone = After(new Attempt(Quiz).Mark("q0", "a"), 30);
        var handedIn = After(new Attempt(Quiz).HandIn(), 1);
        Assert.Equal([0, 1, 2, 3, 4], new[] { stuck, working, gone, handedIn, null }.Select(entry => LookoutEntry.RankOf(entry)));
    }

    [Fact]
    public void Who_does_nothing_for_minutes_may_be_stuck_and_later_has_gone()
    {
        var attempt = new Attempt(Quiz).Mark("q0", "a");
        Assert.Equal((LookoutStage.AtWork, LookoutNeed.NoProgress), (After(attempt, 5).Stage, After(attempt, 5).Need));
        Assert.Equal((LookoutStage.Gone, LookoutNeed.None), (After(attempt, 40).Stage, After(attempt, 40).Need));
    }

    [Fact]
    public void Many_wrong_answers_and_a_forgotten_hand_in_are_told()
    {
        var attempt = new Attempt(Quiz).Mark("q0", "b").Mark("q1", "b").Mark("q2", "b");
        Assert.Equal(LookoutNeed.ManyWrong, After(attempt, 1).Need);
        attempt.Mark("q3", "a").Mark("q4", "a");
        Assert.Equal(LookoutStage.ForgotToHandIn, After(attempt, 5).Stage);
        Assert.Equal((LookoutStage.HandedIn, LookoutNeed.None), (After(attempt.HandIn(), 50).Stage, After(attempt, 50).Need));
    }
}
