using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Storage.Tests;

public sealed class AttemptStoreTests : TestDatabase
{
    private async Task<AttemptRecord> BegunAsync(AssignmentRecord? assignment = null)
    {
        var activity = await PublishedAsync();
        return await Attempts.BeginAsync(activity, "tobiah", assignment);
    }

    private async Task<TakeResult> TakeAsync(string attempt, AttemptEvent happened)
    {
        return (await Attempts.TakeAsync(attempt, happened))!;
    }

    /// <summary>The activity placed in a course that Tobiah takes.</summary>
    private async Task<AssignmentRecord> PlacedAsync()
    {
        await using var db = NewDb();
        var site = new CourseSiteRecord
        {
            Name = "Courses",
            Issuer = "i",
            ClientId = "c",
            AuthorizationEndpoint = "x",
            TokenEndpoint = "x",
            KeySetUrl = "x",
            Deployments = "1",
        };
        db.CourseSites.Add(site);
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        db.CourseSitePeople.Add(
            new CourseSitePerson
            {
                CourseSiteId = site.Id,
                Subject = "s-7",
                PersonId = "tobiah",
            }
        );
        var assignment = new AssignmentRecord
        {
            ActivityId = "garden",
            Title = "Garden",
            CourseSiteId = site.Id,
            DeploymentId = "1",
            ResourceLinkId = "r",
            LineItemUrl = "http://course/line/1",
        };
        db.Assignments.Add(assignment);
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        return assignment;
    }

    private AskedToMark Mark(string id, string picked) =>
        new("q", new MultipleChoiceResponse { Picked = [picked] }) { Id = id, At = Clock.Now };

    [Theory]
    [InlineData(-2, 0)]
    [InlineData(0, 0)]
    [InlineData(1.5, 1.5)]
    public async Task A_course_site_is_never_told_a_score_below_zero(double points, double told)
    {
        var placed = await PlacedAsync();
        var attempt = await BegunAsync(placed);
        await using var db = NewDb();
        await Scores.QueueAsync(db, placed, attempt, new CourseScore((decimal)points, 11, "Completed", "FullyGraded"));
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        var last = await db.ScoreDeliveries.OrderByDescending(d => d.Id).FirstAsync(TestContext.Current.CancellationToken);
        Assert.Equal((decimal)told, JsonSerializer.Deserialize<CourseScore>(last.Score)!.Given);
    }

    [Fact]
    public async Task An_acknowledged_answer_is_there_after_a_restart()
    {
        var attempt = await BegunAsync();
        await TakeAsync(attempt.Id, Mark("e1", "a"));
        Restart();
        Assert.Equal(1m, (await Attempts.LoadAsync(attempt.Id))!.State.Score.Points);
    }

    [Fact]
    public async Task The_same_event_sent_twice_counts_once()
    {
        var attempt = await BegunAsync();
        await TakeAsync(attempt.Id, Mark("e1", "b"));
        var second = await TakeAsync(attempt.Id, Mark("e1", "b"));
        Assert.Null(second.Refusal);
        Assert.Single(second.Attempt.State.QuestionOf("q")!.Tries);
    }

    [Fact]
    public async Task Events_that_arrive_at_the_same_moment_are_all_kept()
    {
        var attempt = await BegunAsync();
        await Task.WhenAll(
            Enumerable
                .Range(0, 40)
                .Select(i =>
                    TakeAsync(
                        attempt.Id,
                        new Answered("q", new MultipleChoiceResponse { Picked = [i % 2 == 0 ? "a" : "b"] }) { Id = "e" + i, At = Clock.Now }
                    )
                )
        );
        Assert.Equal(41, (await Attempts.LoadAsync(attempt.Id))!.Events.Count);
    }

    [Fact]
    public async Task What_another_process_has_stored_is_never_written_over()
    {
        var attempt = await BegunAsync();
        await TakeAsync(attempt.Id, Mark("e1", "b"));
        var store = Attempts;
        Restart();
        await TakeAsync(attempt.Id, Mark("there", "b"));
        var taken = (await store.TakeAsync(attempt.Id, Mark("e2", "a")))!;
        Assert.Equal(["began", "e1", "there", "e2"], taken.Attempt.Events.Select(e => e.Id));
    }

    [Fact]
    public async Task A_refused_event_is_not_kept()
    {
        var attempt = await BegunAsync();
        Assert.NotNull((await TakeAsync(attempt.Id, Mark("e1", "zz"))).Refusal);
        Assert.Single((await Attempts.LoadAsync(attempt.Id))!.Events);
    }

