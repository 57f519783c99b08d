using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Activities that go in order: steps, draws, shuffles, the way back, lives and clocks.</summary>
public sealed class FlowTests
{
    private static Scene Page(string id, int questions, int? draw = null, string text = "Read this.") =>
        new()
        {
            Id = id,
            Title = "Section " + id,
            Backdrop = new PageBackdrop(RichText.Plain(text)),
            Draw = draw,
            Spots = [.. Enumerable.Range(1, questions).Select(i => new Spot { Id = $"{id}{i}", Content = new Ask(Make.One()) })],
        };

    private static Activity InOrder(Flow? flow = null, Rules? rules = null, params Scene[] scenes) =>
        new()
        {
            Title = "Quiz",
            Flow = (flow ?? new Flow()) with { Way = Way.InOrder },
            Rules = rules ?? new Rules(),
            Scenes = [.. scenes.Length > 0 ? scenes : [Page("a", 3)]],
        };

    private static string Steps(Activity activity, long seed = 7) =>
        string.Join(' ', new Attempt(activity, seed).State.Steps.Select(step => step.Id));

    [Theory]
    [InlineData(Paging.OneAtATime, "a1 a2 b1 b2")]
    [InlineData(Paging.SectionOnAPage, "a b")]
    [InlineData(Paging.AllOnAPage, "a")]
    public void A_step_is_a_question_a_section_or_everything(Paging paging, string steps) =>
        Assert.Equal(steps, Steps(InOrder(new Flow { Paging = paging }, null, Page("a", 2), Page("b", 2))));

    [Fact]
    public void A_picture_is_a_step_of_its_own_with_all_its_spots() =>
        Assert.Equal(
            "a1 scene b1",
            Steps(InOrder(null, null, Page("a", 1), Make.Activity(Make.Asked("q", Make.One()), Make.Note("n")).Scenes[0], Page("b", 1)))
        );

    [Fact]
    public void What_stands_before_a_question_goes_with_it_and_what_is_behind_the_last_with_that()
    {
        var page = Page("a", 2);
        page = page with { Spots = [Make.Note("n1"), page.Spots[0], Make.Note("n2"), page.Spots[1], Make.Note("n3")] };
        Assert.Equal(
            ["n1 a1", "n2 a2 n3"],
            new Attempt(InOrder(null, null, page)).State.Steps.Select(step => string.Join(' ', step.SpotIds))
        );
    }

    [Fact]
    public void The_text_of_a_page_stands_with_its_first_question_only()
    {
        var attempt = new Attempt(InOrder());
        Assert.Equal("Read this.", ((PageBackdrop)attempt.View().Scenes[0].Backdrop).Text.Words);
        Assert.True(((PageBackdrop)attempt.Visit("a2").View().Scenes[0].Backdrop).Text.IsEmpty);
    }

    [Fact]
    public void A_draw_gives_each_learner_so_many_and_counts_only_those()
    {
        var activity = InOrder(null, null, Page("a", 24, draw: 16));
        var one = new Attempt(activity, 1).State;
        Assert.Equal(
            (16, 16m, 16),
            (one.Questions.Count, one.Score.OutOf, one.Questions.Select(question => question.Spot.Id).Distinct().Count())
        );
        Assert.Equal(Steps(activity, 1), Steps(activity, 1));
        Assert.NotEqual(Steps(activity, 1), Steps(activity, 2));
    }

    [Fact]
    public void A_draw_by_the_seed_of_the_first_go_gives_the_same_questions()
    {
        var activity = InOrder(new Flow { ShuffleQuestions = true }, null, Page("a", 24, draw: 6));
        AttemptState Go(long seed, long? draw) =>
            Replay.Run(
                _ => activity,
                [
                    new Began(1, seed)
                    {
                        Id = "began",
                        At = Make.Monday,
                        DrawSeed = draw,
                    },
                ]
            );
        var (first, again, other) = (Go(1, null), Go(2, 1), Go(2, null));
        Assert.Equal(first.Questions.Select(q => q.Spot.Id).Order(), again.Questions.Select(q => q.Spot.Id).Order());
        Assert.NotEqual(first.Questions.Select(q => q.Spot.Id), again.Questions.Select(q => q.Spot.Id));
        Assert.NotEqual(first.Questions.Select(q => q.Spot.Id).Order(), other.Questions.Select(q => q.Spot.Id).Order());
    }

