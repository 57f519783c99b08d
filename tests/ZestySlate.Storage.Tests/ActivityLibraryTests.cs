using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Tests;

public sealed class ActivityLibraryTests : TestDatabase
{
    private const int Ours = 1,
        Theirs = 2;

    /// <summary>Ines and Tobiah at one school, Bo at another; an activity of Ines.</summary>
    private async Task<ActivityRecord> SchoolsAsync(Visibility visibility = Visibility.Private)
    {
        await using (var db = NewDb())
        {
            db.Schools.Add(new School { Id = Ours, Name = "Gannet Point" });
            db.Schools.Add(new School { Id = Theirs, Name = "Elsewhere" });
            db.Users.Add(
                new Person
                {
                    Id = "bo",
                    UserName = "bo",
                    DisplayName = "Bo",
                    SchoolId = Theirs,
                }
            );
            foreach (var person in await db.Users.ToListAsync())
            {
                person.SchoolId = person.Id == "bo" ? Theirs : Ours;
            }

            await db.SaveChangesAsync();
        }

        var record = await PublishedAsync();
        await Activities.SetVisibilityAsync(record.Id, visibility);
        return record;
    }

    [Fact]
    public async Task What_somebody_opened_last_comes_first_and_only_for_them()
    {
        async Task<string> MakeAsync(string title) => (await Activities.CreateAsync("ines", Garden(title))).Record.Id;
        var (a, b, c) = (await MakeAsync("A"), await MakeAsync("B"), await MakeAsync("C"));
        Clock.Now += TimeSpan.FromMinutes(1);
        await Shelves.OpenedAsync("ines", a);
        Clock.Now += TimeSpan.FromMinutes(1);
        await Shelves.OpenedAsync("ines", b);
        await Shelves.OpenedAsync("tobiah", c);
        Assert.Equal(["B", "A", "C"], await TitlesAsync("ines", new LibrarySearch()));

        // Opened again it moves up; a line is kept of the newest alone.
        Clock.Now += TimeSpan.FromMinutes(1);
        await Shelves.OpenedAsync("ines", a);
        Assert.Equal(["A", "B", "C"], await TitlesAsync("ines", new LibrarySearch()));
        var found = await Shelves.SearchAsync("ines", new LibrarySearch());
        Assert.Equal(Clock.GetUtcNow(), found.Entries[0].OpenedAt);
        Assert.Null(found.Entries[2].OpenedAt);
    }

    private async Task<IReadOnlyList<string>> TitlesAsync(string person, LibrarySearch search) =>
        (await Shelves.SearchAsync(person, search)).Entries.Select(entry => entry.Record.Title).ToList();

    [Fact]
    public async Task Words_are_found_in_titles_and_inside_and_follow_every_change()
    {
        var draft = await Activities.CreateAsync("ines", Garden("Clouds of the bay"));
        await Activities.CreateAsync("ines", Garden("Tides"));
        Assert.Equal(["Clouds of the bay"], await TitlesAsync("ines", new LibrarySearch { Words = "BAY which?" }));
        Assert.Empty(await TitlesAsync("ines", new LibrarySearch { Words = "bay barometer" }));
        draft = (
            await Activities.EditAsync(draft.Record.Id, draft.Record.Version, "ines", new DescribeActivity("With a barometer", "de"))
        ).Draft;
        Assert.Equal(["Clouds of the bay"], await TitlesAsync("ines", new LibrarySearch { Words = "bay barometer" }));
        Assert.Equal(["Clouds of the bay"], await TitlesAsync("ines", new LibrarySearch { Language = "de" }));
        await Activities.UndoAsync(draft.Record.Id, draft.Record.Version, "ines");
        Assert.Empty(await TitlesAsync("ines", new LibrarySearch { Words = "barometer" }));
    }

