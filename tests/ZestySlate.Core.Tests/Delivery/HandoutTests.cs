using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Json;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Tests.Marking;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>What a learner got is on record, and no edit changes it.</summary>
public sealed class HandoutTests
{
    private static readonly Gen<(ulong, List<Question>)> Chances = Gen.Select(
        Gen.ULong,
        EveryFamilyProperties.Any.Select(given => given.Question).List[6]
    );

    /// <summary>Everything about an attempt that counts: what was asked and in which order, what was answered, how it was marked, what it is worth.</summary>
    private static string Counts(AttemptState state)
    {
        var lines = state.Questions.Select(question =>
            string.Join(
                " | ",
                [
                    question.Spot.Id,
                    question.OutOf,
                    question.Closed,
                    question.Mistakes,
                    question.HintSeen,
                    Json(question.Response),
                    Json(question.Kept),
                    Json(question.Orders),
                    .. question.Tries.Select(t =>
                        $"{t.Points} {t.Mark.Verdict} {t.Mark.Share} "
                        + $"{string.Join(',', t.Mark.Parts.Select(part => $"{part.Part}={part.Verdict}:{part.Share}"))}"
                    ),
                ]
            )
        );
        var steps = state.Steps.Select(step =>
            $"{step.Id}: {string.Join(' ', step.SpotIds.Where(id => state.QuestionOf(id) is not null))}"
        );
        return string.Join(
            '\n',
            lines
                .Concat(steps)
                .Concat([
                    $"{state.Score.Points} of {state.Score.OutOf}, {state.Score.Passed}, {state.Mistakes} mistakes, ended {state.EndedBy} {state.HandedInAt:O}",
                    $"open {string.Join(' ', state.OpenLocks.Order())}; found {string.Join(' ', state.Findings)}; way "
                        + $"{string.Join(' ', state.Way)}; {Progress.Of(state).Questions}",
                ])
        );
    }

    private static string Json(object? value) => System.Text.Json.JsonSerializer.Serialize(value, StoredJson.Trusted);

    private static AttemptEvent Kept(AttemptEvent happened) =>
        System.Text.Json.JsonSerializer.Deserialize<AttemptEvent>(
            System.Text.Json.JsonSerializer.Serialize(happened, StoredJson.Trusted),
            StoredJson.Trusted
        )!;

    [Fact]
    public void No_edit_that_is_published_changes_an_attempt_that_exists() =>
        Chances.Sample(
            (seed, questions) =>
            {
                var work = new RandomWork(seed, questions);
                var editions = new List<Activity> { work.AnActivity() };
                var began = new Began(1, (long)seed) { Id = "began", At = Make.Monday };
                var without = new List<AttemptEvent> { Kept(began with { Handout = Handout.Draw(editions[0], began) }) };
                var with = without.ToList();
                AttemptState Plain() => Replay.Run(_ => editions[0], without);
                AttemptState Edited() => Replay.Run(number => editions[number - 1], with);
                for (var i = 0; i < 24; i++)
                {
                    if (work.Happens(6))
                    {
                        editions.Add(work.Edited(editions[^1]));
                        with.Add(new TookWording(editions.Count) { Id = "w" + editions.Count, At = Plain().LastAt });
                        Assert.Equal(Counts(Plain()), Counts(Edited()));
                    }
                    else if (work.Next(Plain(), i) is { } happened)
                    {
                        without.Add(Kept(happened));
                        with.Add(without[^1]);
                    }
                }

                Assert.Equal(Counts(Plain()), Counts(Edited()));
                Assert.Equal(editions.Count > 1 ? editions.Count : 1, Edited().Edition);
                LearnerView.Of(Edited(), Edited().LastAt);
            },
            iter: 800
        );

    [Fact]
    public void Every_kind_of_edit_is_among_those_tried() =>
        Assert.Empty(
            typeof(Edit)
                .Assembly.GetTypes()
                .Where(type => type.IsSubclassOf(typeof(Edit)) && !type.IsAbstract)
                .Except(
                    from make in RandomWork.Edits
                    from seed in Enumerable.Range(1, 60)
                    let work = new RandomWork((ulong)seed, [Make.One()])
                    let edit = make(work, work.AnActivity())
                    where edit is not null
                    select edit.GetType()
                )
        );

    private static Activity Pool(params string[] ids) =>
        new()
        {
            Title = "Test",
            Flow = new Flow { Way = Way.InOrder },
            Scenes =
            [
                new Scene
                {
                    Id = "s",
                    Backdrop = new PageBackdrop(default),
                    Draw = 3,
                    Spots = [.. ids.Select(id => Make.Asked(id, Make.One()))],
                },
            ],
        };

    private static Attempt Handed(Activity pool)
    {
        var attempt = new Attempt(pool);
        foreach (var question in attempt.State.Questions.ToList())
        {
            attempt.Visit(question.Spot.Id).Mark(question.Spot.Id, "a");
        }

        return attempt.HandIn();
    }

    [Fact]
    public void A_pool_in_another_order_or_with_less_in_it_leaves_what_was_drawn()
    {
        var pool = Pool("a", "b", "c", "d", "e", "f");
        var attempt = Handed(pool);
        var before = Counts(attempt.State);
        Assert.Equal(3, attempt.State.Score.Points);

        attempt.Edition(2, Pool("f", "e", "d", "c", "b", "a"));
        Assert.Equal(before, Counts(attempt.State));

        var drawn = attempt.State.Questions.Select(question => question.Spot.Id).ToList();
        attempt.Edition(3, Pool([.. new[] { "a", "b", "c", "d", "e", "f" }.Where(drawn.Contains)]));
        Assert.Equal(before, Counts(attempt.State));
    }