    [Fact]
    public async Task A_new_editions_wording_reaches_a_running_attempt_and_its_key_does_not()
    {
        var attempt = await BegunAsync();
        await using (var db = NewDb())
        {
            var store = Activities;
            await store.EditAsync("garden", 1, "ines", new RenameActivity("Mended title"));
            await store.EditAsync("garden", 2, "ines", new SetRules(new Rules { Tries = 1 }));
            await store.PublishAsync("garden", "ines");
        }

        var state = (await Attempts.LoadAsync(attempt.Id))!.State;
        Assert.Equal("Mended title", state.Activity.Title);
        Assert.Null(state.Activity.Rules.Tries);
        Assert.Equal(2, state.Edition);
        Assert.Single((await Attempts.LoadAsync(attempt.Id))!.Events.OfType<TookWording>());
    }

    [Fact]
    public async Task A_new_attempt_begins_on_the_newest_edition()
    {
        var activity = await PublishedAsync();
        await Activities.EditAsync("garden", 1, "ines", new SetRules(new Rules { Tries = 1 }));
        await Activities.PublishAsync("garden", "ines");
        var record = (await Activities.DraftAsync("garden"))!.Record;
        var attempt = await Attempts.BeginAsync(record, "tobiah", null);
        Assert.Equal(1, (await Attempts.LoadAsync(attempt.Id))!.State.Activity.Rules.Tries);
    }

    [Fact]
    public async Task There_is_no_attempt_of_an_unknown_id()
    {
        Assert.Null(await Attempts.LoadAsync("nobody"));
    }

    [Fact]
    public async Task Handing_in_from_a_course_queues_the_score_in_the_same_write()
    {
        var assignment = await PlacedAsync();
        var attempt = await BegunAsync(assignment);
        await TakeAsync(attempt.Id, Mark("e1", "a"));
        await TakeAsync(attempt.Id, new HandedIn { Id = "e2", At = Clock.Now });
        await using var check = NewDb();
        var queued = await check.ScoreDeliveries.OrderBy(d => d.Id).ToListAsync(TestContext.Current.CancellationToken);
        Assert.Equal(
            ["Started", "InProgress", "Completed"],
            queued.Select(d => JsonSerializer.Deserialize<CourseScore>(d.Score)!.ActivityProgress)
        );
        Assert.Equal(1m, JsonSerializer.Deserialize<CourseScore>(queued[2].Score)!.Given);
        Assert.Equal("s-7", queued[2].Subject);
        Assert.NotNull((await check.Attempts.SingleAsync(TestContext.Current.CancellationToken)).HandedInAt);
    }

    [Theory]
    [InlineData(Completion.AnsweredAll, "a", "Completed", "Pending", "Completed")]
    [InlineData(Completion.Passed, "a", "Completed", "Pending", "Completed")]
    [InlineData(Completion.Passed, "b", null, null, "Submitted")]
    public async Task Completing_is_told_to_the_course_site_before_handing_in(
        Completion completion,
        string picked,
        string? progress,
        string? grading,
        string afterHandingIn
    )
    {
        await PublishedAsync();
        AttemptRecord attempt;
        await using (var db = NewDb())
        {
            await Activities.EditAsync("garden", 1, "ines", new SetRules(new Rules { Completion = completion, PassMark = 50 }));
            await Activities.PublishAsync("garden", "ines");
            attempt = await Attempts.BeginAsync((await Activities.DraftAsync("garden"))!.Record, "tobiah", await PlacedAsync());
        }

        await TakeAsync(attempt.Id, Mark("e1", picked));
        await TakeAsync(attempt.Id, new HandedIn { Id = "e2", At = Clock.Now });
        await using var check = NewDb();
        var told = (await check.ScoreDeliveries.OrderBy(d => d.Id).ToListAsync(TestContext.Current.CancellationToken))
            .Select(d => JsonSerializer.Deserialize<CourseScore>(d.Score)!)
            .ToList();
        Assert.Equal(
            progress is null ? ["Started", "InProgress", afterHandingIn] : ["Started", progress, afterHandingIn],
            told.Select(score => score.ActivityProgress)
        );
        Assert.True(grading is null || told[1].GradingProgress == grading);
        Assert.Equal("FullyGraded", told[^1].GradingProgress);
    }

