using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Lives, clocks, streaks, and what ends a game.</summary>
public sealed class PlayTests
{
    private static Activity Game(Rules rules, params Question[] questions) =>
        new()
        {
            Title = "Game",
            Flow = new Flow { Way = Way.InOrder, Back = false },
            Rules = rules,
            Scenes =
            [
                new Scene
                {
                    Id = "p",
                    Backdrop = new PageBackdrop(default),
                    Spots =
                    [
                        .. (questions.Length > 0 ? questions : [Make.One(), Make.One(), Make.One()]).Select(
                            (question, i) => new Spot { Id = "q" + (i + 1), Content = new Ask(question) }
                        ),
                    ],
                },
            ],
        };

    private sealed class Played(Activity activity, decimal factor = 1)
    {
        private readonly List<AttemptEvent> _events =
        [
            new Began(1, 7)
            {
                Id = "began",
                At = Make.Monday,
                TimeFactor = factor,
            },
        ];

        public AttemptState State => Replay.Run(_ => activity, _events);

        public AttemptState After(double seconds) => State.At(Make.Monday.AddSeconds(seconds));

        public LearnerView View(double seconds) => LearnerView.Of(State, Make.Monday.AddSeconds(seconds));

        public Played At(double seconds, Func<string, DateTimeOffset, AttemptEvent> happened)
        {
            var next = happened("e" + _events.Count, Make.Monday.AddSeconds(seconds));
            Assert.Null(AttemptRules.Refuse(State, next)?.Said());
            _events.Add(next);
            return this;
        }

        public string? Refused(double seconds, Func<string, DateTimeOffset, AttemptEvent> happened) =>
            AttemptRules.Refuse(State, happened("x", Make.Monday.AddSeconds(seconds)))?.Said();

        public Played Start(double seconds = 0) => At(seconds, (id, at) => new Started { Id = id, At = at });

        public Played Mark(double seconds, string spot, string picked) =>
            At(seconds, (id, at) => new AskedToMark(spot, Make.Picked(picked)) { Id = id, At = at });

        public Played Next(double seconds, string step) => At(seconds, (id, at) => new Visited(step) { Id = id, At = at });
    }

    private static readonly Rules ThreeLives = new() { Tries = 1, Lives = 3 };

    [Fact]
    public void Nothing_happens_before_the_start()
    {
        var played = new Played(Game(ThreeLives));
        Assert.Empty(played.View(0).Scenes);
        Assert.Equal(3, played.View(0).Start!.Questions);
        Assert.Equal("Press the start first.", played.Refused(1, (id, at) => new Answered("q1", Make.Picked("a")) { Id = id, At = at }));
    }

    [Fact]
    public void A_mistake_costs_a_life_and_the_last_one_ends_it()
    {
        var played = new Played(Game(ThreeLives with { Lives = 2 })).Start().Mark(1, "q1", "b").Next(2, "q2");
        Assert.Equal((1, null), (played.State.LivesLeft, played.State.EndedBy));
        played.Mark(3, "q2", "c");
        Assert.Equal((0, Ending.Lives), (played.State.LivesLeft, played.State.EndedBy));
        Assert.Equal(
            "The last life is lost; nothing was changed.",
            played.Refused(4, (id, at) => new Answered("q3", Make.Picked("a")) { Id = id, At = at })
        );
    }

    [Fact]
    public void Points_gained_stay_and_the_total_is_out_of_all()
    {
        var played = new Played(Game(ThreeLives with { Lives = 1 })).Start().Mark(1, "q1", "a").Next(2, "q2").Mark(3, "q2", "b");
        Assert.Equal((1m, 3m, Ending.Lives), (played.State.Score.Points, played.State.Score.OutOf, played.State.EndedBy));
    }

    [Fact]
    public void In_attempts_from_before_every_wrong_part_costs_a_life()
    {
        var played = new Played(Game(ThreeLives, Asked.Gaps("{a} {b} {c}")))
            .Start()
            .At(1, (id, at) => new AskedToMark("q1", Asked.Typed("a", "x", "y")) { Id = id, At = at });
        Assert.Equal(1, played.State.LivesLeft);
    }

