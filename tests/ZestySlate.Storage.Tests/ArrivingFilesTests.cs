using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Tests;

/// <summary>Large files in pieces.</summary>
public sealed class ArrivingFilesTests : TestDatabase
{
    private static readonly CancellationToken Stays = CancellationToken.None;

    private ArrivingFiles Files => new(new ArrivingFolder(Path.Combine(Folder, "arriving")), Clock);

    private static Arriving File(string name = "film.webm", long bytes = 10, string owner = "ines") => new(owner, name, bytes, "17");

    private Task<PieceOfFile> AddAsync(Arriving file, long at, params byte[] piece) =>
        Files.AddAsync(file, at, new MemoryStream(piece), Stays);

    [Fact]
    public async Task Pieces_become_the_file_and_only_then_is_it_whole()
    {
        Assert.Equal(new PieceOfFile(4, true), await AddAsync(File(), 0, 1, 2, 3, 4));
        Assert.Null(Files.Whole(File()));
        Assert.Equal(new PieceOfFile(10, true), await AddAsync(File(), 4, 5, 6, 7, 8, 9, 10));
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8, 9, 10], Files.Whole(File())!.Bytes);
    }

    /// <summary>Whatever is sent twice, too early or too late: what is there is a beginning of the file, and in the end all of it.</summary>
    [Fact]
    public async Task In_whatever_order_pieces_come_what_is_there_is_the_beginning_of_the_file()
    {
        var all = Enumerable.Range(0, 60).Select(i => (byte)i).ToArray();
        for (var seed = 0; seed < 40; seed++)
        {
            var (random, file) = (new Random(seed), File($"{seed}", all.Length));
            while (Files.Whole(file) is null)
            {
                var before = (int)Files.There(file);
                var at = random.Next(3) == 0 ? random.Next(all.Length) : before;
                var end = Math.Min(all.Length, at + random.Next(1, 12));
                var told = await AddAsync(file, at, all[at..end]);
                Assert.Equal(new PieceOfFile(at == before ? end : before, at == before), told);
            }

            Assert.Equal(all, Files.Whole(file)!.Bytes);
        }
    }

    [Fact]
    public async Task Nothing_is_taken_that_would_lie_behind_the_end_of_the_file()
    {
        Assert.Equal(10, (await AddAsync(File(), 0, new byte[12])).There);
        Assert.Equal(10, (await AddAsync(File(), 10, 1)).There);
    }

    [Fact]
    public async Task A_piece_that_breaks_off_leaves_what_came_and_the_next_begins_behind_it()
    {
        using var gone = new CancellationTokenSource();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => Files.AddAsync(File(), 0, new Breaking([1, 2, 3], gone), gone.Token));
        Assert.Equal(3, Files.There(File()));
        Assert.True((await AddAsync(File(), 3, 4)).Taken);
    }

    [Fact]
    public async Task Another_state_of_a_file_and_anothers_file_are_other_files()
    {
        await AddAsync(File(), 0, 1);
        foreach (var other in new[] { File(owner: "tobiah"), File(bytes: 11), File("b"), File() with { Changed = "18" } })
        {
            Assert.Equal(0, Files.There(other));
        }
    }

    [Fact]
    public async Task A_piece_has_a_largest_size()
    {
        var file = File(bytes: 2L * ArrivingFiles.LargestPiece);
        Assert.Equal(ArrivingFiles.LargestPiece, (await AddAsync(file, 0, new byte[ArrivingFiles.LargestPiece + 5])).There);
    }

    [Fact]
    public async Task With_one_too_many_the_one_that_rested_longest_is_given_up()
    {
        for (var i = 0; i <= ArrivingFiles.MostAtOnce; i++)
        {
            await AddAsync(File($"{i}"), 0, 1);
            Clock.Now += TimeSpan.FromMinutes(1);
            if (i == ArrivingFiles.MostAtOnce - 1)
            {
                Assert.Equal(1, Files.There(File("0")));
            }
        }

        Assert.Equal(0, Files.There(File("0")));
        Assert.Equal(1, Files.There(File("1")));
    }

    [Fact]
    public async Task What_waits_longer_than_three_days_goes_and_not_before()
    {
        await AddAsync(File(), 0, 1);
        Clock.Now += ArrivingFiles.Kept;
        Assert.Equal(0, Files.Tidy());
        Clock.Now += TimeSpan.FromSeconds(1);
        Assert.Equal(1, Files.Tidy());
        Assert.Equal(0, Files.There(File()));
    }

    [Fact]
    public async Task A_file_on_disk_is_moved_into_the_library_and_has_the_hash_of_its_bytes()
    {
        byte[] bytes = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
        await AddAsync(File(), 0, bytes);
        var store = new MediaStore(this, new MediaFolder(Path.Combine(Folder, "media")), Clock);
        var moved = await store.StoreAsync(new ReadyFile(Files.Whole(File())!, MediaKind.Video, "video/webm"), "film.webm", "ines");
        Assert.Equal(moved, await store.StoreAsync(new ReadyFile(bytes, MediaKind.Video, "video/webm"), "again.webm", "ines"));
        Assert.Equal(bytes, await store.ReadAsync(moved));
        Assert.Equal(0, Files.There(File()));
    }

    /// <summary>Gives what it has, and then its sender is gone.</summary>
    private sealed class Breaking(byte[] bytes, CancellationTokenSource gone) : MemoryStream(bytes)
    {
        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken stop = default)
        {
            var read = await base.ReadAsync(buffer, stop);
            if (read == 0)
            {
                await gone.CancelAsync();
                stop.ThrowIfCancellationRequested();
            }

            return read;
        }
    }
}