    [Fact]
    public async Task Attempts_come_with_their_states_in_the_order_asked_from_memory_or_read()
    {
        var first = await BegunAsync();
        AttemptRecord second;
        await using (var again = NewDb())
        {
            second = await Attempts.BeginAsync(await again.Activities.SingleAsync(TestContext.Current.CancellationToken), "ines", null);
        }

        await TakeAsync(first.Id, Mark("e1", "b"));
        await TakeAsync(second.Id, Mark("e2", "a"));
        await using var db = NewDb();
        var records = await db.Attempts.AsNoTracking().OrderBy(a => a.Id == first.Id).ToListAsync(TestContext.Current.CancellationToken);
        for (var round = 0; round < 2; round++)
        {
            Assert.Equal(
                [(second.Id, 1m), (first.Id, 0m)],
                (await Reader.AsTheyStandAsync("garden", records)).Select(loaded => (loaded.Record.Id, loaded.State.Score.Points))
            );
            Restart();
        }
    }

    private async Task<ActivityRecord> PublishedAsync(Func<Activity, Activity> change)
    {
        var store = Activities;
        await store.CreateAsync("ines", change(Garden()), "timed");
        await store.PublishAsync("timed", "ines");
        return (await store.DraftAsync("timed"))!.Record;
    }

    [Fact]
    public async Task Work_whose_time_is_over_is_handed_in_though_nobody_opens_it_and_its_score_goes_out()
    {
        var activity = await PublishedAsync(garden => garden with { Rules = new Rules { Clock = new Clock(ClockFor.Whole, 60) } });
        await using var db = NewDb();
        var (started, waiting) = (
            await Attempts.BeginAsync(activity, "tobiah", await PlacedAsync()),
            await Attempts.BeginAsync(activity, "ines", null)
        );
        await TakeAsync(started.Id, new Started { Id = "s", At = Clock.Now });
        await TakeAsync(started.Id, Mark("m", "a"));
        var memory = new OverdueMemory();
        Task LookAsync() => new Overdue(this, Activities, Attempts, Clock).HandInAsync(memory);
        async Task<DateTimeOffset?> HandedInAsync(string id) =>
            await db
                .Attempts.AsNoTracking()
                .Where(a => a.Id == id)
                .Select(a => a.HandedInAt)
                .SingleAsync(TestContext.Current.CancellationToken);

        await LookAsync();
        var over = Clock.Now.AddSeconds(60);
        Clock.Now = over.AddSeconds(1);
        await LookAsync();
        Assert.Null(await HandedInAsync(started.Id));
        Clock.Now = over.AddSeconds(3);
        await LookAsync();
        Assert.Equal(over, await HandedInAsync(started.Id));
        Assert.Null(await HandedInAsync(waiting.Id));
        Assert.Contains(
            "FullyGraded",
            (await db.ScoreDeliveries.OrderBy(delivery => delivery.Id).LastAsync(TestContext.Current.CancellationToken)).Score
        );

        // Started later than it was begun, it is found all the same.
        await TakeAsync(waiting.Id, new Started { Id = "s", At = Clock.Now });
        await LookAsync();
        Clock.Now += TimeSpan.FromMinutes(2);
        await LookAsync();
        Assert.Equal(Clock.Now.AddMinutes(-1), await HandedInAsync(waiting.Id));
    }

    [Fact]
    public async Task Work_with_a_clock_is_handed_in_though_the_newest_edition_has_lost_it()
    {
        var activity = await PublishedAsync(garden => garden with { Rules = new Rules { Clock = new Clock(ClockFor.Whole, 60) } });
        await using var db = NewDb();
        var started = await Attempts.BeginAsync(activity, "tobiah", null);
        await TakeAsync(started.Id, new Started { Id = "s", At = Clock.Now });
        var store = Activities;
        await store.EditAsync("timed", (await store.DraftAsync("timed"))!.Record.Version, "ines", new SetRules(new Rules()));
        await store.PublishAsync("timed", "ines");
        Assert.Null(store.Edition("timed", await store.NewestEditionAsync("timed")).Rules.Clock);
        Clock.Now += TimeSpan.FromMinutes(2);
        await new Overdue(this, Activities, Attempts, Clock).HandInAsync(new OverdueMemory());
        Assert.Equal(
            Clock.Now.AddMinutes(-1),
            await db
                .Attempts.AsNoTracking()
                .Where(a => a.Id == started.Id)
                .Select(a => a.HandedInAt)
                .SingleAsync(TestContext.Current.CancellationToken)
        );
    }

