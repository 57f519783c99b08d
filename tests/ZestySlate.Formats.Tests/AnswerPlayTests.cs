using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Formats.Answers;

namespace ZestySlate.Formats.Tests;

/// <summary>A file is played as a learner's work is: clocks, lives, kept parts, hints, and moments at which things are shown.</summary>
public sealed class AnswerPlayTests
{
    private static Spot Ask(string id, Question question) => new() { Id = id, Content = new Ask(question) };

    private static MultipleChoiceQuestion Choice =>
        new()
        {
            Options =
            [
                new Option
                {
                    Id = "a",
                    Text = "A",
                    Right = true,
                },
                new Option { Id = "b", Text = "B" },
                new Option { Id = "c", Text = "C" },
            ],
        };

    private static Activity Of(Rules rules, Flow? flow = null, params Question[] questions) =>
        new()
        {
            Title = "Played",
            Scenes =
            [
                new Scene
                {
                    Id = "page",
                    Backdrop = new PageBackdrop(default),
                    Spots = [.. questions.Select((question, i) => Ask($"q{i}", question))],
                },
            ],
            Flow = flow ?? new Flow(),
            Rules = rules,
        };

    private static AnswerEntry Pick(string spot, string option, double seconds = 0, bool hint = false) =>
        new()
        {
            Spot = spot,
            Response = new MultipleChoiceResponse { Picked = [option] },
            Seconds = seconds,
            Hint = hint,
        };

    private static Outcome<AttemptState> Play(Activity activity, params AnswerEntry[] entries) =>
        new AnswerFile { Version = 1, Answers = [.. entries] }.Play(activity);

    [Theory]
    [InlineData(62, true)]
    [InlineData(62.001, false)]
    public void The_clock_of_the_whole_runs_by_the_seconds_of_the_file(double seconds, bool inTime)
    {
        var played = Play(
            Of(new Rules { Clock = new Clock(ClockFor.Whole, 60) }, null, Choice, Choice),
            new AnswerEntry { Do = AnswerDo.Start },
            Pick("q0", "a", seconds)
        );
        Assert.Equal(inTime ? null : "Answer 2, question “q0”: The time is up; nothing was changed.", played.Refusal);
    }

    [Fact]
    public void Time_that_ran_out_ends_it_and_what_was_given_counts()
    {
        var state = Play(
            Of(new Rules { Clock = new Clock(ClockFor.Item, 30) }, new Flow { Way = Way.InOrder, Back = false }, Choice, Choice),
            new AnswerEntry { Do = AnswerDo.Start },
            Pick("q0", "a", 10),
            Pick("q1", "a", 10)
        ).Value;
        Assert.Equal((2, Ending.Finished), (state.Score.Points, state.EndedBy));
        var late = Play(
            Of(new Rules { Clock = new Clock(ClockFor.Item, 30) }, new Flow { Way = Way.InOrder, Back = false }, Choice, Choice),
            new AnswerEntry { Do = AnswerDo.Start },
            Pick("q1", "a", 40)
        ).Value;
        Assert.Equal((1, true), (late.Score.Points, late.QuestionOf("q0")!.TimedOut));
    }

    [Fact]
    public void The_last_life_ends_it_and_nothing_more_is_taken()
    {
        var activity = Of(new Rules { Lives = 2 }, null, Choice, Choice);
        Assert.Equal(Ending.Lives, Play(activity, Pick("q0", "b"), Pick("q0", "c")).Value.EndedBy);
        Assert.Equal(
            "Answer 3, question “q1”: The last life is lost; nothing was changed.",
            Play(activity, Pick("q0", "b"), Pick("q0", "c"), Pick("q1", "a")).Refusal
        );
    }

