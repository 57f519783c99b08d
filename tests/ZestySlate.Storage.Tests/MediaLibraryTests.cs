using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Tests;

/// <summary>The media library: entries, search, folders, bin, where files are used, replacing for good.</summary>
public sealed class MediaLibraryTests : TestDatabase
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private MediaLibrary Library => new(this, Media, Clock);

    private static ReadyFile Picture(int width, int height, byte shade = 40)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(new SKColor(shade, 90, 120));
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return new ReadyFile(data.ToArray(), MediaKind.Picture, "image/png", width, height);
    }

    [Fact]
    public async Task The_same_file_is_one_entry_of_a_teacher_and_another_of_a_colleague()
    {
        var library = Library;
        var first = await library.AddAsync(Picture(50, 40), "cliff walk.png", "ines");
        Assert.Equal(first.Id, (await library.AddAsync(Picture(50, 40), "again.png", "ines")).Id);
        Assert.NotEqual(first.Id, (await library.AddAsync(Picture(50, 40), "mine.png", "tobiah")).Id);
        Assert.Equal("cliff walk", first.Name);
        Assert.Null(await library.FindAsync(first.Id, "tobiah"));
        Assert.True(await library.IsSharedAsync(first.Hash, "ines"));
    }

    [Theory]
    [InlineData("cliff", 1)]
    [InlineData("CLIFF gull", 1)]
    [InlineData("gull", 1)]
    [InlineData("sea birds", 1)]
    [InlineData("cliff boat", 0)]
    [InlineData("", 2)]
    [InlineData("100%_", 0)]
    public async Task Every_word_is_looked_for_in_names_tags_folders_and_descriptions(string words, int found)
    {
        var library = Library;
        var item = await library.AddAsync(Picture(50, 40), "Cliff.png", "ines");
        await library.DescribeAsync(item, "Cliff walk", "Sea / Birds", "gulls, nests, gulls");
        await library.SayAsync(item, "A path above the sea", false, "", "", "");
        await library.AddAsync(Picture(20, 20, 9), "other.png", "ines");
        Assert.Equal(found, (await library.SearchAsync("ines", new MediaSearch(words))).Total);
        Assert.Equal(("Sea/Birds", "gulls, nests"), (item.Folder, item.Tags));
        Assert.Equal(["Sea", "Sea/Birds"], await library.FoldersAsync("ines"));
    }

    [Fact]
    public async Task Folders_hold_what_lies_below_them_and_kinds_are_kept_apart()
    {
        var library = Library;
        await library.AddAsync(Picture(50, 40), "a.png", "ines", "Sea/Birds");
        await library.AddAsync(new ReadyFile(new byte[] { 1, 2, 3 }, MediaKind.Sound, "audio/wav"), "b.wav", "ines", "Seaside");
        Assert.Equal(1, (await library.SearchAsync("ines", new MediaSearch(Folder: "Sea"))).Total);
        Assert.Equal("b", Assert.Single((await library.SearchAsync("ines", new MediaSearch(Kind: MediaKind.Sound))).Items).Name);
    }

    [Fact]
    public async Task What_is_in_the_bin_comes_back()
    {
        var library = Library;
        var item = await library.AddAsync(Picture(50, 40), "a.png", "ines");
        await library.BinAsync("tobiah", [item.Id]);
        Assert.Null(item.BinnedAt);
        await library.BinAsync("ines", [item.Id]);
        Assert.Equal(
            (0, 1),
            (
                (await library.SearchAsync("ines", new MediaSearch())).Total,
                (await library.SearchAsync("ines", new MediaSearch(Bin: true))).Total
            )
        );
        Assert.NotNull(await Media.FindAsync(item.Hash, null));
        await library.RestoreAsync("ines", [item.Id]);
        Assert.Equal(1, (await library.SearchAsync("ines", new MediaSearch())).Total);
        await library.BinAsync("ines", [item.Id]);
        Assert.Equal(item.Id, (await library.AddAsync(Picture(50, 40), "a.png", "ines")).Id);
        Assert.Null(item.BinnedAt);
    }

    [Fact]
    public async Task Only_what_is_in_ones_own_bin_is_deleted_and_its_file_stays_where_it_is_shown()
    {
        var library = Library;
        var (kept, gone) = (
            await library.AddAsync(Picture(50, 40), "kept.png", "ines"),
            await library.AddAsync(Picture(60, 40), "gone.png", "ines")
        );
        Assert.Equal(0, await library.DeleteAsync("ines", [gone.Id]));
        await library.BinAsync("ines", [gone.Id]);
        Assert.Equal(0, await library.DeleteAsync("tobiah", [gone.Id]));
        Assert.Equal(1, await library.DeleteAsync("ines", [kept.Id, gone.Id]));
        Assert.Equal(0, (await library.SearchAsync("ines", new MediaSearch(Bin: true))).Total);
        Assert.Equal(kept.Id, Assert.Single((await library.SearchAsync("ines", new MediaSearch())).Items).Id);
        Assert.NotNull(await Media.FindAsync(gone.Hash, null));
    }

    [Fact]
    public async Task Where_a_file_is_used_follows_every_edit_undo_and_redo()
    {
        var library = Library;
        var one = await library.AddAsync(Picture(50, 40), "one.png", "ines");
        var two = await library.AddAsync(Picture(60, 40), "two.png", "ines");
        var activity = new Activity { Title = "Uses", Scenes = [new Scene { Id = "s", Backdrop = new PictureBackdrop(Of(one)) }] };
        var draft = await Activities.CreateAsync("ines", activity);
        async Task<string> WhereAsync() =>
            string.Join(' ', (await library.UsedInAsync(one.Hash, "ines")).Count, (await library.UsedInAsync(two.Hash, "ines")).Count);
        Assert.Equal("1 0", await WhereAsync());
        var edited = await Activities.EditAsync(draft.Record.Id, 1, "ines", new ReplaceMedia(one.Hash, two.Hash, 60, 40));
        Assert.Equal("0 1", await WhereAsync());
        Assert.Equal((two.Hash, 60), (edited.Draft.Document.Pictures.Single().Media, edited.Draft.Document.Pictures.Single().Width));
        await Activities.UndoAsync(draft.Record.Id, 2, "ines");
        Assert.Equal("1 0", await WhereAsync());
    }

    [Fact]
    public async Task What_is_replaced_for_good_leaves_no_byte_of_any_size_and_its_old_address_shows_the_new()
    {
        var library = Library;
        var media = Media;
        var item = await library.AddAsync(Picture(2000, 1000), "street.png", "ines");
        var old = item.Hash;
        var before = new[] { (int?)null, 480, 960, 1600 }
            .Select(async width => (await media.FindAsync(old, width))!.Value.Path)
            .Select(task => task.Result)
            .ToList();
        Assert.All(before, path => Assert.True(File.Exists(path)));
        var changed = PictureEditing
            .Apply(
                (await media.ReadAsync(old))!,
                "image/png",
                new PictureChange { Blurs = [new PictureBox(0.2, 0.2, 0.3, 0.3)], Width = 1999 }
            )
            .Value;
        await library.SetFileAsync(item, changed);
        await media.ReplaceForGoodAsync(old, item.Hash);
        Assert.All(before, path => Assert.False(File.Exists(path)));
        Assert.Equal(
            await File.ReadAllBytesAsync((await media.FindAsync(item.Hash, 480))!.Value.Path, Stop),
            await File.ReadAllBytesAsync((await media.FindAsync(old, 480))!.Value.Path, Stop)
        );
    }

    [Fact]
    public async Task What_was_taken_out_of_sight_stays_so_whoever_brings_the_original_again()
    {
        var library = Library;
        var media = Media;
        var item = await library.AddAsync(Picture(300, 200), "street.png", "ines");
        var old = item.Hash;
        var blurred = PictureEditing
            .Apply(
                (await media.ReadAsync(old))!,
                "image/png",
                new PictureChange { Blurs = [new PictureBox(0.2, 0.2, 0.6, 0.6)], Width = 299 }
            )
            .Value;
        await library.SetFileAsync(item, blurred);
        await media.ReplaceForGoodAsync(old, item.Hash);

        var again = await library.AddAsync(Picture(300, 200), "street.png", "tobiah");
        Assert.NotEqual(old, again.Hash);
        Assert.Equal(again.Hash, (await library.AddAsync(Picture(300, 200), "once more.png", "tobiah")).Hash);
        Assert.Equal(blurred.Content.Bytes, await media.ReadAsync(old));
        Assert.NotEqual(blurred.Content.Bytes, await media.ReadAsync(again.Hash));

        // Where hiding changes nothing, nothing is taken away.
        await media.ReplaceForGoodAsync(again.Hash, again.Hash);
        Assert.NotNull(await media.ReadAsync(again.Hash));
    }

    [Fact]
    public async Task Pages_of_a_large_library_are_whole_and_do_not_overlap()
    {
        await using var db = NewDb();
        for (var i = 0; i < 130; i++)
        {
            db.MediaItems.Add(
                new MediaItem
                {
                    Id = $"i{i:000}",
                    OwnerId = "ines",
                    Hash = $"{i:000}",
                    Kind = MediaKind.Picture,
                    Name = $"n{i}",
                    SearchText = $"n{i}",
                    AddedAt = Clock.GetUtcNow(),
                }
            );
        }

        await db.SaveChangesAsync(Stop);
        var pages = new List<string>();
        for (var page = 0; page < 3; page++)
        {
            pages.AddRange((await Library.SearchAsync("ines", new MediaSearch(Page: page))).Items.Select(item => item.Id));
        }

        Assert.Equal(130, pages.Distinct().Count());
    }

    private static Picture Of(MediaItem item) =>
        new()
        {
            Media = item.Hash,
            Width = item.Width,
            Height = item.Height,
            AlternativeText = "x",
        };
}