    [Fact]
    public async Task Time_that_ran_out_while_nobody_was_there_is_on_record_when_somebody_looks()
    {
        var activity = await PublishedAsync(garden => garden with { Rules = new Rules { Clock = new Clock(ClockFor.Whole, 60) } });
        var attempt = await Attempts.BeginAsync(activity, "tobiah", null);
        await TakeAsync(attempt.Id, new Started { Id = "s", At = Clock.Now });
        Clock.Now += TimeSpan.FromMinutes(5);
        var loaded = (await Attempts.LoadAsync(attempt.Id))!;
        Assert.Equal((Ending.Time, Clock.Now.AddMinutes(-4)), (loaded.State.EndedBy, loaded.State.HandedInAt));
        Assert.IsType<TimeRanOut>(loaded.Events[^1]);
        Restart();
        await using var later = NewDb();
        Assert.Equal(
            loaded.State.HandedInAt,
            (await later.Attempts.SingleAsync(a => a.Id == attempt.Id, TestContext.Current.CancellationToken)).HandedInAt
        );
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task Goes_draw_again_or_by_the_seed_of_the_first(bool again)
    {
        var activity = await PublishedAsync(garden =>
            garden with
            {
                Flow = new Flow { Way = Way.InOrder, DrawsAgain = again },
            }
        );
        var first = await Attempts.BeginAsync(activity, "tobiah", null);
        Clock.Now += TimeSpan.FromMinutes(1);
        var second = await Attempts.BeginAsync(activity, "tobiah", null);
        var began = (Began)(await Attempts.LoadAsync(second.Id))!.Events[0];
        Assert.Equal(again ? null : (await Attempts.LoadAsync(first.Id))!.State.Seed, began.DrawSeed);
        Assert.Equal(2, await Reader.GoesAsync("timed", "tobiah", null));
    }

    [Fact]
    public async Task A_learner_with_more_time_has_it_in_what_is_given_to_the_class()
    {
        var activity = await PublishedAsync(garden => garden with { Rules = new Rules { Clock = new Clock(ClockFor.Whole, 60) } });
        await using var db = NewDb();
        var group = (await Classes.CreateAsync("ines", "Year 8", "Wren\nOtis")).Value;
        await Classes.GiveAsync(group.Id, "timed", "Timed");
        var wren = await db.Enrolments.SingleAsync(e => e.RosterName == "Wren", TestContext.Current.CancellationToken);
        wren.TimeFactor = 1.5m;
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        var assignment = await db.Assignments.SingleAsync(TestContext.Current.CancellationToken);
        var attempt = await Attempts.BeginAsync(activity, wren.PersonId, assignment);
        Assert.Equal(1.5m, (await Attempts.LoadAsync(attempt.Id))!.State.TimeFactor);
    }

    [Fact]
    public async Task The_course_site_hears_of_a_teachers_points_when_the_work_is_given_back()
    {
        var activity = await PublishedAsync();
        var assignment = await PlacedAsync();
        var attempt = await Attempts.BeginAsync(activity, "tobiah", assignment);
        await TakeAsync(attempt.Id, Mark("e1", "b"));
        await TakeAsync(attempt.Id, new HandedIn { Id = "h", At = Clock.Now });
        await TakeAsync(
            attempt.Id,
            new Reviewed(
                "q",
                new Review
                {
                    By = "ines",
                    Points = 1,
                    Comment = "It could be read so.",
                }
            )
            {
                Id = "r",
                At = Clock.Now,
            }
        );
        async Task<string[]> ScoresAsync()
        {
            await using var fresh = NewDb();
            return await fresh
                .ScoreDeliveries.Where(delivery => delivery.AttemptId == attempt.Id)
                .OrderBy(delivery => delivery.Id)
                .Select(delivery => delivery.Score)
                .ToArrayAsync(TestContext.Current.CancellationToken);
        }

        var before = await ScoresAsync();
        Assert.Contains("\"Given\":0", before[^1]);
        await TakeAsync(attempt.Id, new Returned { Id = "g", At = Clock.Now });
        var after = await ScoresAsync();
        Assert.Equal(before.Length + 1, after.Length);
        Assert.Contains("\"Given\":1", after[^1]);
        Assert.Contains("FullyGraded", after[^1]);
        await TakeAsync(attempt.Id, new TakenBack { Id = "t", At = Clock.Now });
        Assert.Contains("\"Given\":0", (await ScoresAsync())[^1]);
    }
}
