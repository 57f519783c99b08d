using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;

namespace ZestySlate.Storage.Tests;

/// <summary>A database of every earlier version comes to this one with all that is in it.</summary>
public sealed class MigrationTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static SlateDb Open(string file) =>
        new(new DbContextOptionsBuilder<SlateDb>().UseSqlite($"Data Source={file};Pooling=false").Options);

    [Fact]
    public async Task The_first_versions_pictures_become_entries_of_the_media_library_and_their_uses_are_known()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("slate-migration").FullName, "old.db");
        var hash = new string('a', 64);
        var document = new Activity
        {
            Title = "Old",
            Scenes =
            [
                new Scene
                {
                    Id = "s",
                    Backdrop = new PictureBackdrop(
                        new Picture
                        {
                            Media = hash,
                            Width = 800,
                            Height = 500,
                        }
                    ),
                },
            ],
        };
        await using (var old = Open(file))
        {
            await old.GetService<IMigrator>().MigrateAsync("Beginning", Stop);
            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Media (Hash, ContentType, Width, Height, Bytes, OriginalName, OwnerId, At) VALUES ({0}, "
                    + "'image/png', 800, 500, 1234, 'Old cliff.png', 'ines', 638000000000000000)",
                [hash],
                Stop
            );
            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Activities (Id, OwnerId, Title, Visibility, CreatedAt, ChangedAt, Version, Head, Undone, "
                    + "NewestEdition, PublishedRevision) VALUES ('old', 'ines', 'Old', 1, 1, 1, 1, 1, '', 0, 0)",
                Stop
            );
            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Revisions (ActivityId, Number, Summary, AuthorId, At, Document) VALUES ('old', 1, 'Begun', 'ines', 1, {0})",
                [Compressed.Write(document)],
                Stop
            );
        }

        await using var now = Open(file);
        await now.PrepareAsync(Stop);
        var item = await now.MediaItems.SingleAsync(Stop);
        Assert.Equal(("ines", hash, "Old cliff.png", 800, 1234L), (item.OwnerId, item.Hash, item.Name, item.Width, item.Bytes));
        Assert.Equal(new DateTimeOffset(638000000000000000, TimeSpan.Zero), item.AddedAt);
        Assert.Contains("old cliff", item.SearchText);
        Assert.Equal(("old", hash), await now.MediaUses.Select(use => ValueTuple.Create(use.ActivityId, use.Hash)).SingleAsync(Stop));
        Assert.False(now.Database.HasPendingModelChanges());
    }

    [Fact]
    public async Task Learners_of_an_earlier_version_have_as_much_time_as_all()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("slate-migration").FullName, "old.db");
        await using (var old = Open(file))
        {
            await old.GetService<IMigrator>().MigrateAsync("MediaLibrary", Stop);
            await old.Database.ExecuteSqlRawAsync(
                "PRAGMA foreign_keys=off; INSERT INTO Enrolments (ClassId, PersonId, RosterName) VALUES (1, 'wren', 'Wren')",
                Stop
            );
        }

        await using var now = Open(file);
        await now.PrepareAsync(Stop);
        Assert.Equal(1m, (await now.Enrolments.SingleAsync(Stop)).TimeFactor);
    }

    [Fact]
    public async Task A_key_of_an_app_that_no_code_confirmed_is_no_second_factor_and_the_school_speaks_English_as_before()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("slate-migration").FullName, "old.db");
        await using (var old = Open(file))
        {
            await old.GetService<IMigrator>().MigrateAsync("TheDoor", Stop);
            foreach (var (id, on) in new[] { ("looked", 0), ("confirmed", 1) })
            {
                await old.Database.ExecuteSqlRawAsync(
                    "INSERT INTO AspNetUsers (Id, DisplayName, CreatedAt, MustSetPassword, EmailConfirmed, "
                        + "PhoneNumberConfirmed, TwoFactorEnabled, LockoutEnabled, AccessFailedCount) VALUES ({0}, '', 1, 0, "
                        + "0, 0, {1}, 0, 0)",
                    [id, on],
                    Stop
                );
                await old.Database.ExecuteSqlRawAsync(
                    "INSERT INTO AspNetUserTokens (UserId, LoginProvider, Name, Value) VALUES ({0}, '[AspNetUserStore]', 'AuthenticatorKey', 'ABC')",
                    [id],
                    Stop
                );
            }

            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Installation (Id, Address, MailServer, MailPort, MailUser, MailPassword, MailFrom, "
                    + "Registration, RegistrationBy, SecondFactor) VALUES (1, '', '', 587, '', '', '', 0, '', 0)",
                Stop
            );
        }

        await using var now = Open(file);
        await now.PrepareAsync(Stop);
        Assert.Equal("confirmed", (await now.UserTokens.SingleAsync(Stop)).UserId);
        Assert.Equal("en", (await now.Installation.SingleAsync(Stop)).Language);
    }

    /// <summary>Editions, attempts and what their learners saw, as an earlier version stored and showed them.</summary>
    private static JsonNode Before { get; } =
        JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "attempts-before-handouts.json")))!;

    [Fact]
    public async Task Attempts_from_before_what_they_got_was_on_record_keep_what_they_showed()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("slate-migration").FullName, "old.db");
        var attempts = Before["attempts"]!.AsArray();
        await using (var old = Open(file))
        {
            await old.GetService<IMigrator>().MigrateAsync("AttemptRows", Stop);
            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Activities (Id, OwnerId, Title, Visibility, CreatedAt, ChangedAt, Version, Head, Undone, "
                    + "NewestEdition, PublishedRevision) VALUES ('watch', 'ines', 'Watch', 1, 1, 1, 1, 1, '', 3, 0)",
                Stop
            );
            var last = Compressed.Write(ActivityJson.Read(Before["editions"]![2]!.ToJsonString()).Value);
            await old.Database.ExecuteSqlRawAsync(
                "INSERT INTO Revisions (ActivityId, Number, Summary, AuthorId, At, Document) VALUES ('watch', 1, 'Begun', 'ines', 1, {0})",
                [last],
                Stop
            );
            foreach (var (edition, i) in Before["editions"]!.AsArray().Select((edition, i) => (edition, i)))
            {
                await old.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Editions (ActivityId, Number, AuthorId, At, Document) VALUES ('watch', {0}, 'ines', 1, {1})",
                    [i + 1, Compressed.Write(ActivityJson.Read(edition!.ToJsonString()).Value)],
                    Stop
                );
            }

            foreach (var (attempt, i) in attempts.Select((attempt, i) => (attempt!, i)))
            {
                await old.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Attempts (Id, ActivityId, PersonId, BeganAt, OutOf, Provisional) VALUES ({0}, 'watch', 'wren', 1, 0, 0)",
                    [$"t{i}"],
                    Stop
                );
                foreach (var (happened, at) in attempt["events"]!.AsArray().Select((happened, at) => (happened!, at)))
                {
                    await old.Database.ExecuteSqlRawAsync(
                        "INSERT INTO Events (AttemptId, Sequence, EventId, Json) VALUES ({0}, {1}, {2}, {3})",
                        [$"t{i}", at + 1, (string)happened["id"]!, happened.ToJsonString()],
                        Stop
                    );
                }
            }
        }

        await using var now = Open(file);
        await now.PrepareAsync(Stop);
        Assert.All(await now.Attempts.ToListAsync(Stop), attempt => Assert.True(attempt.Recorded));
        var editions = await now.Editions.ToDictionaryAsync(edition => edition.Number, edition => Compressed.Read(edition.Document), Stop);
        // Whatever comes later changes nothing of it.
        editions[4] = editions[3] with
        {
            Scenes = [editions[3].Scenes[0] with { Draw = 2, Spots = [.. editions[3].Scenes[0].Spots.Reverse()] }],
        };
        foreach (var (attempt, i) in attempts.Select((attempt, i) => (attempt!, i)))
        {
            var rows = await now
                .Events.Where(happened => happened.AttemptId == $"t{i}")
                .OrderBy(happened => happened.Sequence)
                .ToListAsync(Stop);
            var events = rows.Select(row => JsonSerializer.Deserialize<AttemptEvent>(row.Json, StoredJson.Trusted)!).ToList();
            foreach (var some in new[] { events, [.. events, new TookWording(4) { Id = "later", At = events[^1].At }] })
            {
                var state = Replay.Run(number => editions[number], some);
                Assert.Equal(
                    (string)attempt["steps"]!,
                    string.Join("; ", state.Steps.Select(step => $"{step.Id}: {string.Join(' ', step.SpotIds)}"))
                );
                Assert.Equal(((decimal)attempt["points"]!, (decimal)attempt["outOf"]!), (state.Score.Points, state.Score.OutOf));
                Assert.Equal(
                    attempt["again"]!.AsObject().Select(entry => $"{entry.Key}: {entry.Value}"),
                    state
                        .Questions.Where(question => question.Tries.Count > 1)
                        .Select(question => $"{question.Spot.Id}: {string.Join(' ', question.Orders[0].Ids)}")
                );
            }

            var handout = ((Began)events[0]).Handout!;
            Assert.Equal(
                attempt["shown"]!.AsObject().Select(entry => $"{entry.Key}: {entry.Value}").Order(),
                handout
                    .Orders.Select(drawn =>
                        $"{drawn.SpotId}: {string.Join(" / ", drawn.Orders.Select(order => string.Join(' ', order.Ids)))}"
                    )
                    .Order()
            );
        }
    }

    /// <summary>Activities as the first version wrote them are read as they were meant.</summary>
    [Fact]
    public void A_document_of_the_first_version_is_read()
    {
        const string json =
            """{"version":1,"title":"Old","scenes":[{"id":"s","backdrop":{"kind":"picture","picture":{"media":"a","width":8,"height":5}},"spots":"""
            + """[{"id":"n","place":{"kind":"atPoint","x":0.5,"y":0.25},"sign":{"size":1.2},"content":"""
            + """{"kind":"note","title":"N","text":"<p>x</p>","illustrations":[]}}]}]}""";
        var read = ActivityJson.Read(json).Value;
        Assert.Equal((1.2, "notebook-text"), (read.Look.Of(read.SpotOf("n")!).Size, read.Look.Of(read.SpotOf("n")!).Symbol));
    }
}