    [Fact]
    public void One_try_costs_one_life_however_many_parts_are_wrong()
    {
        var started = new Played(Game(ThreeLives, Asked.Gaps("{a} {b} {c}"))).Start();
        var played = started.At(1, (id, at) =>
            Handout.Recorded(started.State, new AskedToMark("q1", Asked.Typed("x", "y", "z")) { Id = id, At = at })
        );
        Assert.Equal((2, 3, null), (played.State.LivesLeft, played.State.QuestionOf("q1")!.Mistakes, played.State.EndedBy));
    }

    [Fact]
    public void A_streak_grows_with_right_answers_and_ends_with_a_mistake()
    {
        var played = new Played(Game(ThreeLives with { ShowsStreak = true })).Start().Mark(1, "q1", "a").Next(2, "q2").Mark(3, "q2", "a");
        Assert.Equal(new Streak(2, 2), played.View(4).Play!.Streak);
        played.Next(5, "q3").Mark(6, "q3", "b");
        Assert.Equal(new Streak(0, 2), played.State.Streak);
    }

    private static readonly Rules Minute = new() { Tries = 1, Clock = new Clock(ClockFor.Whole, 60) };

    [Theory]
    [InlineData(61.9, true)]
    [InlineData(62.1, false)]
    public void The_networks_delay_is_forgiven_up_to_two_seconds(double seconds, bool taken)
    {
        var played = new Played(Game(Minute)).Start();
        Assert.Equal(taken, played.Refused(seconds, (id, at) => new AskedToMark("q1", Make.Picked("a")) { Id = id, At = at }) is null);
    }

    [Fact]
    public void When_the_time_for_all_is_out_it_ends_and_what_was_given_counts()
    {
        var played = new Played(Game(Minute)).Start().At(10, (id, at) => new Answered("q1", Make.Picked("a")) { Id = id, At = at });
        var end = played.After(100);
        Assert.Equal((Ending.Time, Make.Monday.AddSeconds(60), 1m), (end.EndedBy, end.HandedInAt, end.Score.Points));
        Assert.Null(played.State.EndedBy);
        Assert.Equal(TimeSpan.FromSeconds(40), played.View(20).Play!.Remaining);
    }

    [Fact]
    public void The_clock_runs_from_the_start_and_not_before() => Assert.Null(new Played(Game(Minute)).Start(500).After(550).EndedBy);

    [Fact]
    public void Who_needs_more_time_has_it()
    {
        var played = new Played(Game(Minute), factor: 1.5m).Start();
        Assert.Null(played.After(91).EndedBy);
        Assert.Equal(Ending.Time, played.After(93).EndedBy);
        Assert.Equal(TimeSpan.FromSeconds(90), new Played(Game(Minute), 1.5m).View(0).Start!.Time);
    }

    private static readonly Rules TenEach = new()
    {
        Tries = 1,
        Lives = 3,
        Clock = new Clock(ClockFor.Item, 10),
    };

    [Fact]
    public void When_an_items_time_is_out_a_life_is_lost_and_the_next_comes()
    {
        var state = new Played(Game(TenEach)).Start().After(13);
        Assert.Equal(("q2", 2, true), (state.Step!.Id, state.LivesLeft, state.QuestionOf("q1")!.TimedOut));
        Assert.Equal(Make.Monday.AddSeconds(12 + 10), state.RunsOutAt);
    }

    [Fact]
    public void No_time_runs_out_over_what_is_only_looked_at()
    {
        var played = new Played(Game(TenEach, Make.One() with { Round = Round.LookOnly }, Make.One())).Start();
        Assert.Equal(("q1", 3, false), (played.After(1000).Step!.Id, played.After(1000).LivesLeft, played.State.QuestionOf("q1")!.IsOpen));
        Assert.Null(played.State.RunsOutAt);
        Assert.Equal(Make.Monday.AddSeconds(50), played.Next(40, "q2").State.RunsOutAt);
    }

    [Fact]
    public void Whoever_stays_away_loses_item_after_item()
    {
        var state = new Played(Game(TenEach with { Lives = 2 })).Start().After(1000);
        Assert.Equal((Ending.Lives, 0), (state.EndedBy, state.LivesLeft));
        Assert.Equal(Ending.Finished, new Played(Game(TenEach with { Lives = null })).Start().After(1000).EndedBy);
    }

    [Fact]
    public void What_was_given_when_an_items_time_ran_out_counts()
    {
        var played = new Played(Game(TenEach)).Start().At(9, (id, at) => new Answered("q1", Make.Picked("a")) { Id = id, At = at });
        Assert.Equal(1, played.After(13).Score.Points);
    }

