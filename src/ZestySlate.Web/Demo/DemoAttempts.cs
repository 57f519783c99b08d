using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Demo;

/// <summary>The demo class has worked before: most handed in, some are in the middle, one has not begun. Every step goes through the delivery.</summary>
internal static class DemoAttempts
{
    private const long Seed = 20261103;

    public static async Task PlayAsync(IServiceProvider services, ClassRecord group, Activity activity)
    {
        var (open, cache) = (services.GetRequiredService<IDbContextFactory<SlateDb>>(), services.GetRequiredService<AttemptCache>());
        await using var db = await open.CreateDbContextAsync();
        var clock = new LessonClock(DateTimeOffset.UtcNow.AddDays(-20));
        var store = new ActivityStore(open, services.GetRequiredService<EditionCache>(), clock);
        var reader = new AttemptReader(open, store, cache, clock);
        var attempts = new AttemptStore(
            open,
            store,
            reader,
            new CourseScores(open, reader, clock),
            cache,
            services.GetRequiredService<EventWriter>(),
            clock
        );
        var assignment = await db.Assignments.AsNoTracking().SingleAsync(a => a.ClassId == group.Id);
        var record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == DemoSchool.GardenId);
        var learners = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == group.Id).OrderBy(e => e.RosterName).ToListAsync();
        foreach (var (learner, i) in learners.Select((learner, i) => (learner, i)).Skip(1))
        {
            var random = SeededRandom.For(Seed, "learner", i);
            clock.Now = clock.Now.AddMinutes(random.Next(4));
            var attempt = await attempts.BeginAsync(record, learner.PersonId, assignment);
            await WorkAsync(attempts, attempt.Id, activity, random, clock, finishes: i % 9 != 4);
        }
    }

    private static async Task WorkAsync(
        AttemptStore attempts,
        string attempt,
        Activity activity,
        SeededRandom random,
        LessonClock clock,
        bool finishes
    )
    {
        var step = 0;
        Task Take(Func<string, DateTimeOffset, AttemptEvent> happened)
        {
            clock.Now = clock.Now.AddSeconds(8 + random.Next(40));
            return attempts.TakeAsync(attempt, happened($"demo{step++}", clock.Now));
        }

        foreach (var note in activity.Spots.Where(spot => spot.Content.Kind == SpotKind.Note))
        {
            if (random.Next(10) < 8)
            {
                await Take((id, at) => new Opened(note.Id) { Id = id, At = at });
            }
        }

        var ability = random.Next(100);
        foreach (var (spot, question) in activity.Asked)
        {
            if (!finishes && random.Next(2) == 0)
            {
                return;
            }

            var choice = (MultipleChoiceQuestion)question;
            if (random.Next(10) < 2)
            {
                await Take((id, at) => new AskedForHint(spot.Id) { Id = id, At = at });
            }

            for (var go = 0; go < 2; go++)
            {
                var knows = random.Next(100) < (ability + 60 + go * 40) / 2;
                var picked = choice
                    .Options.Where(option => knows ? option.Right : random.Next(3) == 0)
                    .Select(option => option.Id)
                    .ToValueList();
                if (choice.Picks != Picks.Several || picked.Count == 0)
                {
                    picked =
                    [
                        knows ? choice.Options.First(option => option.Right).Id : choice.Options[random.Next(choice.Options.Count)].Id,
                    ];
                }

                await Take((id, at) => new AskedToMark(spot.Id, new MultipleChoiceResponse { Picked = picked }) { Id = id, At = at });
                if (knows)
                {
                    break;
                }
            }
        }

        if (finishes)
        {
            await Take((id, at) => new HandedIn { Id = id, At = at });
        }
    }

    /// <summary>A clock that the demo sets, so that its past lies in the past.</summary>
    private sealed class LessonClock(DateTimeOffset now) : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = now;

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
