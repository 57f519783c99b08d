using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Storage.Tests;

public sealed class ActivityStoreTests : TestDatabase
{
    private async Task<EditResult> EditAsync(int version, Edit edit, string author = "ines")
    {
        Clock.Now = Clock.Now.AddSeconds(10);
        return await Activities.EditAsync("garden", version, author, edit);
    }

    private async Task<Draft> DraftAsync()
    {
        return (await Activities.DraftAsync("garden"))!;
    }

    private async Task BeginAsync()
    {
        await Activities.CreateAsync("ines", Garden(), "garden");
    }

    [Fact]
    public async Task Publishing_twice_at_once_makes_one_edition_of_one_document()
    {
        await PublishedAsync();
        await using (var db = NewDb())
        {
            var store = Activities;
            await store.EditAsync("garden", (await store.DraftAsync("garden"))!.Record.Version, "ines", new RenameActivity("Changed"));
        }

        var editions = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(async _ =>
                {
                    return (await Activities.PublishAsync("garden", "ines")).Number;
                })
        );
        await using var after = NewDb();
        Assert.Equal(
            editions.Max(),
            await after
                .Activities.Where(a => a.Id == "garden")
                .Select(a => a.NewestEdition)
                .SingleAsync(TestContext.Current.CancellationToken)
        );
    }

    [Fact]
    public async Task An_edit_is_there_after_a_restart()
    {
        await BeginAsync();
        await EditAsync(1, new RenameActivity("Mended"));
        var draft = await DraftAsync();
        Assert.Equal("Mended", draft.Document.Title);
        Assert.Equal("Mended", draft.Record.Title);
        Assert.Equal(2, draft.Record.Version);
    }

    [Fact]
    public async Task Undo_and_redo_go_through_every_step()
    {
        await BeginAsync();
        await EditAsync(1, new RenameActivity("One"));
        await EditAsync(2, new MoveSpot("n", 0.9, 0.9));
        await EditAsync(3, new DeleteSpot("q"));

        var store = Activities;
        Assert.NotNull((await store.UndoAsync("garden", 4, "ines")).Draft.Document.SpotOf("q"));
        Assert.Equal(new AtPoint(0.1, 0.1), (await store.UndoAsync("garden", 5, "ines")).Draft.Document.SpotOf("n")!.Place);
        Assert.Equal("Garden", (await store.UndoAsync("garden", 6, "ines")).Draft.Document.Title);
        Assert.Equal("There is nothing to undo.", (await store.UndoAsync("garden", 7, "ines")).Refusal);
        Assert.Equal("One", (await store.RedoAsync("garden", 7, "ines")).Draft.Document.Title);
        await store.RedoAsync("garden", 8, "ines");
        var all = await store.RedoAsync("garden", 9, "ines");
        Assert.Null(all.Draft.Document.SpotOf("q"));
        Assert.False(all.Draft.CanRedo);
    }

    [Fact]
    public async Task Typing_in_one_field_is_one_step()
    {
        await BeginAsync();
        var store = Activities;
        await store.EditAsync("garden", 1, "ines", new RenameActivity("T"));
        await store.EditAsync("garden", 2, "ines", new RenameActivity("Ti"));
        await store.EditAsync("garden", 3, "ines", new RenameActivity("Tide"));
        Assert.Equal("Garden", (await store.UndoAsync("garden", 4, "ines")).Draft.Document.Title);
    }

    [Fact]
    public async Task What_was_published_is_never_amended()
    {
        await BeginAsync();
        var store = Activities;
        await store.EditAsync("garden", 1, "ines", new RenameActivity("First"));
        await store.PublishAsync("garden", "ines");
        await store.EditAsync("garden", 2, "ines", new RenameActivity("Second"));
        Assert.Equal("First", store.Edition("garden", 1).Title);
        Assert.Equal("First", (await store.UndoAsync("garden", 3, "ines")).Draft.Document.Title);
    }

    [Fact]
    public async Task Somebody_who_changes_an_older_state_is_told_who_was_quicker_and_overwrites_nothing()
    {
        await BeginAsync();
        await EditAsync(1, new RenameActivity("By Tobiah"), "tobiah");
        var late = await EditAsync(1, new RenameActivity("By Ines"));
        Assert.Equal("Tobiah Renn", late.Conflict);
        Assert.Equal("By Tobiah", late.Draft.Document.Title);
        Assert.Equal("By Tobiah", (await DraftAsync()).Document.Title);
        Assert.Equal("you, in another tab", (await EditAsync(1, new RenameActivity("x"), "tobiah")).Conflict);
    }

    [Fact]
    public async Task Two_edits_at_the_same_moment_do_not_both_win()
    {
        await BeginAsync();
        var results = await Task.WhenAll(
            Enumerable.Range(0, 4).Select(i => EditAsync(1, new RenameActivity("By " + i), i % 2 == 0 ? "ines" : "tobiah"))
        );
        var winner = Assert.Single(results, result => result.Conflict is null);
        Assert.Equal(winner.Draft.Document.Title, (await DraftAsync()).Document.Title);
        Assert.Equal(2, (await DraftAsync()).Record.Version);
    }

    [Fact]
    public async Task A_refused_edit_changes_nothing_and_says_why()
    {
        await BeginAsync();
        var result = await EditAsync(1, new RenameActivity(" "));
        Assert.Contains("needs a title", result.Refusal);
        Assert.Equal(1, (await DraftAsync()).Record.Version);
    }

    [Fact]
    public async Task An_edit_that_changes_nothing_makes_no_revision()
    {
        await BeginAsync();
        Assert.Equal(1, (await EditAsync(1, new RenameActivity("Garden"))).Draft.Record.Version);
    }

    [Fact]
    public async Task Editions_are_numbered_and_the_newest_is_known()
    {
        await BeginAsync();
        var store = Activities;
        await store.PublishAsync("garden", "ines");
        await store.EditAsync("garden", 1, "ines", new RenameActivity("Two"));
        await store.PublishAsync("garden", "ines");
        Assert.Equal(2, (await store.DraftAsync("garden"))!.Record.NewestEdition);
        Assert.Equal(["Garden", "Two"], new[] { store.Edition("garden", 1).Title, store.Edition("garden", 2).Title });
    }

    [Fact]
    public async Task The_database_writes_ahead_and_syncs_in_full()
    {
        await using var db = NewDb();
        Assert.Equal(
            "wal",
            (await db.Database.SqlQueryRaw<string>("PRAGMA journal_mode").ToListAsync(TestContext.Current.CancellationToken))[0]
        );
        Assert.Equal(2, (await db.Database.SqlQueryRaw<int>("PRAGMA synchronous").ToListAsync(TestContext.Current.CancellationToken))[0]);
    }

    [Fact]
    public async Task The_tables_are_those_of_the_model()
    {
        await using var db = NewDb();
        Assert.False(db.Database.HasPendingModelChanges());
        Assert.Empty(await db.Database.GetPendingMigrationsAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task Documents_are_kept_within_a_bound_and_what_is_not_kept_is_read_anew()
    {
        using var cache = new EditionCache(most: 4_000);
        var store = new ActivityStore(this, cache, Clock);
        for (var i = 0; i < 40; i++)
        {
            await store.CreateAsync("ines", Garden($"Garden {i}"), $"garden{i}");
            await store.PublishAsync($"garden{i}", "ines");
        }

        for (var i = 0; i < 40; i++)
        {
            Assert.Equal($"Garden {i}", store.Edition($"garden{i}", 1).Title);
            Assert.Equal($"Garden {i}", (await store.DraftAsync($"garden{i}"))!.Document.Title);
            Assert.Equal(1, await store.NewestEditionAsync($"garden{i}"));
        }

        Assert.InRange(cache.Count, 1, 60);
    }
}
