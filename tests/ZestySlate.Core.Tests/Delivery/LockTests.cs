using System.Text.Json;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Numbers;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Locks of every kind, wrong codes, findings; and that nothing behind a lock is in what a learner gets.</summary>
public sealed class LockTests
{
    private static Attempt Behind(Lock locked) =>
        new(
            Make.Tour(
                Make.Scene(
                    "a",
                    Make.Clue("key1"),
                    Make.Clue("key2"),
                    Make.Asked("q", Make.One()),
                    Make.Clue("box", locked),
                    Make.Jump("ab", "b")
                ),
                Make.Scene("b", Make.Note("inside", "A secret title"))
            )
        );

    private static bool IsOpen(Attempt attempt) => attempt.View().SpotOf("box")!.Content is not null;

    [Theory]
    [InlineData("WREN ISLE", true)]
    [InlineData("  wren   isle. ", true)]
    [InlineData("wrén isle", true)]
    [InlineData("wren island", false)]
    [InlineData("gannet", true)]
    public void A_code_opens_by_any_of_its_variants(string typed, bool opens) =>
        Assert.Equal(opens, IsOpen(Behind(Make.Code("Wren Isle", "Gannet")).Code("box", typed)));

    [Fact]
    public void Capitals_and_accents_matter_when_the_author_says_so()
    {
        var strict = Make.By(new CodeKey(["Éric"]) { MatchCase = true, LenientAccents = false });
        Assert.False(IsOpen(Behind(strict).Code("box", "éric")));
        Assert.False(IsOpen(Behind(strict).Code("box", "Eric")));
        Assert.True(IsOpen(Behind(strict).Code("box", "E\u0301ric")));
    }

    [Fact]
    public void A_lock_opens_by_scenes_that_were_visited_and_places_that_were_found()
    {
        var sky = Asked.Locating("gale", "calm") with { Task = LocatingTask.FindAll };
        var key = new FoundKey(["key1"]) { SceneIds = ["b"], Parts = [new FoundPart("sky", sky.Places[0].Id)] };
        var attempt = new Attempt(
            Make.Tour(
                Make.Scene("a", Make.Clue("key1"), Make.Asked("sky", sky), Make.Clue("box", Make.By(key)), Make.Jump("ab", "b")),
                Make.Scene("b")
            )
        );
        Assert.False(IsOpen(attempt.Open("key1")));
        Assert.False(IsOpen(attempt.Visit("b").Visit("a")));
        attempt.Then((id, at) => new Stepped("sky", Asked.Located("find=0.9 0.9"), "find") { Id = id, At = at });
        Assert.False(IsOpen(attempt));
        var middle = sky.Places[0].Area.Middle;
        var press = FormattableString.Invariant($"find={middle.X} {middle.Y}");
        attempt.Then((id, at) => new Stepped("sky", Asked.Located(press), "find") { Id = id, At = at });
        Assert.True(IsOpen(attempt));
    }

    [Fact]
    public void Of_all_that_is_to_be_found_some_can_be_enough_whatever_they_are()
    {
        var attempt = new Attempt(
            Make.Tour(
                Make.Scene(
                    "a",
                    Make.Clue("key1"),
                    Make.Clue("box", Make.By(new FoundKey(["key1"], 1) { SceneIds = ["b"] })),
                    Make.Jump("ab", "b")
                ),
                Make.Scene("b")
            )
        );
        Assert.True(IsOpen(attempt.Visit("b").Visit("a")));
    }

    [Theory]
    [InlineData("12.5", true)]
    [InlineData("12,5", true)]
    [InlineData("12 1/2", true)]
    [InlineData("12.54", true)]
    [InlineData("12.6", false)]
    [InlineData("twelve", false)]
    public void A_number_opens_as_people_write_it(string typed, bool opens) =>
        Assert.Equal(opens, IsOpen(Behind(Make.By(new NumberKey(12.5m) { Tolerance = 0.05m })).Code("box", typed)));

