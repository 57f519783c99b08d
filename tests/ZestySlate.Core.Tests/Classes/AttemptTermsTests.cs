using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Tests.Delivery;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>What an assignment says of what its learners see.</summary>
public sealed class AttemptTermsTests
{
    private static readonly Activity Asking = Make.Activity(Make.Asked("q", Make.One("a")));

    private static AskView View(Attempt attempt, AttemptTerms terms, DateTimeOffset? now = null, DateTimeOffset? due = null) =>
        LearnerView.Of(attempt.State with { Terms = terms }, now ?? Make.Monday.AddHours(1), due).SpotOf("q")!.Ask!;

    [Fact]
    public void Without_terms_the_activity_says()
    {
        Assert.Equal(Asking.Rules, new AttemptTerms(null, null).On(Asking.Rules));
        Assert.NotNull(View(new Attempt(Asking).Mark("q", "a"), default).Verdict);
    }

    [Fact]
    public void Feedback_only_takes_points_away_and_points_bring_them_back()
    {
        var attempt = new Attempt(Asking).Mark("q", "a");
        Assert.Null(View(attempt, new AttemptTerms(false, null)).Points);
        Assert.NotNull(View(attempt, new AttemptTerms(false, null)).Verdict);
        var feedbackOnly = new Attempt(Asking with { Rules = new Rules { FeedbackOnly = true } }).Mark("q", "a");
        Assert.Equal(1m, View(feedbackOnly, new AttemptTerms(true, null)).Points);
    }

    [Fact]
    public void Nothing_is_shown_before_the_moment_and_marking_while_working_goes_with_it()
    {
        var attempt = new Attempt(Asking).Answer("q", "b");
        var terms = new AttemptTerms(null, RevealMoment.AfterReturn);
        Assert.False(View(attempt, terms).OffersMark);
        Assert.True(View(attempt, default).OffersMark);
        attempt.HandIn();
        Assert.Null(View(attempt, terms).Verdict);
        Assert.Null(View(attempt, terms).Explanation);
        Assert.Null(LearnerView.Of(attempt.State with { Terms = terms }, Make.Monday.AddHours(1)).Score);
        var returned = attempt.State with { Terms = terms, ReturnedAt = Make.Monday };
        var view = LearnerView.Of(returned, Make.Monday.AddHours(1));
        Assert.Equal(("Because of the wind.", true), (view.SpotOf("q")!.Ask!.Explanation?.ToString(), view.Score is not null));
    }

    [Fact]
    public void What_the_activity_shows_later_stays_later()
    {
        var rules = new Rules
        {
            Reveal = new Reveal
            {
                RightOrWrong = RevealMoment.AfterMarking,
                RightAnswer = RevealMoment.Never,
                Points = RevealMoment.AfterDueDate,
            },
        };
        var on = new AttemptTerms(null, RevealMoment.AfterEnd).On(rules).Reveal;
        Assert.Equal((RevealMoment.AfterEnd, RevealMoment.Never, RevealMoment.AfterDueDate), (on.RightOrWrong, on.RightAnswer, on.Points));
    }

    [Fact]
    public void The_due_date_is_that_of_the_learner()
    {
        var attempt = new Attempt(Asking).Answer("q", "b").HandIn();
        var (terms, due) = (new AttemptTerms(null, RevealMoment.AfterDueDate), Make.Monday.AddDays(1));
        Assert.Null(View(attempt, terms, due.AddMinutes(-1), due).Verdict);
        Assert.NotNull(View(attempt, terms, due, due).Verdict);
    }
}
