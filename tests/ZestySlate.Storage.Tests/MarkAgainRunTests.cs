using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.MarkingAgain;

namespace ZestySlate.Storage.Tests;

/// <summary>Marking a whole class again: reported, applied, sent on once, gone on with after a crash, undone.</summary>
public sealed class MarkAgainRunTests : TestDatabase
{
    private MarkAgainRuns Runs(SlateDb db) => new(this, Activities, Reader, Attempts, Clock);

    private async Task FinishAsync(string run)
    {
        while (true)
        {
            await using var db = NewDb();
            if (!await Runs(db).GoOnAsync(run))
            {
                return;
            }
        }
    }

    /// <summary>Attempts that picked these options, handed in by a course site's learners; then the key is changed to b and published.</summary>
    private async Task<List<string>> ClassAsync(params string[] picks)
    {
        var activity = await PublishedAsync();
        var ids = new List<string>();
        await using (var db = NewDb())
        {
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
            for (var i = 0; i < picks.Length; i++)
            {
                db.CourseSitePeople.Add(
                    new CourseSitePerson
                    {
                        CourseSiteId = site.Id,
                        Subject = "s" + i,
                        PersonId = "p" + i,
                    }
                );
            }

            await db.SaveChangesAsync(TestContext.Current.CancellationToken);
            for (var i = 0; i < picks.Length; i++)
            {
                var attempt = await Attempts.BeginAsync(activity, "p" + i, assignment);
                await Attempts.TakeAsync(
                    attempt.Id,
                    new AskedToMark("q", new MultipleChoiceResponse { Picked = [picks[i]] }) { Id = "a", At = Clock.Now }
                );
                await Attempts.TakeAsync(attempt.Id, new HandedIn { Id = "h", At = Clock.Now });
                ids.Add(attempt.Id);
            }
        }

        await PublishKeyAsync("b");
        Clock.Now += TimeSpan.FromMinutes(1);
        return ids;
    }

    private async Task PublishKeyAsync(string right)
    {
        var draft = (await Activities.DraftAsync("garden"))!;
        var question = (MultipleChoiceQuestion)draft.Document.Asked.Single().Question;
        await Activities.EditAsync(
            "garden",
            draft.Record.Version,
            "ines",
            new SetContent(
                "q",
                new Ask(
                    question with
                    {
                        Options = question.Options.Replace(_ => true, option => option with { Right = option.Id == right }),
                    }
                )
            )
        );
        await Activities.PublishAsync("garden", "ines");
    }

    private async Task<decimal[]> PointsAsync(IEnumerable<string> ids)
    {
        Restart();
        var points = new List<decimal>();
        foreach (var id in ids)
        {
            points.Add((await Attempts.LoadAsync(id))!.State.Score.Points.ToDecimal());
        }

        return [.. points];
    }

    private async Task<List<(string Subject, decimal? Given)>> QueuedAsync()
    {
        await using var db = NewDb();
        return (await db.ScoreDeliveries.OrderBy(delivery => delivery.Id).ToListAsync())
            .Select(delivery => (delivery.Subject, JsonSerializer.Deserialize<CourseScore>(delivery.Score)!.Given))
            .ToList();
    }

    [Fact]
    public async Task The_report_says_who_rises_and_falls_and_writes_nothing()
    {
        var ids = await ClassAsync("a", "b", "b");
        await using var db = NewDb();
        var report = await Runs(db).ReportAsync("garden");
        Assert.Equal(
            [-100m, 100m, 100m],
            report.OrderBy(change => ids.IndexOf(change.Attempt.Record.Id)).Select(change => change.Change.Rise)
        );
        Assert.Equal([1m, 0m, 0m], await PointsAsync(ids));
    }

