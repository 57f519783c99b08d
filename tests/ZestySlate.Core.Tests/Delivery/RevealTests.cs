using System.Text.Json;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Delivery;

public sealed class RevealTests
{
    private static Activity Asking(Reveal? reveal = null, int? tries = null) =>
        Make.Activity(Make.Asked("q", Make.One("a"))) with
        {
            Rules = new Rules { Reveal = reveal ?? new Reveal(), Tries = tries },
        };

    private static AskView View(Attempt attempt, DateTimeOffset? now = null, DateTimeOffset? due = null) =>
        attempt.View(now, due).SpotOf("q")!.Ask!;

    private static IEnumerable<OptionView> Options(AskView view) => ((MultipleChoiceView)view.Parts).Options;

    [Fact]
    public void Before_a_try_nothing_of_the_key_is_in_the_view()
    {
        var json = JsonSerializer.Serialize(
            new Attempt(Asking()).Answer("q", "b").View(),
            new JsonSerializerOptions { IncludeFields = true }
        );
        foreach (var secret in new[] { "words a", "words b", "Look up.", "Because of the wind." })
        {
            Assert.DoesNotContain(secret, json, StringComparison.Ordinal);
        }

        Assert.All(Options(View(new Attempt(Asking()))), option => Assert.False(option.IsRight));
    }

    [Fact]
    public void After_a_wrong_try_its_words_are_shown_and_the_right_answer_is_not()
    {
        var view = View(new Attempt(Asking()).Mark("q", "b"));
        Assert.Equal(Verdict.Wrong, view.Verdict);
        Assert.Equal("words b", Options(view).Single(o => o.Picked).Said.Feedback);
        Assert.DoesNotContain(Options(view), option => option.IsRight || option.Said.Feedback == "words a");
        Assert.Null(view.Explanation);
        Assert.True(view.OffersAnotherGo);
        Assert.True(view.OffersAnswer);
    }

    [Fact]
    public void Another_go_takes_the_verdict_away()
    {
        var view = View(new Attempt(Asking()).Mark("q", "b").Again("q"));
        Assert.Null(view.Verdict);
        Assert.True(view.OffersMark);
        Assert.DoesNotContain(Options(view), option => option.Picked);
    }

    [Fact]
    public void The_right_answer_comes_after_the_last_try()
    {
        Assert.True(Options(View(new Attempt(Asking(tries: 1)).Mark("q", "b"))).Single(o => o.Id == "a").IsRight);
        Assert.Equal("Because of the wind.", View(new Attempt(Asking()).Mark("q", "a")).Explanation);
        Assert.Equal("Because of the wind.", View(new Attempt(Asking()).Mark("q", "b").See("q")).Explanation);
    }

    [Fact]
    public void The_three_switches_work_apart()
    {
        var view = View(
            new Attempt(
                Asking(
                    new Reveal
                    {
                        RightOrWrong = RevealMoment.AfterEnd,
                        RightAnswer = RevealMoment.Never,
                        Points = RevealMoment.AfterMarking,
                    }
                )
            ).Mark("q", "a")
        );
        Assert.Null(view.Verdict);
        Assert.Equal(1m, view.Points);
        Assert.Null(view.Explanation);
    }

    [Fact]
    public void After_the_due_date_means_after_handing_in_and_after_the_date()
    {
        var attempt = new Attempt(Asking(new Reveal { RightAnswer = RevealMoment.AfterDueDate })).Mark("q", "b");
        var due = Make.Monday.AddDays(1);
        Assert.Null(View(attempt, due.AddHours(1), due).Explanation);
        attempt.HandIn();
        Assert.Null(View(attempt, due.AddHours(-1), due).Explanation);
        Assert.NotNull(View(attempt, due, due).Explanation);
        Assert.NotNull(View(attempt).Explanation);
    }

    [Fact]
    public void Never_is_never_also_after_the_end()
    {
        var attempt = new Attempt(
            Asking(
                new Reveal
                {
                    RightOrWrong = RevealMoment.Never,
                    RightAnswer = RevealMoment.Never,
                    Points = RevealMoment.Never,
                }
            )
        ).Answer("q", "a").HandIn();
        var view = View(attempt, Make.Monday.AddYears(1));
        Assert.Null(view.Verdict);
        Assert.Null(view.Points);
        Assert.Null(view.Explanation);
        Assert.Null(attempt.View().Score);
    }

    [Fact]
    public void The_total_is_shown_when_points_are()
    {
        Assert.NotNull(new Attempt(Asking()).HandIn().View().Score);
        Assert.Null(new Attempt(Asking(new Reveal { Points = RevealMoment.AfterEnd })).View().Score);
        Assert.NotNull(new Attempt(Asking(new Reveal { Points = RevealMoment.AfterEnd })).HandIn().View().Score);
    }

    [Fact]
    public void A_hint_is_offered_and_shown_only_when_asked_for()
    {
        Assert.True(View(new Attempt(Asking())).OffersHint);
        Assert.Null(View(new Attempt(Asking())).Hint);
        Assert.Equal("Look up.", View(new Attempt(Asking()).Hint("q")).Hint);
        Assert.False(View(new Attempt(Asking()).Hint("q")).OffersHint);
    }

    [Fact]
    public void Each_try_has_an_order_of_its_own_and_a_marked_try_keeps_its_order()
    {
        var many = Make.One() with { Shuffle = true, Options = [.. Enumerable.Range(0, 12).Select(i => Make.Option("o" + i, i == 0))] };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", many)));
        string Order() => string.Join(' ', Options(View(attempt)).Select(o => o.Id));
        var first = Order();
        attempt.Answer("q", "o3");
        Assert.Equal(first, Order());
        attempt.Mark("q", "o3");
        Assert.Equal(first, Order());
        attempt.Again("q");
        Assert.NotEqual(first, Order());
    }

    [Fact]
    public void Pinned_options_and_true_or_false_keep_their_places()
    {
        var pinned = Make.One() with
        {
            Shuffle = true,
            Options = [.. Enumerable.Range(0, 9).Select(i => Make.Option("o" + i, i == 0) with { Pinned = i == 8 })],
        };
        Assert.Equal("o8", Options(View(new Attempt(Make.Activity(Make.Asked("q", pinned))))).Last().Id);
        Assert.Equal(
            ["true", "false"],
            Options(View(new Attempt(Make.Activity(Make.Asked("q", MultipleChoiceQuestion.NewTrueOrFalse())), 3))).Select(o => o.Id)
        );
    }

    [Fact]
    public void Choosing_is_marking_only_where_it_is_set_so()
    {
        Assert.False(View(new Attempt(Asking())).MarksAtOnce);
        Assert.True(View(new Attempt(Asking(new Reveal { RightOrWrong = RevealMoment.AtOnce }))).MarksAtOnce);
    }

    [Fact]
    public void Progress_counts_notes_opened_and_questions_answered()
    {
        var attempt = new Attempt(Make.Activity(Make.Note("n"), Make.Note("m"), Make.Asked("q", Make.One())))
            .Open("n")
            .Open("n")
            .Answer("q", "a");
        Assert.Equal(new Progress(1, 2, 1, 1) { Counting = 1 }, attempt.View().Progress);
        Assert.Equal(2.0 / 3, attempt.View().Progress.Share, 6);
    }
}