    [Fact]
    public void What_was_right_stays_where_the_rules_keep_it()
    {
        var gaps = new GapTextQuestion { Text = [new("wind", new Gap { Id = "g1" }), new(" and "), new("rain", new Gap { Id = "g2" })] };
        AnswerEntry Fill(string one, string two) =>
            new()
            {
                Spot = "q0",
                Response = new GapTextResponse { Parts = [new PartAnswer("g1", one), new PartAnswer("g2", two)] },
            };
        Fraction Earned(bool keeps) =>
            Play(
                Of(new Rules { KeepsRight = keeps, Counts = CountingTry.Last }, null, gaps),
                Fill("wind", "fog"),
                Fill("fog", "rain")
            ).Value.Score.Points;
        Assert.Equal((2, 1), (Earned(true), Earned(false)));
    }

    [Fact]
    public void What_is_said_of_a_question_beside_its_mark_is_said_as_on_the_page()
    {
        var text = new Core.Questions.LongText.LongTextQuestion
        {
            Least = 3,
            Ideas = [new Core.Questions.LongText.KeyIdea { Id = "i", Phrases = ["wind"] }],
            Bands = ScoreBands.Of([new ScoreBand(50, "Half."), new ScoreBand(100, "Whole.")]),
        };
        var answer = Core
            .Classes.AttemptReport.Of(
                Play(
                    Of(new Rules(), null, text),
                    new AnswerEntry
                    {
                        Spot = "q0",
                        Response = new Core.Questions.LongText.LongTextResponse { Text = "Wind." },
                    }
                ).Value
            )
            .Answers[0];
        Assert.Equal(("Whole.", "This is shorter than asked for."), (answer.Band, answer.Aside));
    }

    [Fact]
    public void A_hint_that_is_not_there_is_not_looked_at() =>
        Assert.Equal(
            "Answer 1, question “q0”: This question has no hint.",
            Play(Of(new Rules(), null, Choice), Pick("q0", "a", hint: true)).Refusal
        );

    [Fact]
    public void Where_answers_are_marked_after_handing_in_a_second_one_takes_the_place_of_the_first()
    {
        var test = Of(
            new Rules
            {
                Tries = 1,
                Reveal = new Reveal
                {
                    RightOrWrong = RevealMoment.AfterEnd,
                    RightAnswer = RevealMoment.AfterEnd,
                    Points = RevealMoment.AfterEnd,
                },
            },
            null,
            Choice
        );
        var state = Play(test, Pick("q0", "b"), Pick("q0", "a")).Value;
        Assert.Equal((1, 1), (state.Score.Points, state.QuestionOf("q0")!.Tries.Count));
        Assert.Contains(
            "answers are marked after handing in",
            Play(
                test,
                new AnswerEntry
                {
                    Do = AnswerDo.Mark,
                    Spot = "q0",
                    Response = new MultipleChoiceResponse { Picked = ["a"] },
                }
            ).Refusal
        );
    }

    [Fact]
    public void A_question_in_a_closed_room_is_reached_as_a_learner_reaches_it()
    {
        var tour = new Activity
        {
            Title = "Tour",
            Scenes =
            [
                new Scene
                {
                    Id = "hall",
                    Backdrop = new PlainBoardBackdrop(),
                    Spots =
                    [
                        new Spot
                        {
                            Id = "door",
                            Content = new Jump("room"),
                            Lock = new ZestySlate.Core.Locks.Lock { Key = new CodeKey(["swordfish"]) },
                        },
                    ],
                },
                new Scene
                {
                    Id = "room",
                    Backdrop = new PlainBoardBackdrop(),
                    Spots = [Ask("q", Choice)],
                },
            ],
        };
        Assert.Equal("Answer 1, question “q”: There is no way there yet.", Play(tour, Pick("q", "a")).Refusal);
        Assert.Equal(
            1,
            Play(
                tour,
                new AnswerEntry
                {
                    Do = AnswerDo.Code,
                    Lock = "door",
                    Text = "Swordfish",
                },
                Pick("q", "a")
            ).Value.Score.Points
        );
    }
}
