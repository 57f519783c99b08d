using ZestySlate.Core.Questions;
using ZestySlate.Storage.Handed;

namespace ZestySlate.Storage.Tests;

public sealed class HandedFilesTests : TestDatabase
{
    private HandedLimits Limits { get; set; } = new();

    private HandedFiles Files => new(this, new HandedFolder(Path.Combine(Folder, "handed")), Limits, Clock);

    private HandedFileRecord Recording(string attempt = "one") =>
        new()
        {
            Id = "recording0123456789",
            AttemptId = attempt,
            SpotId = "q",
            Name = "recording",
            Kind = HandedKind.Sound,
            ContentType = "audio/webm",
            At = Clock.Now,
        };

    [Fact]
    public async Task An_attempt_takes_as_many_bytes_and_files_as_it_may_and_no_more()
    {
        Limits = new HandedLimits(BytesPerAttempt: 1000);
        await using var db = NewDb();
        await Files.KeepAsync("one", "q", "a.txt", HandedKind.Text, "text/plain", new byte[600]);
        Assert.True(await Files.HasRoomAsync("one", 400));
        Assert.False(await Files.HasRoomAsync("one", 401));
        Assert.True(await Files.HasRoomAsync("other", 1000));
        db.HandedFiles.AddRange(
            Enumerable
                .Range(0, HandedLimits.MostFiles - 2)
                .Select(i => new HandedFileRecord
                {
                    Id = $"f{i}",
                    AttemptId = "one",
                    SpotId = "q",
                    Name = "f",
                    Kind = HandedKind.Text,
                    ContentType = "x",
                    At = Clock.Now,
                })
        );
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        Assert.True(await Files.HasRoomAsync("one", 1));
        await Files.KeepAsync("one", "q", "b.txt", HandedKind.Text, "text/plain", [1]);
        Assert.False(await Files.HasRoomAsync("one", 1));
        Assert.True(await Files.HasRoomAsync("one", 1, files: 0));
    }

    [Fact]
    public async Task A_class_together_takes_no_more_than_its_activity_may()
    {
        var activity = await PublishedAsync();
        Limits = new HandedLimits(BytesPerActivity: 1000);
        var (one, other) = (await Attempts.BeginAsync(activity, "tobiah", null), await Attempts.BeginAsync(activity, "ines", null));
        await Files.KeepAsync(one.Id, "q", "a.txt", HandedKind.Text, "text/plain", new byte[700]);
        Assert.True(await Files.HasRoomAsync(other.Id, 300));
        Assert.False(await Files.HasRoomAsync(other.Id, 301));
    }

    [Fact]
    public async Task A_file_is_found_by_its_attempt_alone()
    {
        var kept = await Files.KeepAsync("one", "q", "notes.txt", HandedKind.Text, "text/plain", "Gale"u8.ToArray());
        var found = await Files.FindAsync("one", kept.Id);
        Assert.Equal("Gale", await File.ReadAllTextAsync(found!.Value.Path, TestContext.Current.CancellationToken));
        Assert.Null(await Files.FindAsync("two", kept.Id));
        Assert.Equal([kept], await Files.OfAsync("one"));
        await Files.DropAsync("one");
        Assert.False(File.Exists(found.Value.Path));
        Assert.Empty(await Files.OfAsync("one"));
    }

    [Fact]
    public async Task Pieces_come_in_their_order_and_one_that_comes_twice_counts_once()
    {
        var files = Files;
        Assert.Equal(new PieceTaken(1, true), await files.AddPieceAsync(Recording(), 0, "one "u8.ToArray(), 2));
        Assert.Equal(new PieceTaken(1, false), await files.AddPieceAsync(Recording(), 2, "three"u8.ToArray(), 6));
        Assert.Equal(new PieceTaken(2, true), await files.AddPieceAsync(Recording(), 1, "two "u8.ToArray(), 4));
        Assert.Equal(new PieceTaken(2, true), await files.AddPieceAsync(Recording(), 1, "two "u8.ToArray(), 4));
        Assert.Equal(new PieceTaken(3, true), await files.AddPieceAsync(Recording(), 2, "three"u8.ToArray(), 5.5));
        var (file, path, _) = (await files.FindAsync("one", Recording().Id))!.Value;
        Assert.Equal(
            (13, 5.5, "one two three"),
            (file.Bytes, file.Seconds, await File.ReadAllTextAsync(path, TestContext.Current.CancellationToken))
        );
    }

    [Fact]
    public async Task A_piece_that_is_sent_several_times_at_once_counts_once()
    {
        for (var number = 0; number < 5; number++)
        {
            var sent = Enumerable
                .Range(0, 8)
                .Select(_ => Task.Run(() => Files.AddPieceAsync(Recording(), number, "piece "u8.ToArray(), 2)));
            Assert.All(await Task.WhenAll(sent), taken => Assert.Equal(new PieceTaken(number + 1, true), taken));
        }

        Assert.Equal(
            (30, 5),
            ((await Files.FindAsync("one", Recording().Id))!.Value.File) is var file ? (file.Bytes, file.Pieces) : default
        );
    }

    [Fact]
    public async Task What_a_piece_left_behind_that_broke_off_is_written_over()
    {
        await Files.AddPieceAsync(Recording(), 0, "one "u8.ToArray(), 2);
        var path = (await Files.FindAsync("one", Recording().Id))!.Value.Path;
        await File.AppendAllTextAsync(path, "half of two and more", TestContext.Current.CancellationToken);
        await Files.AddPieceAsync(Recording(), 1, "two"u8.ToArray(), 4);
        Assert.Equal("one two", await File.ReadAllTextAsync(path, TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task Nobody_adds_to_anothers_recording()
    {
        await Files.AddPieceAsync(Recording(), 0, "mine"u8.ToArray(), 2);
        Assert.False((await Files.AddPieceAsync(Recording("two"), 1, "theirs"u8.ToArray(), 4)).Taken);
    }
}