    [Fact]
    public void A_right_answer_opens_and_a_wrong_one_does_not()
    {
        var attempt = Behind(Make.By(new AnswerKey("q"))).Mark("q", "b");
        Assert.False(IsOpen(attempt));
        Assert.True(IsOpen(attempt.Again("q").Mark("q", "a")));
    }

    [Fact]
    public void Enough_points_open()
    {
        Assert.True(IsOpen(Behind(Make.By(new ScoreKey(1))).Mark("q", "a")));
        Assert.Equal([new Nearness("pointsSoFar", 0, 1)], Behind(Make.By(new ScoreKey(1))).View().SpotOf("box")!.Lock!.Nearness);
    }

    [Fact]
    public void Things_found_open_all_or_as_many_as_are_enough()
    {
        var all = Behind(Make.By(new FoundKey(["key1", "key2"]))).Open("key1");
        Assert.False(IsOpen(all));
        Assert.Equal([new Nearness("foundSoFar", 1, 2)], all.View().SpotOf("box")!.Lock!.Nearness);
        Assert.True(IsOpen(all.Open("key2")));
        Assert.True(IsOpen(Behind(Make.By(new FoundKey(["key1", "key2"], 1))).Open("key2")));
    }

    [Fact]
    public void Once_open_a_lock_stays_open()
    {
        var attempt = new Attempt(
            Make.Tour(Make.Scene("a", Make.Asked("q", Make.One()), Make.Clue("box", Make.By(new ScoreKey(1))))) with
            {
                Rules = new Rules { Counts = CountingTry.Last, Tries = null },
            }
        );
        attempt.Mark("q", "a");
        Assert.True(IsOpen(attempt));
    }

    [Fact]
    public void Nothing_behind_a_lock_is_in_the_view()
    {
        var attempt = new Attempt(
            Make.Tour(
                Make.Scene(
                    "a",
                    Make.Clue("box", Make.Code("open sesame")),
                    Make.Jump("ab", "b"),
                    Make.Asked("hidden", Make.One()) with
                    {
                        Lock = Make.By(new NumberKey(7421)),
                    }
                ),
                Make.Scene("b", Make.Note("inside", "A secret title")) with
                {
                    Lock = Make.Code("tor"),
                    Title = "Secret chamber",
                }
            ) with
            {
                SceneList = true,
            }
        );
        var sent = JsonSerializer.Serialize(attempt.View(), StoredJson.Trusted);
        foreach (
            var secret in new[]
            {
                "open sesame",
                "Behind box",
                "Clue box",
                "7421",
                "tor\"",
                "Which one?",
                "Secret chamber",
                "A secret title",
            }
        )
        {
            Assert.DoesNotContain(secret, sent, StringComparison.Ordinal);
        }

        Assert.Contains("Behind box", JsonSerializer.Serialize(attempt.Code("box", "open sesame").View(), StoredJson.Trusted));
    }

    [Fact]
    public void A_locked_scene_cannot_be_entered_until_it_opens()
    {
        var attempt = new Attempt(Make.Tour(Make.Scene("a", Make.Jump("ab", "b")), Make.Scene("b") with { Lock = Make.Code("x") }));
        Assert.Contains("still locked", attempt.Refused((id, at) => new Visited("b") { Id = id, At = at }));
        Assert.Equal("b", attempt.View().SpotOf("ab")!.Lock!.Id);
        attempt.Code("b", "x");
        Assert.Null(attempt.Refused((id, at) => new Visited("b") { Id = id, At = at }));
        Assert.Null(attempt.View().SpotOf("ab")!.Lock);
    }

    [Fact]
    public void A_locked_spot_takes_no_event()
    {
        var attempt = Behind(Make.Code("x"));
        Assert.Contains("still locked", attempt.Refused((id, at) => new Opened("box") { Id = id, At = at }));
        Assert.Contains("not among your findings", attempt.Refused((id, at) => new Annotated("box", "!") { Id = id, At = at }));
    }

