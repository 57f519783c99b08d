using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Keeping;

namespace ZestySlate.Storage.Tests;

/// <summary>The versions of an activity: listed with what changed, named, brought back.</summary>
public sealed class VersionsTests : TestDatabase
{
    private Versions Versions => new(this);

    private async Task<EditResult> EditAsync(Edit edit)
    {
        Clock.Now += TimeSpan.FromMinutes(1);
        return await Activities.EditAsync("garden", (await Activities.DraftAsync("garden"))!.Record.Version, "ines", edit);
    }

    private async Task PublishAsync()
    {
        Clock.Now += TimeSpan.FromMinutes(1);
        await Activities.PublishAsync("garden", "ines");
    }

    [Fact]
    public async Task Every_edition_and_state_is_listed_with_what_changed_the_newest_first()
    {
        await PublishedAsync();
        await EditAsync(new RenameActivity("Second"));
        await EditAsync(new RenameActivity("Third"));
        await PublishAsync();
        var (total, page) = await Versions.ListAsync("garden", all: true, 0, 10);
        Assert.Equal(["edition-2", "state-3", "state-2", "edition-1", "state-1"], page.Select(entry => entry.Key.ToString()));
        Assert.Equal(5, total);
        Assert.Equal(["Title: “Second” is now “Third”"], page[1].Since!.Wording);
        Assert.Single(page[0].Since!.Wording);
        Assert.Equal((null, null), (page[3].Since, page[4].Since));
        Assert.Equal("Third", page[0].Document.Title);

        // Page by page it is the same list, and the differences are those to the version before, on whatever page that stands.
        for (var at = 0; at < total; at++)
        {
            var one = Assert.Single((await Versions.ListAsync("garden", all: true, at, 1)).Page);
            Assert.Equal((page[at].Key, page[at].Since), (one.Key, one.Since));
        }
    }

    [Fact]
    public async Task What_has_a_name_is_kept_for_good_and_listed_with_the_editions()
    {
        await PublishedAsync();
        await EditAsync(new RenameActivity("The good one"));
        Assert.True(await Versions.NameAsync("garden", new VersionKey(false, 2), "  As the inspector saw it "));
        await EditAsync(new RenameActivity("Later"));
        await EditAsync(new RenameActivity("Latest"));
        await EditAsync(new RenameActivity("Last"));
        Clock.Now += TimeSpan.FromDays(400);
        Assert.True(await new Thinner(this, Clock).ThinAsync("garden") > 0);
        var (_, page) = await Versions.ListAsync("garden", all: false, 0, 10);
        Assert.Equal(["As the inspector saw it", ""], page.Select(entry => entry.Name));
        Assert.Equal("The good one", (await Versions.DocumentAsync("garden", new VersionKey(false, 2)))!.Title);

        // What was thinned out is gone, and says so; a name can be taken away.
        Assert.Null(await Versions.DocumentAsync("garden", new VersionKey(false, 3)));
        Assert.False(await Versions.NameAsync("garden", new VersionKey(false, 3), "Too late"));
        Assert.True(await Versions.NameAsync("garden", new VersionKey(false, 2), " "));
        Assert.Single((await Versions.ListAsync("garden", all: false, 0, 10)).Page);
        var longest = new string('n', Versions.LongestName);
        Assert.True(await Versions.NameAsync("garden", new VersionKey(true, 1), longest + "n"));
        Assert.Equal(longest, (await Versions.ListAsync("garden", all: false, 0, 10)).Page[0].Name);
    }

    [Fact]
    public async Task What_is_brought_back_is_a_new_state_that_undo_takes_back()
    {
        await PublishedAsync();
        await EditAsync(new RenameActivity("Built since"));
        var first = (await Versions.DocumentAsync("garden", new VersionKey(true, 1)))!;
        var made = await EditAsync(new Restore(first, "edition 1"));
        Assert.Equal((first, "Brought back edition 1"), (made.Draft.Document, made.Draft.LastStep));
        Assert.Equal("Built since", (await Activities.UndoAsync("garden", made.Draft.Record.Version, "ines")).Draft.Document.Title);
    }

    [Theory]
    [InlineData("edition-3", "edition-3")]
    [InlineData("state-12", "state-12")]
    [InlineData("state--1", null)]
    [InlineData("state-1-2", null)]
    [InlineData("draft-1", null)]
    [InlineData("edition-99999999999", null)]
    [InlineData("", null)]
    [InlineData(null, null)]
    public void A_version_is_read_from_its_address(string? typed, string? read) => Assert.Equal(read, VersionKey.Read(typed)?.ToString());
}