    [Fact]
    public async Task Filters_narrow_and_an_activity_without_ages_fits_every_age()
    {
        await Activities.CreateAsync(
            "ines",
            Garden("A") with
            {
                Audience = new Audience
                {
                    Subject = "Weather",
                    Level = "Year 8",
                    AgeFrom = 12,
                    AgeTo = 14,
                },
            }
        );
        await Activities.CreateAsync("ines", Garden("B") with { Audience = new Audience { Subject = "Tides" } });
        Assert.Equal(["A"], await TitlesAsync("ines", new LibrarySearch { Subject = "Weather" }));
        Assert.Equal(["A", "B"], (await TitlesAsync("ines", new LibrarySearch { Age = 13, Order = LibraryOrder.Title })));
        Assert.Equal(["B"], await TitlesAsync("ines", new LibrarySearch { Age = 15 }));
        Assert.Equal(["A", "B"], await TitlesAsync("ines", new LibrarySearch { Kind = ActivityKind.Picture, Order = LibraryOrder.Title }));
        Assert.Empty(await TitlesAsync("ines", new LibrarySearch { Stage = ActivityStage.Published }));
        var choices = await Shelves.ChoicesAsync("ines", Shelf.Mine);
        Assert.Equal(["Tides", "Weather"], choices.Subjects);
        Assert.Equal(["Year 8"], choices.Levels);
    }

