using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Demo;

/// <summary>
/// Three weeks of work before today, done by simulated learners with a fixed seed, each step as the delivery takes it. One
/// question of the quick check has a wrong key, one is worded so that nobody can know, one learner writes a lot, and one never
/// hands anything in.
/// </summary>
internal sealed class DemoPast(
    IDbContextFactory<SlateDb> open,
    ActivityStore store,
    AttemptStore attempts,
    ClassStore classes,
    TimeProvider clock
)
{
    private const long Seed = 20261103;

    /// <summary>The code of the quick check, in which the key of <see cref="WrongKey"/> is wrong.</summary>
    public const string CheckId = "windcheck";

    /// <summary>The question with the wrong key.</summary>
    private const string WrongKey = "isobars";

    private static readonly Dictionary<string, ItemDifficulty> Difficulties = new()
    {
        ["red"] = new(0.3, 0),
        ["instr"] = new(0.4, 1.6),
        ["veers"] = new(-1.2, 1.4),
    };

    /// <summary>The activity as it was published first: the third option of the question is said to be right.</summary>
    public static Activity WithWrongKey(Activity check) =>
        check with
        {
            Scenes = check
                .Scenes.Select(scene =>
                    scene with
                    {
                        Spots = scene.Spots.Replace(
                            spot => spot.Id == WrongKey,
                            spot =>
                                spot with
                                {
                                    Content = new Ask(
                                        spot.Question is MultipleChoiceQuestion question
                                            ? question with
                                            {
                                                Options = question
                                                    .Options.Select((option, i) => option with { Right = i == 2 })
                                                    .ToValueList(),
                                            }
                                            : spot.Question!
                                    ),
                                }
                        ),
                    }
                )
                .ToValueList(),
        };

    public async Task PlayAsync(ClassRecord year8, ClassRecord watch, ClassRecord writers, Activity checkAsMeant)
    {
        await GiveAsync(year8, DemoSchool.GardenId, "Homework", dueInDays: -18);
        await GiveAsync(year8, CheckId, "Tests", dueInDays: -1, lostPerDay: 0.1m);
        await GiveAsync(year8, "clouds", "Homework", dueInDays: 2);
        await GiveAsync(year8, "tides", "Homework", dueInDays: 9);
        await GiveAsync(year8, "coast", "", dueInDays: 12);
        await LogAsync(year8, "coast");
        await GiveAsync(watch, "watchtest", "Tests", dueInDays: -14);
        await GiveAsync(watch, "sky", "Practice", dueInDays: null);
        await GiveAsync(watch, "front", "Practice", dueInDays: null);
        await GiveAsync(watch, "warning", "Practice", dueInDays: null);
        await GiveAsync(watch, "buoy", "Practice", dueInDays: null);
        await GiveAsync(writers, "breeze", "", dueInDays: 1);
        await WorkAsync(writers, "breeze", daysAgo: 4, skipped: 2);
        await WorkAsync(year8, CheckId, daysAgo: 6, skipped: 2, question =>
            checkAsMeant.SpotOf(question.Spot.Id)?.Question ?? question.Question
        );
        await WorkAsync(year8, "clouds", daysAgo: 3, skipped: 7);
        await WorkAsync(watch, "watchtest", daysAgo: 16, skipped: 1, over: 3);
        await WorkAsync(watch, "sky", daysAgo: 12, skipped: 5);
        await WorkAsync(watch, "front", daysAgo: 20, skipped: 3);
        await WorkAsync(watch, "warning", daysAgo: 9, skipped: 2);
        await WorkAsync(watch, "buoy", daysAgo: 5, skipped: 4);
    }

    /// <summary>What some of the class have logged; the last two wait for the teacher.</summary>
    private async Task LogAsync(ClassRecord group, string activity)
    {
        await using var db = await open.CreateDbContextAsync();
        (double X, double Y, string Title, string Text)[] logged =
        [
            (
                0.47,
                0.58,
                "Foam along the whole beach",
                "Tuesday, 16:20. Wind from the south-west, force 5 or 6. The foam stayed for an hour after high water."
            ),
            (0.78, 0.43, "Gannets diving", "About forty of them, close to the rocks. The sea was flat and the tide going out."),
            (
                0.68,
                0.28,
                "Fog that came in from the sea",
                "Within ten minutes nothing could be seen of the harbour. It was warmer above it on the cliff path!"
            ),
            (0.2, 0.66, "The river was brown", "The day after the rain. The brown water went straight out and then bent to the east."),
            (0.9, 0.3, "Halo round the sun", "A whole ring, with a bit of colour on the inside. Cirrostratus. It rained the next day."),
        ];
        var assignment = await db.Assignments.AsNoTracking().SingleAsync(a => a.ClassId == group.Id && a.ActivityId == activity);
        var learners = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == group.Id).OrderBy(e => e.RosterName).ToListAsync();
        foreach (var (spot, i) in logged.Select((spot, i) => (spot, i)))
        {
            db.AddedSpots.Add(
                new AddedSpotRecord
                {
                    Id = $"addeddemo{i}",
                    ActivityId = activity,
                    AssignmentId = assignment.Id,
                    SceneId = "coast",
                    PersonId = learners[i * 3].PersonId,
                    X = spot.X,
                    Y = spot.Y,
                    Title = spot.Title,
                    Text = spot.Text,
                    State = i < 3 ? AddedState.Shown : AddedState.Waits,
                    Comment = i == 2 ? "Well seen. What does that say of the air above the fog?" : "",
                    At = clock.GetUtcNow().AddDays(i - 6),
                }
            );
        }

        await db.SaveChangesAsync();
    }

    private async Task GiveAsync(ClassRecord group, string activity, string category, int? dueInDays, decimal lostPerDay = 0)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        await classes.GiveAsync(group.Id, activity, record.Title);
        var given = await db.Assignments.SingleAsync(a => a.ClassId == group.Id && a.ActivityId == activity);
        (given.Category, given.LostPerDay, given.LeastKept) = (category, lostPerDay, 0.5m);
        given.Due = dueInDays is { } days
            ? new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero).AddDays(days).AddHours(18)
            : null;
        await db.SaveChangesAsync();
    }

    /// <summary>The class does an activity, a few of them not; the last on the roster begins and forgets to hand in.</summary>
    /// <param name="group">The class.</param>
    /// <param name="activity">The activity.</param>
    /// <param name="daysAgo">When the first began.</param>
    /// <param name="skipped">How many do not.</param>
    /// <param name="meant">What a question means to learners, where its key says something else.</param>
    /// <param name="over">Over how many days they began; null for until today.</param>
    private async Task WorkAsync(
        ClassRecord group,
        string activity,
        int daysAgo,
        int skipped,
        Func<QuestionState, Question>? meant = null,
        int? over = null
    )
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        var edition = store.Edition(activity, record.NewestEdition);
        var assignment = await db.Assignments.AsNoTracking().SingleAsync(a => a.ClassId == group.Id && a.ActivityId == activity);
        var learners = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == group.Id).OrderBy(e => e.RosterName).ToListAsync();
        var first = new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero).AddDays(-daysAgo).AddHours(9);
        for (var i = skipped; i < learners.Count; i++)
        {
            var number = record.Id.Sum(letter => letter) + (i * 31);
            var learner = new SimulatedLearner(Seed + i, number, Difficulties)
            {
                Meant = meant,
                Leaves = i == learners.Count - 1 ? 0.2 : 0.002,
            };
            var random = SeededRandom.For(Seed, record.Id, i);
            var began = first.AddDays(random.Next(Math.Max(1, over ?? daysAgo))).AddMinutes(random.Next(600));
            var events = new List<AttemptEvent>
            {
                Handout.Recorded(edition, new Began(record.NewestEdition, random.Next(int.MaxValue)) { Id = "began", At = began }),
            };
            var state = Replay.Run(_ => edition, events);
            while (learner.Next(state, state.LastAt) is { } happened && AttemptRules.Refuse(state, happened) is null && events.Count < 400)
            {
                events.Add(Handout.Recorded(state, i == skipped + 3 ? Lengthened(happened) : happened));
                state = Replay.After(state, events[^1]);
            }

            await attempts.BringAsync(record, learners[i].PersonId, assignment, events);
        }
    }

    /// <summary>Somebody always writes a lot.</summary>
    private static AttemptEvent Lengthened(AttemptEvent happened) =>
        happened is Answered { Response: LongTextResponse text } answered
            ? answered with
            {
                Response = text with
                {
                    Text = string.Join(
                        ' ',
                        Enumerable.Repeat(
                            text.Text
                                + " On Tuesday the glass stood at 1,003 and my grandmother said it would blow before the "
                                + "evening, and it did, so I went out and looked at the buoy and counted the waves until "
                                + "the lamp was lit.",
                            6
                        )
                    ),
                },
            }
            : happened;
}