    [Fact]
    public void Shuffling_keeps_questions_in_their_section()
    {
        var steps = Steps(InOrder(new Flow { ShuffleQuestions = true }, null, Page("a", 8), Page("b", 8)));
        Assert.NotEqual("a1 a2 a3 a4 a5 a6 a7 a8 b1 b2 b3 b4 b5 b6 b7 b8", steps);
        Assert.All(steps.Split(' ').Take(8), id => Assert.StartsWith("a", id));
    }

    [Fact]
    public void Without_a_way_back_only_the_next_step_is_open()
    {
        var attempt = new Attempt(InOrder(new Flow { Back = false })).Visit("a2");
        Assert.Contains("no way back", attempt.Refused((id, at) => new Visited("a1") { Id = id, At = at }));
        Assert.Null(attempt.Refused((id, at) => new Visited("a3") { Id = id, At = at }));
        Assert.NotNull(attempt.Refused((id, at) => new Answered("a1", Make.Picked("a")) { Id = id, At = at }));
        Assert.Null(attempt.View().Course!.Previous);
        Assert.Equal(
            "There is no way there yet.",
            new Attempt(InOrder(new Flow { Back = false })).Refused((id, at) => new Visited("a3") { Id = id, At = at })
        );
    }

    [Fact]
    public void With_a_way_back_every_step_is_open_and_shows_what_is_answered()
    {
        var view = new Attempt(InOrder()).Answer("a1", "a").Visit("a3").View();
        Assert.Equal(("a2", null), (view.Course!.Previous, view.Course.Next));
        Assert.Equal([true, false, false], view.Course.Steps.Select(step => step.Answered));
    }

    [Fact]
    public void After_the_end_the_whole_stands_below_each_other_for_paper_and_not_before()
    {
        var attempt = new Attempt(InOrder(null, null, Page("a", 2), Page("b", 1)));
        string Whole() =>
            string.Join(
                ' ',
                LearnerView
                    .Of(attempt.State, Make.Monday, null, whole: true)
                    .Scenes.Select(scene => scene.Id + ":" + string.Join(',', scene.Spots.Select(spot => spot.Id)))
            );
        Assert.Equal("a:a1", Whole());
        attempt.HandIn();
        Assert.Equal("a:a1,a2 b:b1", Whole());
        Assert.False(((PageBackdrop)LearnerView.Of(attempt.State, Make.Monday, null, whole: true).Scenes[0].Backdrop).Text.IsEmpty);

        // Where one goes freely: what was visited, and nothing else.
        var tour = new Attempt(
            Make.Tour(
                Make.Scene("hall", Make.Jump("j", "left"), Make.Asked("q", Make.One())),
                Make.Scene("left"),
                Make.Scene("right", Make.Note("secret"))
            ) with
            {
                SceneList = false,
            }
        );
        tour.Visit("left").HandIn();
        Assert.Equal(["hall", "left"], LearnerView.Of(tour.State, Make.Monday, null, whole: true).Scenes.Select(scene => scene.Id));
    }

    [Fact]
    public void After_the_end_everything_can_be_looked_at()
    {
        var attempt = new Attempt(InOrder(new Flow { Back = false })).Visit("a2").HandIn();
        Assert.Null(attempt.Refused((id, at) => new Visited("a1") { Id = id, At = at }));
        Assert.Equal(3, attempt.View().Course!.Steps.Count);
    }

    [Fact]
    public void A_question_that_is_not_in_sight_is_not_sent() => Assert.Null(new Attempt(InOrder()).View().SpotOf("a2"));

    [Fact]
    public void Options_stand_as_arranged_when_the_activity_says_so()
    {
        var question = Make.Several("a") with { Shuffle = true };
        var activity = InOrder(
            new Flow { ShuffleOptions = false },
            null,
            Page("a", 0) with
            {
                Spots = [new Spot { Id = "q", Content = new Ask(question) }],
            }
        );
        for (var seed = 0; seed < 20; seed++)
        {
            var parts = (ZestySlate.Core.Questions.MultipleChoice.MultipleChoiceView)
                new Attempt(activity, seed).View().SpotOf("q")!.Ask!.Parts;
            Assert.Equal(["a", "b", "c", "d"], parts.Options.Select(option => option.Id));
        }
    }