    [Fact]
    public async Task Folders_hold_those_below_and_the_bin_gives_back()
    {
        await using var db = NewDb();
        var one = (await Activities.CreateAsync("ines", Garden("One"))).Record.Id;
        var two = (await Activities.CreateAsync("ines", Garden("Two"))).Record.Id;
        await Shelves.MoveAsync("ines", [one], " Year 8 / clouds ");
        Assert.Equal(["One"], await TitlesAsync("ines", new LibrarySearch { Folder = "Year 8" }));
        Assert.Equal(["Year 8", "Year 8/clouds"], (await Shelves.ChoicesAsync("ines", Shelf.Mine)).Folders);
        Assert.Equal(0, await Shelves.BinAsync("tobiah", [one]));
        await Shelves.BinAsync("ines", [one, two]);
        Assert.Empty(await TitlesAsync("ines", new LibrarySearch()));
        Assert.Equal(2, (await TitlesAsync("ines", new LibrarySearch { Shelf = Shelf.Bin })).Count);
        await Shelves.RestoreAsync("ines", [two]);
        Assert.Equal(["Two"], await TitlesAsync("ines", new LibrarySearch()));
        Assert.Equal(1, await Shelves.DeleteAsync("ines", [one, two]));
        Assert.Equal([two], await db.Activities.Select(activity => activity.Id).ToListAsync(TestContext.Current.CancellationToken));
        Assert.Equal([two], await db.ActivityWords.Select(words => words.ActivityId).ToListAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task What_somebody_worked_on_is_never_deleted()
    {
        var record = await PublishedAsync();
        await Attempts.BeginAsync(record, "wren", null);
        await Shelves.BinAsync("ines", [record.Id]);
        Assert.Equal(0, await Shelves.DeleteAsync("ines", [record.Id]));
    }

    [Fact]
    public async Task A_copy_is_ones_own_and_named_apart()
    {
        var original = (await Activities.CreateAsync("ines", Garden())).Record.Id;
        var copy = (await Shelves.CopyAsync(original, "ines", "ines"))!;
        var given = (await Shelves.CopyAsync(original, "ines", "tobiah", "From Ines/Halloran"))!;
        Assert.Equal(("Garden (2)", "Garden", "tobiah", "From Ines/Halloran"), (copy.Title, given.Title, given.OwnerId, given.Folder));
        Assert.Null(await Shelves.CopyAsync(original, "tobiah", "tobiah"));
    }

    [Fact]
    public async Task A_colleague_is_let_in_to_look_or_to_edit_and_out_again()
    {
        var record = await SchoolsAsync();
        var rights = Rights;
        async Task<(bool, bool)> MayAsync() =>
            (await rights.MayReadAsync("garden", "tobiah"), await rights.MayEditAsync("garden", "tobiah"));
        Assert.Equal((false, false), await MayAsync());
        Assert.True(await Shelves.LetInAsync(record, "tobiah", false));
        Assert.Equal((true, false), await MayAsync());
        Assert.Equal(["Garden"], await TitlesAsync("tobiah", new LibrarySearch { Shelf = Shelf.Shared }));
        await Shelves.LetInAsync(record, "tobiah", true);
        Assert.Equal((true, true), await MayAsync());
        await Shelves.LetInAsync(record, "tobiah", null);
        Assert.Equal((false, false), await MayAsync());
    }

    [Theory]
    [InlineData(Visibility.Private)]
    [InlineData(Visibility.ClassOnly)]
    [InlineData(Visibility.School)]
    public async Task Another_schools_teacher_sees_nothing_even_where_one_was_let_in_before(Visibility visibility)
    {
        var record = await SchoolsAsync(visibility);
        await using var db = NewDb();
        var rights = Rights;
        Assert.False(await Shelves.LetInAsync(record, "bo", true));
        await Shelves.LetInAsync(record, "tobiah", true);
        (await db.Users.SingleAsync(person => person.Id == "tobiah", TestContext.Current.CancellationToken)).SchoolId = Theirs;
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        foreach (var stranger in new[] { "bo", "tobiah" })
        {
            Assert.False(await rights.MayReadAsync("garden", stranger));
            Assert.False(await rights.MayEditAsync("garden", stranger));
            Assert.False(await rights.IsOfSchoolAsync("ines", stranger));
            Assert.Empty(await TitlesAsync(stranger, new LibrarySearch { Shelf = Shelf.School }));
            Assert.Empty(await TitlesAsync(stranger, new LibrarySearch { Shelf = Shelf.Shared }));
            Assert.Empty(await Activities.ReusableAsync(stranger, "garden"));
            Assert.Null(await Activities.ReusableDocumentAsync("garden", stranger));
        }
    }

    [Fact]
    public async Task What_is_published_for_the_school_is_found_by_its_teachers_and_open_to_learners_of_its_classes()
    {
        await SchoolsAsync(Visibility.School);
        await using var db = NewDb();
        Assert.Equal(["Garden"], await TitlesAsync("tobiah", new LibrarySearch { Shelf = Shelf.School }));
        var group = (await Classes.CreateAsync("tobiah", "Year 9", "Wren")).Value;
        var wren = await db
            .Enrolments.Where(enrolment => enrolment.ClassId == group.Id)
            .Select(enrolment => enrolment.PersonId)
            .SingleAsync(TestContext.Current.CancellationToken);
        Assert.True(await Rights.IsOfSchoolAsync("ines", wren));
        Assert.Empty(await Shelves.ShowcaseAsync(Ours));
        await Activities.SetVisibilityAsync("garden", Visibility.Showcase);
        Assert.Equal("garden", Assert.Single(await Shelves.ShowcaseAsync(Ours)).Record.Id);
        Assert.Empty(await Shelves.ShowcaseAsync(Theirs));
    }

    [Fact]
    public async Task A_page_of_many_is_as_long_as_a_page()
    {
        for (var i = 0; i < LibrarySearch.PageSize + 3; i++)
        {
            await Activities.CreateAsync("ines", Garden($"Garden {i:00}"));
        }

        var first = await Shelves.SearchAsync("ines", new LibrarySearch { Order = LibraryOrder.Title });
        var second = await Shelves.SearchAsync("ines", new LibrarySearch { Order = LibraryOrder.Title, Page = 1 });
        Assert.Equal((LibrarySearch.PageSize, 3, LibrarySearch.PageSize + 3), (first.Entries.Count, second.Entries.Count, second.Total));
        Assert.Equal("Garden 24", second.Entries[0].Record.Title);
    }
}
