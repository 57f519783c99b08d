using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.MarkingAgain;

namespace ZestySlate.Bench;

/// <summary>What a teacher waits for: marking 10,000 attempts again, statistics and results of them, the answers of 300 to a question, a
/// gradebook of 200 × 60, the next answer to review.</summary>
internal static class ClassWork
{
    private const int Attempts = 10_000,
        Questions = 20,
        Hall = 300,
        Learners = 200,
        Assignments = 60;

    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        var ines = await host.TeacherAsync();
        await MarkAgainAsync(host, ines);
        await GradebookAsync(host, ines);
    }

    private static async Task MarkAgainAsync(Host host, HttpClient ines)
    {
        MultipleChoiceQuestion Question(int right) =>
            new()
            {
                Prompt = RichText.Plain("Which?"),
                Options =
                [
                    .. Enumerable
                        .Range(0, 4)
                        .Select(i => new Option
                        {
                            Id = "o" + i,
                            Text = "Option " + i,
                            Right = i == right,
                        }),
                ],
            };
        var sheet = Recipes.Begin(Recipe.Worksheet, "Big", "en");
        sheet = sheet with
        {
            Scenes =
            [
                sheet.Scenes[0] with
                {
                    Spots =
                    [
                        .. Enumerable
                            .Range(0, Questions)
                            .Select(i => new Spot
                            {
                                Id = "q" + i,
                                Name = "Question " + i,
                                Content = new Ask(Question(0)),
                            }),
                    ],
                },
            ],
        };
        var owner = await FillAsync(host, "big", sheet, Attempts);
        await FillAsync(host, "hall", sheet, Hall);
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
            var draft = (await store.DraftAsync("big"))!;
            await store.EditAsync("big", draft.Record.Version, owner, new SetContent("q3", new Ask(Question(1))));
            await store.PublishAsync("big", owner);
        }

        await using (var scope = host.Services.CreateAsyncScope())
        {
            var ready = scope.ServiceProvider.GetRequiredService<AttemptRows>();
            var (reading, rows) = await TimedAsync(() => ready.OfAsync("big"));
            await scope.ServiceProvider.GetRequiredService<SlateDb>().AttemptRows.ExecuteDeleteAsync();
            var (anew, _) = await TimedAsync(() => ready.OfAsync("big"));
            ClassStatistics.Of(sheet, rows);
            var begun = Stopwatch.GetTimestamp();
            ClassStatistics.Of(sheet, rows);
            Console.WriteLine(
                $"{Attempts:N0} attempts × {Questions} questions: statistics "
                    + $"{Stopwatch.GetElapsedTime(begun).TotalSeconds:0.00} s (aim: below 1 s); reading what they need "
                    + $"{reading:0.00} s; making it anew from all events, as after an update {anew:0.0} s"
            );
        }

        await using (var scope = host.Services.CreateAsyncScope())
        {
            var runs = scope.ServiceProvider.GetRequiredService<MarkAgainRuns>();
            var (report, changes) = await TimedAsync(() => runs.ReportAsync("big"));
            Console.WriteLine($"mark again: report {report:0.0} s, {changes.Count:N0} would change");
            var begun = Stopwatch.GetTimestamp();
            var run = await runs.BeginAsync("big", owner, false);
            while (run.IsAtWork)
            {
                await Task.Delay(50);
                await using var look = host.Services.CreateAsyncScope();
                run = await look
                    .ServiceProvider.GetRequiredService<SlateDb>()
                    .MarkAgainRuns.AsNoTracking()
                    .SingleAsync(known => known.Id == run.Id);
            }

            Console.WriteLine(
                $"mark again: applied to {run.Done:N0} in {Stopwatch.GetElapsedTime(begun).TotalSeconds:0.0} s (aim: below 10 s)"
            );
        }

        var byQuestion = await Figures.MeasureAsync(1, 20, async (_, _) =>
            (await ines.GetAsync("/author/hall/answers?spot=q3&at=3")).EnsureSuccessStatusCode()
        );
        var results = await Figures.MeasureAsync(1, 20, async (_, _) =>
            (await ines.GetAsync("/author/big/results?at=7")).EnsureSuccessStatusCode()
        );
        var review = await Figures.MeasureAsync(1, 20, async (_, _) =>
        {
            await using var scope = host.Services.CreateAsyncScope();
            var some = await scope
                .ServiceProvider.GetRequiredService<SlateDb>()
                .Attempts.AsNoTracking()
                .Where(attempt => attempt.ActivityId == "windcheck" && attempt.HandedInAt != null)
                .Select(attempt => attempt.Id)
                .FirstAsync();
            (await ines.GetAsync($"/author/windcheck/review/{some}")).EnsureSuccessStatusCode();
        });
        var bare = await Figures.MeasureAsync(1, 20, async (_, _) => (await ines.GetAsync("/classes")).EnsureSuccessStatusCode());
        Console.WriteLine($"{Hall} answers by question  {byQuestion}   (aim: below 100 ms; ratio {byQuestion.Median / bare.Median:0.0})");
        Console.WriteLine($"results of {Attempts:N0}       {results}   (a page of them; ratio {results.Median / bare.Median:0.0})");
        Console.WriteLine(
            $"review opens an answer   {review}   (aim: below 100 ms; a plain page takes {bare.Median:0.0} ms, ratio {review.Median / bare.Median:0.0})"
        );
    }

    /// <summary>Publishes an activity and brings it so many attempts of a few hundred different simulated learners; the owner's id.</summary>
    private static async Task<string> FillAsync(Host host, string id, Core.Activities.Activity sheet, int attemptsWanted)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var (db, store, attempts) = (
            scope.ServiceProvider.GetRequiredService<SlateDb>(),
            scope.ServiceProvider.GetRequiredService<ActivityStore>(),
            scope.ServiceProvider.GetRequiredService<AttemptStore>()
        );
        var owner = (await db.Activities.FindAsync("garden"))!.OwnerId;
        await store.CreateAsync(owner, sheet, id);
        await store.PublishAsync(id, owner);
        var record = (await store.DraftAsync(id))!.Record;
        for (var i = 0; i < attemptsWanted; i++)
        {
            var learner = new SimulatedLearner(7, i % 400) { Leaves = 0 };
            var events = new List<AttemptEvent>
            {
                new Began(1, i) { Id = "began", At = DateTimeOffset.UtcNow.AddDays(-1) },
            };
            var state = Replay.Run(_ => sheet, events);
            while (learner.Next(state, state.LastAt) is { } happened)
            {
                events.Add(happened);
                state = Replay.After(state, happened);
            }

            await attempts.BringAsync(record, owner, null, events);
        }

        return owner;
    }

    private static async Task GradebookAsync(Host host, HttpClient ines)
    {
        int classId;
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var (db, classes) = (
                scope.ServiceProvider.GetRequiredService<SlateDb>(),
                scope.ServiceProvider.GetRequiredService<ClassStore>()
            );
            var owner = (await db.Activities.FindAsync("garden"))!.OwnerId;
            var group = (
                await classes.CreateAsync(owner, "Large", string.Join('\n', Enumerable.Range(0, Learners).Select(i => $"Learner {i}")))
            ).Value;
            classId = group.Id;
            var roster = await db.Enrolments.Where(e => e.ClassId == classId).Select(e => e.PersonId).ToListAsync();
            for (var i = 0; i < Assignments; i++)
            {
                var given = new AssignmentRecord
                {
                    ActivityId = "garden",
                    ClassId = classId,
                    Title = "Assignment " + i,
                    CreatedAt = DateTimeOffset.UtcNow,
                };
                db.Assignments.Add(given);
                await db.SaveChangesAsync();
                db.Attempts.AddRange(
                    roster.Select(person => new AttemptRecord
                    {
                        Id = Ids.New(12),
                        ActivityId = "garden",
                        PersonId = person,
                        AssignmentId = given.Id,
                        BeganAt = DateTimeOffset.UtcNow,
                        HandedInAt = DateTimeOffset.UtcNow,
                        Points = 3,
                        OutOf = 4,
                    })
                );
                await db.SaveChangesAsync();
                db.ChangeTracker.Clear();
            }
        }

        var book = await Figures.MeasureAsync(1, 20, async (_, _) =>
            (await ines.GetAsync($"/classes/{classId}/gradebook")).EnsureSuccessStatusCode()
        );
        var bare = await Figures.MeasureAsync(1, 20, async (_, _) => (await ines.GetAsync("/classes")).EnsureSuccessStatusCode());
        Console.WriteLine(
            $"gradebook of {Learners} × {Assignments}  {book}   (aim: below 300 ms; a plain page takes "
                + $"{bare.Median:0.0} ms, ratio {book.Median / bare.Median:0.0})"
        );
    }

    private static async Task<(double Seconds, T Result)> TimedAsync<T>(Func<Task<T>> work)
    {
        var begun = Stopwatch.GetTimestamp();
        var result = await work();
        return (Stopwatch.GetElapsedTime(begun).TotalSeconds, result);
    }
}
