using Microsoft.AspNetCore.Identity;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Tests;

/// <summary>What pages ask of people, schools, assignments and course sites.</summary>
public sealed class PeopleStoreTests : TestDatabase
{
    private static readonly DateTimeOffset Monday = new(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);

    private async Task AddAsync(params object[] rows)
    {
        await using var db = NewDb();
        db.AddRange(rows);
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
    }

    private static Person Somebody(string id, string name, int? school = null) =>
        new()
        {
            Id = id,
            UserName = id,
            DisplayName = name,
            CreatedAt = Monday,
            SchoolId = school,
        };

    /// <summary>What stands for any letters in a search is a letter here; who has a role is no learner.</summary>
    [Theory]
    [InlineData("100%", "a")]
    [InlineData("_wren_", "b")]
    [InlineData("back\\slash", "c")]
    [InlineData("wren", "b d")]
    [InlineData("%", "a")]
    public async Task Learners_are_found_by_what_was_typed(string words, string found)
    {
        await AddAsync(
            Somebody("a", "100% Otis"),
            Somebody("b", "The _Wren_"),
            Somebody("c", "Back\\slash"),
            Somebody("d", "Wren"),
            Somebody("e", "Wren who teaches"),
            new IdentityRole("Teacher") { Id = "teacher" },
            new IdentityUserRole<string> { UserId = "e", RoleId = "teacher" }
        );
        var people = new PeopleStore(this);
        Assert.Equal(found, string.Join(' ', (await people.FindLearnersAsync(words, 10)).Select(one => one.Id).Order()));
        Assert.Single(await people.FindLearnersAsync("wren", 1));
        Assert.Null(await people.LearnerAsync("e"));
        Assert.Equal(("Wren", 0), (await people.LearnerAsync("d")) is { } wren ? (wren.Name, wren.Ways.Count) : default);
    }

    [Fact]
    public async Task A_school_is_renamed_made_and_taken_away()
    {
        var schools = new SchoolStore(this);
        var id = await schools.KeepAsync(null, "Gannet Point");
        Assert.Equal(id, await schools.KeepAsync(id, "Wren Isle"));
        await AddAsync(Somebody("a", "Ines", id));
        Assert.Equal("Wren Isle", (await new PeopleStore(this).SchoolOfAsync("a"))!.Name);
        Assert.Null(await new PeopleStore(this).SchoolOfAsync("nobody"));
        var other = await schools.KeepAsync(null, "Another");
        await schools.RemoveAsync(other);
        Assert.Equal(["Wren Isle"], (await schools.AllAsync()).Select(school => school.Name));
        Assert.Null(await schools.FindAsync(other));
    }

    /// <summary>Taken away, kept back, excused: none of it is to do.</summary>
    [Fact]
    public async Task A_learner_is_told_of_what_is_to_be_done_by_them()
    {
        var group = new ClassRecord
        {
            Name = "Year 8",
            TeacherId = "ines",
            Code = "COAST8",
        };
        await AddAsync(group, Somebody("a", "Wren"));
        AssignmentRecord Given(string title, bool withdrawn = false, bool keptBack = false) =>
            new()
            {
                ActivityId = title,
                Title = title,
                ClassId = group.Id,
                CreatedAt = Monday,
                Withdrawn = withdrawn,
                KeptBack = keptBack,
            };
        var (open, later, excused) = (Given("open"), Given("later"), Given("excused"));
        await AddAsync(open, later, excused, Given("gone", withdrawn: true), Given("back", keptBack: true));
        await AddAsync(
            new EnrolmentRecord
            {
                ClassId = group.Id,
                PersonId = "a",
                RosterName = "Wren",
            },
            new AssignmentException
            {
                AssignmentId = later.Id,
                PersonId = "a",
                ExtraDays = 3,
            },
            new AssignmentException
            {
                AssignmentId = excused.Id,
                PersonId = "a",
                Excused = true,
            }
        );
        var store = new AssignmentStore(this);
        var told = await store.ForLearnerAsync("a");
        Assert.Equal(
            [("later", 3), ("open", 0)],
            told.Select(one => (one.Given.Title, one.Exception?.ExtraDays ?? 0)).OrderBy(one => one.Title)
        );

        // Said false of a change, nothing of it is kept; of another class's, nothing is changed at all.
        await store.ChangeAsync(group.Id, open.Id, (given, exceptions) =>
        {
            given.Title = "never";
            exceptions.Set("a", true, 9);
            return false;
        });
        await store.ChangeAsync(group.Id + 1, open.Id, (given, _) => (given.Title = "never").Length > 0);
        var (same, none) = (await store.InClassAsync(group.Id, open.Id))!.Value;
        Assert.Equal(("open", 0), (same.Title, none.Count));
        await store.ChangeAsync(group.Id, open.Id, (given, exceptions) =>
        {
            given.Title = "kept";
            exceptions.Set("a", false, 0);
            return true;
        });
        var (kept, still) = (await store.InClassAsync(group.Id, open.Id))!.Value;
        Assert.Equal(("kept", 0), (kept.Title, still.Count));
    }

    private static Action<CourseSiteRecord> Named(string name) =>
        site => (site.Name, site.Issuer, site.ClientId) = (name, "https://courses.example", "slate");

    [Fact]
    public async Task A_course_site_that_was_put_away_comes_back_with_what_belongs_to_it()
    {
        var sites = new CourseSiteStore(this, TimeProvider.System);
        Task<bool> Taken(int? except) => sites.IsTakenAsync(except, "https://courses.example", "slate");
        await sites.KeepAsync(null, "https://courses.example", "slate", Named("Courses"));
        var id = (await sites.AllAsync()).Single().Id;
        Assert.Equal((true, false, true), (await Taken(null), await Taken(id), await Taken(id + 1)));
        await sites.ArchiveAsync(id, away: true);
        Assert.Equal((false, true), (await Taken(null), await Taken(id + 1)));
        await sites.KeepAsync(id, "", "", Named("Renamed"));
        Assert.NotNull((await sites.OneAsync(id)).ArchivedAt);
        await sites.KeepAsync(null, "https://courses.example", "slate", Named("Back"));
        var back = (await sites.AllAsync()).Single();
        Assert.Equal((id, "Back", null), (back.Id, back.Name, back.ArchivedAt));
    }

    /// <summary>Said twice, or by somebody else, nothing is claimed.</summary>
    [Fact]
    public async Task Somebody_of_a_course_site_is_claimed_once_by_the_owner_alone()
    {
        var sites = new CourseSiteStore(this, TimeProvider.System);
        await sites.KeepAsync(null, "https://courses.example", "slate", Named("Courses"));
        var site = (await sites.AllAsync()).Single().Id;
        await AddAsync(
            Somebody("before", "From the course"),
            Somebody("petra", "Petra"),
            new CourseSitePerson
            {
                CourseSiteId = site,
                Subject = "u1",
                PersonId = "before",
            },
            new AccountLink
            {
                CourseSiteId = site,
                Subject = "u1",
                PersonId = "petra",
                Name = "Petra",
                At = Monday,
            }
        );
        Assert.Null(await sites.ClaimAsync(site, "u1", "mireille", mine: true));
        Assert.Single(await sites.ClaimsOfAsync("petra"));
        Assert.Equal("before", await sites.ClaimAsync(site, "u1", "petra", mine: true));
        Assert.Null(await sites.ClaimAsync(site, "u1", "petra", mine: true));
        Assert.Empty(await sites.ClaimsOfAsync("petra"));
    }
}