    [Fact]
    public void The_same_questions_are_drawn_again_from_a_pool_in_another_order()
    {
        static IEnumerable<string> Drawn(Activity pool) =>
            Handout
                .Draw(
                    pool,
                    new Began(1, 1)
                    {
                        Id = "b",
                        At = Make.Monday,
                        DrawSeed = 5,
                    }
                )
                .Steps.Select(step => step.Id)
                .Order();
        Assert.Equal(Drawn(Pool("a", "b", "c", "d", "e", "f")), Drawn(Pool("e", "c", "f", "a", "d", "b")));
    }

    [Fact]
    public void A_picture_that_became_a_page_stays_a_picture_for_those_at_work()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", Make.One())) with { Flow = new Flow { Way = Way.InOrder } }).Mark("q", "a");
        attempt.Edition(2, new SetBackdrop("scene", new PageBackdrop(RichText.Plain("now a page"))).Apply(attempt.State.Activity).Value);
        Assert.IsType<PictureBackdrop>(attempt.State.Scene.Backdrop);
        Assert.Equal(1, attempt.State.Score.Points);
    }

    [Fact]
    public void A_note_that_came_since_stands_behind_what_it_follows_and_is_no_duty()
    {
        var two = new Activity
        {
            Title = "Two",
            Flow = new Flow { Way = Way.InOrder },
            Scenes =
            [
                new Scene
                {
                    Id = "s",
                    Backdrop = new PageBackdrop(default),
                    Spots = [Make.Asked("q1", Make.One()), Make.Asked("q2", Make.One())],
                },
            ],
        };
        var attempt = new Attempt(two);
        attempt.Edition(
            2,
            two with
            {
                Scenes =
                [
                    two.Scenes[0] with
                    {
                        Spots =
                        [
                            Make.Note("first"),
                            Make.Asked("q2", Make.One()),
                            Make.Note("behind 2"),
                            Make.Asked("q1", Make.One()),
                            Make.Note("behind 1"),
                        ],
                    },
                ],
            }
        );
        Assert.Equal(
            ["q1: first q1 behind 1", "q2: q2 behind 2"],
            attempt.State.Steps.Select(step => $"{step.Id}: {string.Join(' ', step.SpotIds)}")
        );

        var looked = new Attempt(Make.Activity(Make.Note("n"), Make.Asked("q", Make.One()))).Open("n");
        looked.Edition(2, Make.Activity(Make.Note("n"), Make.Note("new"), Make.Asked("q", Make.One())));
        Assert.Equal(new Progress(1, 1, 0, 1) { Counting = 1, CountingOpen = 1 }, Progress.Of(looked.State));
    }

    [Fact]
    public void Another_language_of_the_activity_does_not_read_answers_anew_before_it_is_marked_again()
    {
        var english = Make.Activity(Make.Asked("q", ZestySlate.Core.Tests.Questions.Asked.Number(1.5m)));
        var attempt = new Attempt(english).Then(
            (id, at) => new AskedToMark("q", ZestySlate.Core.Tests.Questions.Asked.Number("1.500")) { Id = id, At = at }
        );
        attempt.Edition(2, english with { Language = "de" });
        Assert.Equal((1m, "de"), (attempt.State.Score.Points, attempt.State.Activity.Language));

        attempt.Then((id, at) => new TookKey(2, "run") { Id = id, At = at });
        Assert.Equal("de", attempt.State.KeyLanguage);
    }

    [Fact]
    public void What_a_lock_waits_for_stays_what_can_be_found()
    {
        var locked = Make.Activity(Make.Note("n"), Make.Clue("c"), Make.Clue("behind", Make.By(new FoundKey(["n"]))));
        var attempt = new Attempt(locked).Open("c");
        attempt.Edition(
            2,
            locked
                .WithSpot("n", spot => spot with { Content = new Callout("only words now") })
                .WithSpot("c", spot => spot with { Content = new Callout("no card") })
        );
        Assert.Equal(["c"], attempt.State.Findings);
        Assert.Single(attempt.View().Findings);
        Assert.True(attempt.Open("n").State.IsOpen("behind"));
        Assert.IsType<Note>(attempt.State.Activity.SpotOf("n")!.Content);
    }

    [Fact]
    public void Who_only_looks_sees_the_newest_whatever_it_is()
    {
        var attempt = new Attempt(Make.Tour(Make.Scene("a", Make.Jump("j", "b")), Make.Scene("b", Make.Note("n"))));
        var newest = Make.Tour(Make.Scene("c", Make.Jump("k", "a")), Make.Scene("a", Make.Note("m")));
        attempt.Edition(2, newest);
        Assert.Equal(newest, attempt.State.Activity);
    }

    [Fact]
    public void Each_go_is_shown_in_an_order_of_its_own_that_is_kept()
    {
        var question = Make.One() with
        {
            Shuffle = true,
            Options = [.. "abcdefgh".Select(letter => Make.Option(letter.ToString(), letter == 'a'))],
        };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", question))).Mark("q", "b");
        var first = attempt.State.QuestionOf("q")!.Orders;
        attempt.Again("q");
        Assert.NotEqual(first, attempt.State.QuestionOf("q")!.Orders);
        attempt.Edition(2, Make.Activity(Make.Asked("q", question with { Options = [.. question.Options.Reverse()] })));
        var shown = (ZestySlate.Core.Questions.MultipleChoice.MultipleChoiceView)attempt.View().SpotOf("q")!.Ask!.Parts;
        Assert.Equal(attempt.State.QuestionOf("q")!.Orders[0].Ids, shown.Options.Select(option => option.Id));
    }
}
