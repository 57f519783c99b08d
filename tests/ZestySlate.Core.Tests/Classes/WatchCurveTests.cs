using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>How a class watched: the share at each moment, how often, and a simulated class that watches.</summary>
public sealed class WatchCurveTests
{
    private static Activity Film(decimal seconds, params Spot[] spots) =>
        Make.Tour(
            Make.Scene("v", spots) with
            {
                Backdrop = new VideoBackdrop
                {
                    File = new VideoFile { Media = "film" },
                    Seconds = seconds,
                },
            }
        );

    private static AttemptRow Row(Activity activity, params (int From, int To)[] stretches)
    {
        var attempt = new Attempt(activity);
        foreach (var (from, to) in stretches)
        {
            attempt.Then((id, at) => new Watched("v", from, to) { Id = id, At = at });
        }

        attempt.HandIn();
        return AttemptRow.Of(attempt.State, attempt.Events);
    }

    [Fact]
    public void Each_moment_has_its_share_of_the_class_and_how_often_it_was_watched()
    {
        var film = Film(4, Make.Note("n") with { During = new During(2, 3) });
        var curve = Assert.Single(WatchCurve.Of(film, [Row(film, (0, 4)), Row(film, (0, 2), (0, 2)), Row(film)]));
        Assert.Equal([0.5m, 1.5m, 2.5m, 3.5m], curve.Points.Select(point => point.Moment));
        Assert.Equal([2 / 3.0, 2 / 3.0, 1 / 3.0, 1 / 3.0], curve.Points.Select(point => point.Learners));
        Assert.Equal([1, 1, 1 / 3.0, 1 / 3.0], curve.Points.Select(point => point.Times));
        Assert.Equal([(2m, "A note")], curve.Cues.Select(cue => (cue.Moment, cue.Name)));
    }

    [Fact]
    public void What_was_reported_in_steps_was_watched_in_one_go()
    {
        var film = Film(60);
        Assert.Equal([new Stretch(0, 30)], Row(film, (0, 10), (10, 20), (20, 30)).Watched["v"]);
        Assert.Equal([new Stretch(0, 10), new Stretch(5, 20)], Row(film, (0, 10), (5, 20)).Watched["v"]);
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(119.5, 120)]
    [InlineData(7200, 120)]
    public void A_curve_has_a_step_a_second_up_to_what_a_screen_shows(double seconds, int points)
    {
        var film = Film((decimal)seconds);
        Assert.Equal(points, WatchCurve.Of(film, [Row(film, (0, 1))])[0].Points.Count);
    }

    [Fact]
    public void Without_attempts_or_without_a_length_there_is_no_curve()
    {
        Assert.Empty(WatchCurve.Of(Film(60), []));
        Assert.Empty(WatchCurve.Of(Film(0), [Row(Film(0))]));
        Assert.Empty(WatchCurve.Of(Make.Tour(Make.Scene("a")), [Row(Make.Tour(Make.Scene("a")))]));
    }

    [Fact]
    public void A_simulated_class_watches_and_answers_what_it_has_come_to()
    {
        var film = Film(
            100,
            Make.Asked("q", Make.One()) with
            {
                During = new During(40, 45) { Pauses = true, Opens = true },
            }
        );
        var rehearsal = Rehearsal.Run(film, 60, 3);
        var curve = Assert.Single(rehearsal.Statistics.Watching);
        Assert.True(curve.Points[0].Learners > 0.9);
        Assert.True(curve.Points[^1].Learners < curve.Points[0].Learners);
        Assert.True(curve.Points.Max(point => point.Times) > 1);
        Assert.True(rehearsal.MedianTime > TimeSpan.FromSeconds(90));

        for (var number = 0; number < 20; number++)
        {
            var learner = new SimulatedLearner(5, number);
            var attempt = new Attempt(film);
            var events = new List<AttemptEvent>();
            while (events.Count < 60 && learner.Next(attempt.State, attempt.State.LastAt) is { } happened)
            {
                events.Add(happened);
                attempt.Then((_, _) => happened);
            }

            var answered = events.FindIndex(one => one is AskedToMark);
            Assert.True(
                answered < 0
                    || events.Take(answered).OfType<Watched>().Any(watched => watched.To >= 40)
                    || events.Take(answered).OfType<Watched>().Count() < 2
            );
        }
    }
}