    [Fact]
    public void What_was_right_stays_for_another_go_in_a_new_order()
    {
        var gaps = Asked.Gaps("{wind} and {rain}");
        var activity = InOrder(
            null,
            new Rules { KeepsRight = true },
            Page("a", 0) with
            {
                Spots = [new Spot { Id = "q", Content = new Ask(gaps) }],
            }
        );
        var attempt = new Attempt(activity)
            .Then((id, at) => new AskedToMark("q", Asked.Typed("wind", "sun")) { Id = id, At = at })
            .Again("q");
        var view = (ZestySlate.Core.Questions.GapText.GapTextView)attempt.View().SpotOf("q")!.Ask!.Parts;
        Assert.Equal(
            [("wind", true), ("", false)],
            view.Pieces.Select(piece => piece.Gap).OfType<ZestySlate.Core.Questions.GapText.GapView>().Select(gap => (gap.Given, gap.Kept))
        );
        attempt.Then((id, at) => new AskedToMark("q", Asked.Typed("fog", "rain")) { Id = id, At = at });
        Assert.Equal(Verdict.Right, attempt.State.QuestionOf("q")!.LastTry!.Mark.Verdict);
    }

    [Fact]
    public void Feedback_only_speaks_of_no_points_but_has_its_words()
    {
        var rules = new Rules { FeedbackOnly = true, Bands = ScoreBands.Of([new ScoreBand(100, "Well looked.")]) };
        var attempt = new Attempt(InOrder(null, rules)).Mark("a1", "a");
        Assert.Equal((null, Verdict.Right), (attempt.View().SpotOf("a1")!.Ask!.Points, attempt.View().SpotOf("a1")!.Ask!.Verdict));
        var view = attempt.HandIn().View();
        Assert.Equal((null, "Well looked."), (view.Score, view.Band?.Text));
    }

    [Fact]
    public void A_question_has_bands_of_its_own()
    {
        var question = Make.Several("a", "b") with
        {
            Bands = ScoreBands.Of([new ScoreBand(50, "Half the way."), new ScoreBand(100, "All of them.")]),
        };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", question))).Mark("q", "a");
        Assert.Equal("Half the way.", attempt.View().SpotOf("q")!.Ask!.Band!.Text);
    }

    [Fact]
    public void Own_words_take_the_place_of_the_languages()
    {
        var activity = InOrder() with { Language = "de", Wording = [new OwnWord("markThis", "Nachsehen")] };
        Assert.Equal(("Nachsehen", "Abgeben"), (activity.Words["markThis"], activity.Words["handIn"]));
    }

    private static Activity Free(params Scene[] scenes) => InOrder(null, null, scenes) with { Flow = new Flow() };

    /// <summary>Those that are not drawn are nowhere: not on the page, not in the score, not to be answered.</summary>
    [Fact]
    public void Where_learners_go_as_they_like_questions_are_drawn_too()
    {
        var pool = Free(Page("a", 5, 2), Page("b", 3));
        var seen = Enumerable.Range(1, 30).Select(seed => new Attempt(pool, seed)).ToList();
        Assert.All(seen, attempt => Assert.Equal((2, 5m), (attempt.View().Scenes[0].Spots.Count, attempt.State.Score.OutOf)));
        Assert.Equal(5, seen.SelectMany(attempt => attempt.View().Scenes[0].Spots).Select(spot => spot.Id).Distinct().Count());
        Assert.All(seen, attempt => Assert.Equal(attempt.View().Scenes[0].Spots.Select(spot => spot.Id).Order(), Ids(attempt)));
        var first = seen[0];
        var left = pool.Scenes[0].Spots.First(spot => !Ids(first).Contains(spot.Id)).Id;
        Assert.Equal(
            "questionIsGone",
            AttemptRules.Refuse(first.State, new Answered(left, Make.Picked("a")) { Id = "x", At = Make.Monday })?.Key
        );
        Assert.Equal(5, SceneView.ForAuthor(pool, pool.Scenes[0]).Spots.Count(spot => spot.Ask is not null));
        Assert.Equal(3, first.Visit("b").View().Scenes[0].Spots.Count);

        static IEnumerable<string> Ids(Attempt attempt) => attempt.State.Questions.Select(one => one.Spot.Id).Where(id => id[0] == 'a');
    }

    /// <summary>What was on record when nothing was drawn there stays whole.</summary>
    [Fact]
    public void Who_got_all_keeps_all()
    {
        var pool = Free(Page("a", 5, 2));
        var began = new Began(1, 7) { Id = "began", At = Make.Monday };
        var all = began with { Handout = Handout.Draw(Free(Page("a", 5)), began) };
        Assert.Equal(5, Replay.Run(_ => pool, [all]).Questions.Count);
    }
}
