using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Locks.Found;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>A simulated class that does an activity through the same delivery as learners.</summary>
public sealed class RehearsalTests
{
    private static Activity Quiz(int questions) =>
        Make.Activity([.. Enumerable.Range(0, questions).Select(i => Make.Asked("q" + i, Make.One("a")))]);

    [Fact]
    public void The_same_seed_gives_the_same_class_and_another_seed_another()
    {
        var (first, same, other) = (Rehearsal.Run(Quiz(6), 40, 5), Rehearsal.Run(Quiz(6), 40, 5), Rehearsal.Run(Quiz(6), 40, 6));
        Assert.Equal((first.HandedIn, first.Statistics.Mean, first.MedianTime), (same.HandedIn, same.Statistics.Mean, same.MedianTime));
        Assert.NotEqual(first.Statistics.Mean, other.Statistics.Mean);
    }

    [Fact]
    public void Hard_questions_are_answered_worse_and_ability_makes_them_separate()
    {
        var difficulties = new Dictionary<string, ItemDifficulty>
        {
            ["q0"] = new(-2.5),
            ["q1"] = new(0),
            ["q2"] = new(2.5),
            ["q3"] = new(0, 2),
        };
        var questions = Rehearsal.Run(Quiz(4) with { Rules = new Rules { Tries = 1 } }, 400, 9, difficulties).Statistics.Questions;
        Assert.True(
            questions[0].Facility > 0.8
                && questions[0].Facility > questions[1].Facility
                && questions[1].Facility > questions[2].Facility
                && questions[2].Facility < 0.2
        );
        Assert.True(questions[3].Discrimination > 0.15);
    }

    [Fact]
    public void What_nobody_can_get_right_and_where_nobody_gets_is_named()
    {
        var hopeless = Make.Asked("q", Make.One("none of them")) with { Name = "The hopeless one" };
        var tour = Make.Tour(
            Make.Scene("a", Make.Jump("to-b", "b"), hopeless),
            Make.Scene("b", Make.Jump("back", "a")),
            Make.Scene("nowhere", Make.Jump("out", "a"))
        );
        var rehearsal = Rehearsal.Run(tour, 30, 1);
        Assert.Equal(["The hopeless one"], rehearsal.NeverRight);
        Assert.Equal(["Room nowhere"], rehearsal.NeverReached);
    }

    [Fact]
    public void Codes_are_found_locks_open_and_endings_are_counted()
    {
        var tour = Make.Tour(
            Make.Scene(
                "hall",
                Make.Clue("clue"),
                Make.Jump("to-left", "left", Make.Code("714")),
                Make.Jump("to-right", "right", Make.By(new FoundKey(["clue"])))
            ),
            Make.Scene("left"),
            Make.Scene("right")
        );
        var rehearsal = Rehearsal.Run(tour with { SceneList = false }, 60, 4);
        Assert.Empty(rehearsal.NeverReached);
        Assert.Equal(
            rehearsal.EndedIn.Sum(one => one.Times),
            rehearsal.EndedIn.Where(one => one.Scene is "Room left" or "Room right").Sum(one => one.Times)
        );
        Assert.Equal(2, rehearsal.EndedIn.Count);
    }

    [Fact]
    public void Lives_and_the_clock_end_it_for_some_and_some_walk_away()
    {
        var lives = Rehearsal.Run(Quiz(12) with { Rules = new Rules { Lives = 3 } }, 100, 2);
        Assert.InRange(lives.LivesLost!.Value, 10, 100);
        Assert.InRange(lives.LivesUsed!.Value, lives.LivesLost.Value * 3 / 100.0, 3);
        Assert.Null(lives.TimeUp);
        var clock = Rehearsal.Run(Quiz(12) with { Rules = new Rules { Clock = new Clock(ClockFor.Whole, 200) } }, 100, 2);
        Assert.InRange(clock.TimeUp!.Value, 10, 100);
        Assert.Null(clock.LivesUsed);
        Assert.True(clock.MedianTime <= TimeSpan.FromSeconds(230));
        Assert.InRange(Rehearsal.Run(Quiz(12), 300, 3).HandedIn, 240, 299);
    }
}