    [Fact]
    public async Task What_statistics_need_is_ready_and_follows_every_mark()
    {
        var ids = await ClassAsync("a", "b", "b");
        await using var db = NewDb();
        var inOrder = ids.Order(StringComparer.Ordinal).Select(id => ids.IndexOf(id)).ToList();
        async Task<IEnumerable<decimal>> PointsReadyAsync() =>
            (await new AttemptRows(this, Reader).OfAsync("garden")).Select(row => row.Points);

        Assert.Equal(3, await db.AttemptRows.CountAsync(TestContext.Current.CancellationToken));
        Assert.Equal(inOrder.Select(i => i == 0 ? 1m : 0m), await PointsReadyAsync());
        await FinishAsync((await Runs(db).BeginAsync("garden", "ines", neverLower: false)).Id);
        Assert.Equal(inOrder.Select(i => i == 0 ? 0m : 1m), await PointsReadyAsync());
        Assert.Equal(3, await db.AttemptRows.CountAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task What_statistics_need_is_the_same_read_or_made_anew_and_is_never_that_of_other_rules()
    {
        await ClassAsync("a", "b");
        await using var db = NewDb();
        Task<IReadOnlyList<AttemptRow>> ReadAsync() => new AttemptRows(this, Reader).OfAsync("garden");
        string Written(IReadOnlyList<AttemptRow> rows) => JsonSerializer.Serialize(rows);

        var ready = Written(await ReadAsync());
        await db.AttemptRows.ExecuteUpdateAsync(
            all => all.SetProperty(row => row.Json, "{\"points\":99,\"outOf\":99,\"questions\":{}}"u8.ToArray()),
            TestContext.Current.CancellationToken
        );
        Assert.NotEqual(ready, Written(await ReadAsync()));
        await db.AttemptRows.ExecuteUpdateAsync(
            all => all.SetProperty(row => row.Rules, Guid.Empty),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(ready, Written(await ReadAsync()));
        Assert.Equal(ready, Written(await ReadAsync()));
        Assert.Equal(2, await db.AttemptRows.CountAsync(TestContext.Current.CancellationToken));
        await db.Attempts.ExecuteDeleteAsync(TestContext.Current.CancellationToken);
        Assert.Equal(0, await db.AttemptRows.CountAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task Applied_every_grade_follows_and_goes_to_the_course_site_once()
    {
        var ids = await ClassAsync("a", "b", "b");
        var before = (await QueuedAsync()).Count;
        await using var db = NewDb();
        var run = await Runs(db).BeginAsync("garden", "ines", neverLower: false);
        await FinishAsync(run.Id);
        Assert.Equal([0m, 1m, 1m], await PointsAsync(ids));
        Assert.Equal(
            [("s0", 0m), ("s1", 1m), ("s2", 1m)],
            (await QueuedAsync()).Skip(before).OrderBy(sent => sent.Subject).Select(sent => (sent.Subject, sent.Given!.Value))
        );

        // Once more, nothing is left to do: nothing is written, and nothing sent.
        await FinishAsync((await Runs(db).BeginAsync("garden", "ines", neverLower: false)).Id);
        Assert.Equal(before + 3, (await QueuedAsync()).Count);
        await using var after = NewDb();
        var known = await after.MarkAgainRuns.SingleAsync(one => one.Id == run.Id, TestContext.Current.CancellationToken);
        Assert.Equal((3, 3, 2, 1), (known.Total, known.Done, known.Rose, known.Fell));
    }

    [Fact]
    public async Task Whoever_would_fall_is_spared_when_that_is_wished()
    {
        var ids = await ClassAsync("a", "b");
        await using var db = NewDb();
        await FinishAsync((await Runs(db).BeginAsync("garden", "ines", neverLower: true)).Id);
        Assert.Equal([1m, 1m], await PointsAsync(ids));
        Assert.Equal(1, (await NewDb().MarkAgainRuns.SingleAsync(TestContext.Current.CancellationToken)).Spared);
    }

    [Fact]
    public async Task A_crash_between_two_bits_changes_nothing_of_the_outcome_and_nothing_is_sent_twice()
    {
        var ids = await ClassAsync([.. Enumerable.Range(0, 5).Select(i => i % 2 == 0 ? "a" : "b")]);
        var before = (await QueuedAsync()).Count;
        string run;
        await using (var db = NewDb())
        {
            run = (await Runs(db).BeginAsync("garden", "ines", neverLower: false)).Id;
            Assert.True(await Runs(db).GoOnAsync(run));

            // How far it had come is lost, as if the process had died before it was written.
            await db.MarkAgainRuns.ExecuteUpdateAsync(
                set => set.SetProperty(one => one.Reached, "").SetProperty(one => one.Done, 0),
                TestContext.Current.CancellationToken
            );
        }

        Restart();
        await using var again = NewDb();
        Assert.Equal([run], await Runs(again).AtWorkAsync());
        await FinishAsync(run);
        Assert.Equal([0m, 1m, 0m, 1m, 0m], await PointsAsync(ids));
        Assert.Equal(before + 5, (await QueuedAsync()).Count);
    }

    [Fact]
    public async Task Undone_the_old_grades_are_back_also_at_the_course_site()
    {
        var ids = await ClassAsync("a", "b");
        await using var db = NewDb();
        var run = await Runs(db).BeginAsync("garden", "ines", neverLower: false);
        await FinishAsync(run.Id);
        await Runs(db).UndoAsync("garden", run.Id);
        await FinishAsync(run.Id);
        Assert.Equal([1m, 0m], await PointsAsync(ids));
        Assert.Equal(
            [("s0", 1m), ("s1", 0m)],
            (await QueuedAsync()).TakeLast(2).OrderBy(sent => sent.Subject).Select(sent => (sent.Subject, sent.Given!.Value))
        );
    }

    [Fact]
    public async Task A_teacher_s_points_stay_and_attempts_of_older_and_newer_editions_come_to_one_key()
    {
        var ids = await ClassAsync("a", "a");
        await using var db = NewDb();
        await Attempts.TakeAsync(
            ids[0],
            new Reviewed(
                "q",
                new Review
                {
                    By = "ines",
                    Points = 0.5m,
                    Comment = "Half.",
                }
            )
            {
                Id = "r",
                At = Clock.Now,
            }
        );
        await FinishAsync((await Runs(db).BeginAsync("garden", "ines", neverLower: false)).Id);
        await PublishKeyAsync("a");
        Clock.Now += TimeSpan.FromMinutes(1);
        await using var later = NewDb();
        await FinishAsync((await Runs(later).BeginAsync("garden", "ines", neverLower: false)).Id);
        Assert.Equal([0.5m, 1m], await PointsAsync(ids));
    }
}