    [Theory]
    [InlineData("nothing", "no lock for a code")]
    [InlineData("far", "no way there")]
    public void A_code_is_tried_only_on_a_lock_in_sight(string id, string refusal)
    {
        var attempt = new Attempt(Make.Tour(Make.Scene("a"), Make.Scene("b", Make.Clue("far", Make.Code("x")))));
        Assert.Contains(refusal, attempt.Refused((e, at) => new TriedCode(id, "x") { Id = e, At = at }));
    }

    [Fact]
    public void Three_wrong_codes_are_free_then_the_lock_rests_longer_and_longer()
    {
        var attempt = Behind(Make.Code("right")).Code("box", "1").Code("box", "2");
        string? Next(double seconds) => attempt.Refused((id, at) => new TriedCode("box", "right") { Id = id, At = at }, seconds);
        Assert.Null(Next(0));
        attempt.Code("box", "3");
        Assert.Contains("After 3 wrong codes the lock rests. Try again in 5 seconds", Next(0));
        Assert.Contains("in 1 second;", Next(4));
        Assert.Null(Next(5));
        attempt.Code("box", "4");
        Assert.Contains("in 10 seconds", Next(0));
    }

    [Fact]
    public void The_rest_grows_and_has_an_end() =>
        Gen.Int[0, 200]
            .Sample(wrong =>
            {
                var pause = new CodeTries(wrong, Make.Monday).NextAt - Make.Monday;
                var next = new CodeTries(wrong + 1, Make.Monday).NextAt - Make.Monday;
                return pause <= next && next <= TimeSpan.FromMinutes(5);
            });

    [Fact]
    public void Wrong_codes_cost_what_the_author_says_and_never_push_below_zero()
    {
        var attempt = Behind(Make.By(new NumberKey(5) { WrongCosts = 0.4m })).Mark("q", "a").Code("box", "1");
        Assert.Equal(0.6m, attempt.State.Score.Points);
        Assert.Equal(0m, attempt.Code("box", "2").Code("box", "3").State.Score.Points);
        Assert.Equal(1m, Behind(Make.Code("5")).Mark("q", "a").Code("box", "1").State.Score.Points);
    }

    [Fact]
    public void Words_for_a_wrong_code_come_only_after_one()
    {
        var locked = Make.Code("x") with { Words = "A box", WrongWords = "It rattles." };
        Assert.Equal(("A box", ""), Behind(locked).View().SpotOf("box")!.Lock is { } before ? (before.Words, before.WrongWords) : default);
        Assert.Equal("It rattles.", Behind(locked).Code("box", "y").View().SpotOf("box")!.Lock!.WrongWords);
    }

    [Fact]
    public void Clue_cards_go_into_the_findings_in_the_order_found_and_can_be_annotated()
    {
        var attempt = Behind(Make.Code("x")).Open("key2").Open("key1").Open("key2").Annotate("key1", "Belongs to the door");
        Assert.Equal(["key2", "key1"], attempt.View().Findings.Select(f => f.Id));
        Assert.Equal("Belongs to the door", attempt.View().Findings[1].Annotation);
        Assert.Contains("up to 2000", attempt.Refused((id, at) => new Annotated("key1", new string('x', 2001)) { Id = id, At = at }));
    }

    [Fact]
    public void Replaying_the_events_gives_the_same_state_as_taking_them_one_by_one()
    {
        var attempt = Behind(Make.By(new FoundKey(["key1"])))
            .Open("key1")
            .Mark("q", "b")
            .Code("box", "q")
            .Visit("b")
            .Annotate("key1", "note")
            .Visit("a");
        var step = Replay.Run(_ => attempt.State.Activity, [attempt.Events[0]]);
        foreach (var happened in attempt.Events.Skip(1))
        {
            step = Replay.After(step, happened);
        }

        Assert.Equal(
            JsonSerializer.Serialize(LearnerView.Of(attempt.State, Make.Monday), StoredJson.Trusted),
            JsonSerializer.Serialize(LearnerView.Of(step, Make.Monday), StoredJson.Trusted)
        );
    }
}
