using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Tests;

/// <summary>A database of every earlier version comes to this one with all that is in it.</summary>
public sealed class MigrationTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static SlateDb Open(string file) => new(new DbContextOptionsBuilder<SlateDb>().UseSqlite($"Data Source={file};Pooling=false").Options);

    [Fact]
    public async Task The_first_versions_pictures_become_entries_of_the_media_library_and_their_uses_are_known()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("slate-migration").FullName, "old.db");
        var hash = new string('a', 64);
        var document = new Activity { Title = "Old", Scenes = [new Scene { Id = "s", Backdrop = new PictureBackdrop(new Picture { Media = hash, Width = 800, Height = 500 }) }] };
        await using (var old = Open(file))
        {
            await old.GetService<IMigrator>().MigrateAsync("Beginning", Stop);
            await old.Database.ExecuteSqlRawAsync("INSERT INTO Media (Hash, ContentType, Width, Height, Bytes, OriginalName, OwnerId, At) VALUES ({0}, 'image/png', 800, 500, 1234, 'Old cliff.png', 'ines', 638000000000000000)", [hash], Stop);
            await old.Database.ExecuteSqlRawAsync("INSERT INTO Activities (Id, OwnerId, Title, Visibility, CreatedAt, ChangedAt, Version, Head, Undone, NewestEdition, PublishedRevision) VALUES ('old', 'ines', 'Old', 1, 1, 1, 1, 1, '', 0, 0)", Stop);
            await old.Database.ExecuteSqlRawAsync("INSERT INTO Revisions (ActivityId, Number, Summary, AuthorId, At, Document) VALUES ('old', 1, 'Begun', 'ines', 1, {0})", [Compressed.Write(document)], Stop);
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
            await old.Database.ExecuteSqlRawAsync("PRAGMA foreign_keys=off; INSERT INTO Enrolments (ClassId, PersonId, RosterName) VALUES (1, 'wren', 'Wren')", Stop);
        }

        await using var now = Open(file);
        await now.PrepareAsync(Stop);
        Assert.Equal(1m, (await now.Enrolments.SingleAsync(Stop)).TimeFactor);
    }

    /// <summary>Activities as the first version wrote them are read as they were meant.</summary>
    [Fact]
    public void A_document_of_the_first_version_is_read()
    {
        const string json = """{"version":1,"title":"Old","scenes":[{"id":"s","backdrop":{"kind":"picture","picture":{"media":"a","width":8,"height":5}},"spots":[{"id":"n","place":{"kind":"atPoint","x":0.5,"y":0.25},"sign":{"size":1.2},"content":{"kind":"note","title":"N","text":"<p>x</p>","illustrations":[]}}]}]}""";
        var read = ActivityJson.Read(json).Value;
        Assert.Equal((1.2, "notebook-text"), (read.Look.Of(read.SpotOf("n")!).Size, read.Look.Of(read.SpotOf("n")!).Symbol));
    }
}