    [Fact]
    public void The_clock_of_an_item_stands_once_it_is_done_and_begins_anew_with_the_next()
    {
        var played = new Played(Game(TenEach)).Start().Mark(5, "q1", "a");
        Assert.Null(played.After(100).RunsOutAt);
        Assert.Equal("q1", played.After(100).Step!.Id);
        Assert.Equal(Make.Monday.AddSeconds(110), played.Next(100, "q2").State.RunsOutAt);
    }

    [Fact]
    public void A_late_answer_is_told_that_the_time_was_up()
    {
        var played = new Played(Game(TenEach)).Start();
        Assert.NotNull(played.Refused(13, (id, at) => new AskedToMark("q1", Make.Picked("a")) { Id = id, At = at }));
    }

    private static readonly JumbledWordsQuestion Rhyme = Asked.Jumbled("red sky at night");

    private static string Word(int number) => Rhyme.Words[0][number].Id;

    [Fact]
    public void A_move_after_which_the_word_stands_wrong_is_one_mistake_and_right_words_stay()
    {
        var played = new Played(Game(ThreeLives, Rhyme))
            .Start()
            .At(1, (id, at) => new Stepped("q1", Rhyme.Put("0 2 3 1"), Word(0)) { Id = id, At = at });
        Assert.Equal((0, Word(0)), (played.State.Mistakes, ((JumbledWordsResponse)played.State.QuestionOf("q1")!.Kept!).Lines[0][0]));
        played.At(2, (id, at) => new Stepped("q1", Rhyme.Put("0 3 1 2"), Word(3)) { Id = id, At = at });
        Assert.Equal((1, 2), (played.State.Mistakes, played.State.LivesLeft));
        played.At(3, (id, at) => new Stepped("q1", Rhyme.Put("0 1 2 3"), Word(1)) { Id = id, At = at });
        Assert.Equal((4m, true), (played.State.Score.Points, played.State.QuestionOf("q1")!.Closed));
    }

    [Fact]
    public void Several_words_may_come_right_at_once()
    {
        var played = new Played(Game(ThreeLives, Rhyme))
            .Start()
            .At(1, (id, at) => new Stepped("q1", Rhyme.Put("0 1 2 3"), Word(0)) { Id = id, At = at });
        Assert.True(played.State.QuestionOf("q1")!.Closed);
    }

    [Fact]
    public void Words_that_stand_right_count_when_it_ends_before_all_do()
    {
        var played = new Played(Game(ThreeLives with { Lives = 1 }, Rhyme))
            .Start()
            .At(1, (id, at) => new Stepped("q1", Rhyme.Put("0 2 3 1"), Word(2)) { Id = id, At = at });
        Assert.Equal((Ending.Lives, 1m), (played.State.EndedBy, played.State.Score.Points));
    }

    [Fact]
    public void A_penalty_counts_mistakes_on_the_way()
    {
        var played = new Played(Game(new Rules(), Rhyme with { Penalty = 0.5m }))
            .At(1, (id, at) => new Stepped("q1", Rhyme.Put("1 0 2 3"), Word(1)) { Id = id, At = at })
            .At(2, (id, at) => new Stepped("q1", Rhyme.Put("0 1 2 3"), Word(0)) { Id = id, At = at });
        Assert.Equal(3.5m, played.State.Score.Points);
    }

    [Fact]
    public void The_same_events_give_the_same_state_step_by_step_and_at_once()
    {
        var activity = Game(TenEach);
        var events = new List<AttemptEvent>
        {
            new Began(1, 7) { Id = "b", At = Make.Monday },
            new Started { Id = "s", At = Make.Monday },
            new TimeRanOut { Id = "t", At = Make.Monday.AddSeconds(13) },
            new AskedToMark("q2", Make.Picked("a")) { Id = "m", At = Make.Monday.AddSeconds(20) },
        };
        var atOnce = Replay.Run(_ => activity, events);
        var stepwise = events.Skip(1).Aggregate(Replay.Run(_ => activity, events.Take(1).ToList()), Replay.After);
        Assert.Equal(
            (atOnce.Score, atOnce.Mistakes, atOnce.Step!.Id, atOnce.Questions),
            (stepwise.Score, stepwise.Mistakes, stepwise.Step!.Id, stepwise.Questions)
        );
    }
}
