using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Keeping;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Tests;

/// <summary>What is kept of old states of drafts, and of files that nothing shows.</summary>
public sealed class KeepingTests : TestDatabase
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<int> ThinAsync()
    {
        var (thinner, gone) = (new Thinner(this, Clock), 0);
        foreach (var activity in await thinner.WithOldStatesAsync(Stop))
        {
            gone += await thinner.ThinAsync(activity);
        }

        return gone;
    }

    private async Task<T> InAsync<T>(Func<SlateDb, Task<T>> ask)
    {
        await using var db = NewDb();
        return await ask(db);
    }

    private async Task<EditResult> RenameAsync(string title) =>
        await InAsync(async db =>
        {
            Clock.Now += TimeSpan.FromMinutes(1);
            return await Activities.EditAsync(
                "garden",
                (await Activities.DraftAsync("garden"))!.Record.Version,
                "ines",
                new RenameActivity(title)
            );
        });

    private Task<string> UndoAsync() =>
        InAsync(async db => TitleOf(await Activities.UndoAsync("garden", (await Activities.DraftAsync("garden"))!.Record.Version, "ines")));

    private Task<string> RedoAsync() =>
        InAsync(async db => TitleOf(await Activities.RedoAsync("garden", (await Activities.DraftAsync("garden"))!.Record.Version, "ines")));

    private static string TitleOf(EditResult made) => made.Refusal ?? made.Draft.Document.Title;

    [Fact]
    public async Task Old_states_are_thinned_and_the_draft_its_undo_its_redo_and_its_editions_stay()
    {
        var published = await PublishedAsync();
        for (var i = 1; i <= 8; i++)
        {
            await RenameAsync($"Title {i}");
        }

        await UndoAsync();
        await UndoAsync();
        Assert.Equal(0, await ThinAsync());
        Clock.Now += TimeSpan.FromDays(8);
        var before = await Activities.DraftAsync("garden");
        Assert.Equal(4, await ThinAsync());
        Assert.Equal(0, await ThinAsync());
        var after = await Activities.DraftAsync("garden");
        Assert.Equal(before!.Document, after!.Document);
        Assert.Equal((before.Record.Version, true, true), (after.Record.Version, after.CanUndo, after.CanRedo));
        Assert.Equal(["Title 7", "Title 8"], [await RedoAsync(), await RedoAsync()]);
        Assert.Equal(
            ["Title 7", "Title 6", "Title 5", "Garden"],
            [await UndoAsync(), await UndoAsync(), await UndoAsync(), await UndoAsync()]
        );
        Assert.Equal("Title 5", await RedoAsync());
        Assert.Equal("New", (await RenameAsync("New")).Draft.Document.Title);
        Assert.Equal("Garden", await Task.FromResult(Activities.Edition("garden", published.NewestEdition).Title));
    }

    private static ReadyFile File(byte fill) => new(Enumerable.Repeat(fill, 20).ToArray(), MediaKind.Sound, "audio/mpeg");

    private Task<(int Files, long Bytes)> CollectAsync() => new UnusedMedia(this, Media, Clock).CollectAsync(Stop);

    private Task<bool> IsThereAsync(string hash) =>
        InAsync(async db => await Media.FindAsync(hash, null) is { } file && System.IO.File.Exists(file.Path));

    private Task<string> StoreAsync(byte fill) => Media.StoreAsync(File(fill), "a.mp3", "ines");

    [Fact]
    public async Task A_file_goes_when_nothing_has_shown_it_for_thirty_days()
    {
        var hash = await StoreAsync(1);
        Assert.Equal((0, 0L), await CollectAsync());
        Clock.Now += UnusedMedia.After - TimeSpan.FromSeconds(1);
        Assert.Equal((0, 0L), await CollectAsync());
        Clock.Now += TimeSpan.FromSeconds(1);
        Assert.Equal((1, 20L), await CollectAsync());
        Assert.False(await IsThereAsync(hash));
        Assert.Equal(hash, await StoreAsync(1));
        Assert.True(await IsThereAsync(hash));
    }

    [Fact]
    public async Task A_file_that_is_gone_from_the_disk_comes_back_with_who_brings_it_again()
    {
        var hash = await StoreAsync(1);
        System.IO.File.Delete((await Media.FindAsync(hash, null))!.Value.Path);
        Assert.Equal(hash, await StoreAsync(1));
        Assert.True(await IsThereAsync(hash));
    }

    [Fact]
    public async Task Who_brings_it_again_meanwhile_keeps_it()
    {
        var hash = await StoreAsync(1);
        await CollectAsync();
        Clock.Now += UnusedMedia.After;
        await StoreAsync(1);
        Assert.Equal((0, 0L), await CollectAsync());
        Assert.True(await IsThereAsync(hash));
    }

    /// <summary>Everything that keeps a file: a library, also its bin, a draft, a state it can go back to, an edition, a file it stands for.</summary>
    [Theory]
    [InlineData("library")]
    [InlineData("bin")]
    [InlineData("draft")]
    [InlineData("state")]
    [InlineData("edition")]
    [InlineData("replaced")]
    public async Task What_is_shown_anywhere_stays(string where)
    {
        var hash = where is "library" or "bin"
            ? (await new MediaLibrary(this, Media, Clock).AddAsync(File(1), "a.mp3", "ines")).Hash
            : await StoreAsync(1);
        await InAsync(async db =>
        {
            var shown = Garden() with
            {
                Scenes = Garden().Scenes.Replace(_ => true, scene => scene with { Ambient = new Sound { Media = hash } }),
            };
            switch (where)
            {
                case "bin":
                    await db.MediaItems.ExecuteUpdateAsync(set => set.SetProperty(item => item.BinnedAt, (DateTimeOffset?)Clock.Now), Stop);
                    break;
                case "draft":
                    await Activities.CreateAsync("ines", shown, "shows");
                    break;
                case "state":
                    await Activities.CreateAsync("ines", shown, "shows");
                    await Activities.EditAsync("shows", 1, "ines", new DeleteScene("scene"));
                    await db.MediaUses.ExecuteDeleteAsync(Stop);
                    break;
                case "edition":
                    await Activities.CreateAsync("ines", shown, "shows");
                    await Activities.PublishAsync("shows", "ines");
                    await db.Revisions.ExecuteDeleteAsync(Stop);
                    await db.MediaUses.ExecuteDeleteAsync(Stop);
                    break;
                case "replaced":
                    await Media.ReplaceForGoodAsync(await Media.StoreAsync(File(2), "b.mp3", "ines"), hash);
                    break;
            }

            return 0;
        });
        await CollectAsync();
        Clock.Now += UnusedMedia.After * 2;
        Assert.Equal((0, 0L), await CollectAsync());
        Assert.True(await IsThereAsync(hash));
    }

    [Fact]
    public async Task Sessions_in_addresses_are_kept_to_their_last_moment_and_no_longer()
    {
        await using (var db = NewDb())
        {
            foreach (var (token, seconds) in new[] { ("over", -1), ("now", 0), ("later", 1) })
            {
                db.FrameSessions.Add(
                    new FrameSession
                    {
                        TokenHash = token,
                        PersonId = "wren",
                        ExpiresAt = Clock.Now + TimeSpan.FromSeconds(seconds),
                    }
                );
            }

            await db.SaveChangesAsync(Stop);
        }

        Assert.Equal(1, await new OverSessions(this, Clock).DeleteAsync(Stop));
        Assert.Equal(
            ["later", "now"],
            await InAsync(db => db.FrameSessions.Select(session => session.TokenHash).Order().ToListAsync(Stop))
        );
    }
}
