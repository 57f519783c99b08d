using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Tests;

/// <summary>A write that fails is told as what it is.</summary>
public sealed class StoreTroubleTests : TestDatabase
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A database whose disk is full: it may not grow by a page.</summary>
    private SlateDb Full()
    {
        var db = NewDb();
        db.Database.OpenConnection();
        db.Database.ExecuteSqlRaw("PRAGMA max_page_count=1");
        return db;
    }

    [Fact]
    public async Task What_could_not_be_saved_is_not_saved_along_with_the_next_thing()
    {
        await PublishedAsync();
        await using var db = NewDb();
        await db.Database.ExecuteSqlRawAsync(
            "CREATE TRIGGER refuses BEFORE INSERT ON Revisions BEGIN SELECT RAISE(ABORT, 'no'); END",
            Stop
        );
        var store = Activities;
        var draft = (await store.DraftAsync("garden"))!;
        await Assert.ThrowsAsync<DbUpdateException>(() =>
            store.EditAsync("garden", draft.Record.Version, "ines", new DescribeActivity("Refused", "en"))
        );
        await db.Database.ExecuteSqlRawAsync("DROP TRIGGER refuses", Stop);
        await store.SetVisibilityAsync("garden", Visibility.School);
        var after = (await store.DraftAsync("garden"))!;
        Assert.Equal((Visibility.School, draft.Record.Version), (after.Record.Visibility, after.Record.Version));
        Assert.Equal(draft.Document, after.Document);
    }

    [Fact]
    public async Task A_class_is_there_with_all_its_learners_or_not_at_all()
    {
        await using var db = NewDb();
        await db.Database.ExecuteSqlRawAsync(
            "CREATE TRIGGER refuses BEFORE INSERT ON Enrolments WHEN NEW.RosterName = 'Wren' BEGIN SELECT RAISE(ABORT, 'no'); END",
            Stop
        );
        await Assert.ThrowsAsync<DbUpdateException>(() => Classes.CreateAsync("ines", "Year 8", "Bo\nWren"));
        Assert.Empty(await Classes.OfTeacherAsync("ines"));
    }

    [Fact]
    public async Task A_full_disk_is_no_change_by_somebody_else()
    {
        await PublishedAsync();
        var store = new ActivityStore(new Opens(Full), Cache, Clock);
        var draft = (await store.DraftAsync("garden"))!;
        var problem = await Assert.ThrowsAsync<DbUpdateException>(() =>
            store.EditAsync(
                "garden",
                draft.Record.Version,
                "ines",
                new AddScenes([
                    new Scene
                    {
                        Id = "large",
                        Backdrop = new PageBackdrop(
                            RichText.Plain(string.Concat(Enumerable.Range(0, 60_000).Select(_ => Random.Shared.Next())))
                        ),
                    },
                ])
            )
        );
        Assert.False(problem.IsTaken());
        Assert.Equal("There is no room left on the server's disk.", StoreTrouble.Of(problem));
    }

    [Fact]
    public async Task An_answer_that_found_no_room_is_an_error_and_not_a_race()
    {
        var activity = await PublishedAsync();
        var attempt = (await Attempts.BeginAsync(activity, "tobiah", null)).Id;
        var writer = new EventWriter(Full);
        var large = new EventRecord
        {
            AttemptId = attempt,
            Sequence = 2,
            EventId = "large",
            Json = new string('x', 300_000),
        };
        var problem = await Assert.ThrowsAsync<DbUpdateException>(() => writer.WriteAsync(large));
        Assert.NotNull(StoreTrouble.Of(problem));

        // The next one that fits goes through: the line does not stand still.
        Assert.Null(
            (
                await Attempts.TakeAsync(
                    attempt,
                    new AskedToMark("q", new MultipleChoiceResponse { Picked = ["a"] }) { Id = "e", At = Clock.Now }
                )
            )!.Refusal
        );
    }

    [Fact]
    public async Task A_number_that_is_taken_is_told_from_trouble()
    {
        await PublishedAsync();
        await using var db = NewDb();
        db.Editions.Add(
            new EditionRecord
            {
                ActivityId = "garden",
                Number = 1,
                AuthorId = "ines",
                At = Clock.Now,
                Document = [],
            }
        );
        var problem = await Assert.ThrowsAsync<DbUpdateException>(() => db.SaveChangesAsync(Stop));
        Assert.True(problem.IsTaken());
        Assert.Null(StoreTrouble.Of(problem));
        Assert.NotNull(StoreTrouble.Of(new IOException("full", 28)));
    }

    /// <summary>What the database itself refuses, though nobody was first: a refusing trigger, a missing value, a broken check.</summary>
    [Theory]
    [InlineData("CREATE TRIGGER refuses BEFORE INSERT ON Editions BEGIN SELECT RAISE(ABORT, 'no'); END")]
    [InlineData("CREATE TRIGGER refuses BEFORE INSERT ON Editions BEGIN SELECT RAISE(FAIL, 'database or disk is full'); END")]
    [InlineData("CREATE TRIGGER refuses AFTER INSERT ON Editions BEGIN UPDATE Editions SET AuthorId = NULL WHERE Number = 2; END")]
    public async Task What_the_database_refuses_is_no_race(string refusal)
    {
        await PublishedAsync();
        await using var db = NewDb();
        await db.Database.ExecuteSqlRawAsync(refusal, Stop);
        db.Editions.Add(
            new EditionRecord
            {
                ActivityId = "garden",
                Number = 2,
                AuthorId = "ines",
                At = Clock.Now,
                Document = [],
            }
        );
        var problem = await Assert.ThrowsAsync<DbUpdateException>(() => db.SaveChangesAsync(Stop));
        Assert.False(problem.IsTaken());
        Assert.NotNull(problem.InnerException);
    }
}
