using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Trails;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Demo;

/// <summary>
/// The made-up Gannet Point Weather School: teachers, a class with its learners, an activity, and attempts that went through
/// the real delivery. Starting again changes nothing that is there already.
/// </summary>
internal static class DemoSchool
{
    /// <summary>The password of every demo account; the demo is switched off in a real installation.</summary>
    public const string Password = "barometer-rising";

    /// <summary>The one that Tobiah Renn built.</summary>
    private const string TobiahsId = "watchtides";

    private const string SchoolName = "Gannet Point Weather School";

    /// <summary>Ines as the demo's course site knows her.</summary>
    private const string InesThere = "t-ines";

    /// <summary>The address of the demo activity, known to the demo course site.</summary>
    public const string GardenId = "garden";

    /// <summary>The activities without a past: file and code.</summary>
    private static readonly (string File, string Id)[] Looked =
    [
        ("todays-map", "todaymap"),
        ("bulletin-words", "bulletin"),
        ("silent-beacon", "beacon"),
        ("watch-room", "watchroom"),
        ("evening-bulletin", "eighteen"),
        ("watchkeepers-test", "watchtest"),
        ("messgarten", "messgarten"),
        ("nashrat-al-masa", "nashra"),
        ("clouds-by-height", "clouds"),
        ("name-the-sky", "sky"),
        ("tide-table", "tides"),
        ("sea-breeze", "breeze"),
        ("log-your-coast", "coast"),
        ("a-front-passes", "front"),
        ("on-the-lamp-gallery", "gallery"),
        ("shall-we-issue-the-warning", "warning"),
        ("where-is-the-buoy", "buoy"),
    ];

    private static readonly (string Email, string Name, string[] Roles)[] Teachers =
    [
        ("ines.halloran@gannetpoint.example", "Ines Halloran", [Roles.Teacher]),
        ("tobiah.renn@gannetpoint.example", "Tobiah Renn", [Roles.Teacher, Roles.Keeper]),
        ("mireille.osei@gannetpoint.example", "Mireille Osei", [Roles.Teacher]),
    ];

    /// <summary>Makes what is not there yet.</summary>
    public static async Task EnsureAsync(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var provider = scope.ServiceProvider;
        await using var db = await provider.GetRequiredService<IDbContextFactory<SlateDb>>().CreateDbContextAsync();
        var configuration = provider.GetRequiredService<IConfiguration>();
        await EnsureTeachersAsync(db, provider.GetRequiredService<UserManager<Person>>());
        await EnsureCourseSiteAsync(db, configuration["Demo:CourseSite"]);
        if (await db.Activities.AnyAsync(activity => activity.Id == GardenId))
        {
            return;
        }

        var folder = configuration["Demo:Folder"] ?? Path.Combine(AppContext.BaseDirectory, "demo");
        var ines = await db.Users.SingleAsync(person => person.Email == Teachers[0].Email);
        var tobiah = await db.Users.SingleAsync(person => person.Email == Teachers[1].Email);
        // Today's map first: others have it inside.
        foreach (var (file, id) in Looked)
        {
            await PublishAsync(provider, folder, file, id, ines.Id);
        }

        await PublishBookAsync(provider, folder, ines.Id);
        await PublishAsync(provider, folder, "tide-table", TobiahsId, tobiah.Id, tides =>
            tides with
            {
                Title = "Tides for the evening watch",
            }
        );
        await ShareAsync(db, ines.Id, tobiah.Id);

        await PublishAsync(provider, folder, "watchkeepers-test", "watchsheet", ines.Id, AsWorksheet);
        var document = await PublishAsync(provider, folder, "instrument-garden", GardenId, ines.Id);
        var classes = provider.GetRequiredService<ClassStore>();
        var roster = await File.ReadAllTextAsync(Path.Combine(folder, "rosters", "year-8-coast-and-sky.txt"));
        var group = (await classes.CreateAsync(ines.Id, "Year 8 Coast & Sky", roster)).Value;
        db.Attach(group).Entity.Code = "COAST8";
        await db.SaveChangesAsync();
        await classes.GiveAsync(group.Id, GardenId, document.Title);
        await DemoAttempts.PlayAsync(provider, group, document);
        await PublishAsync(provider, folder, "quick-check", DemoPast.CheckId, ines.Id, DemoPast.WithWrongKey);
        var watch = (
            await classes.CreateAsync(
                ines.Id,
                "Watchkeepers, evening",
                await File.ReadAllTextAsync(Path.Combine(folder, "rosters", "watchkeepers-evening.txt"))
            )
        ).Value;
        var writers = (
            await classes.CreateAsync(
                ines.Id,
                "Bulletin writers",
                await File.ReadAllTextAsync(Path.Combine(folder, "rosters", "bulletin-writers.txt"))
            )
        ).Value;
        foreach (var learner in await db.Enrolments.Where(learner => learner.ClassId == watch.Id).ToListAsync())
        {
            learner.Email =
                string.Join(
                    '.',
                    learner
                        .RosterName.ToLowerInvariant()
                        .Normalize(System.Text.NormalizationForm.FormD)
                        .Split(' ')
                        .Select(part => new string(part.Where(char.IsAsciiLetter).ToArray()))
                        .Where(part => part.Length > 0)
                ) + "@watch.gannetpoint.example";
        }

        await db.SaveChangesAsync();
        await ActivatorUtilities
            .CreateInstance<DemoPast>(provider)
            .PlayAsync(group, watch, writers, await ActivityFiles.ReadAsync(Path.Combine(folder, "activities", "quick-check.json")));
    }

    /// <summary>The worksheet version of the test: every question of the pool, all on a page, as often as wanted.</summary>
    private static Activity AsWorksheet(Activity test)
    {
        var recipe = Recipes.Begin(Recipe.Worksheet, "Watchkeeper's worksheet", test.Language);
        return recipe with
        {
            Summary = "The whole pool of the watchkeeper's test, to practise with.",
            Scenes = test.Scenes.Select(scene => scene with { Draw = null }).ToValueList(),
        };
    }

    /// <summary>Folders, examples for everybody, and a colleague let in.</summary>
    private static async Task ShareAsync(SlateDb db, string ines, string tobiah)
    {
        foreach (var activity in await db.Activities.ToListAsync())
        {
            activity.Folder = activity.OwnerId == ines ? activity.Level : "";
            activity.Visibility = activity.Id switch
            {
                TobiahsId => Visibility.School,
                "sky" or "watchroom" => Visibility.Showcase,
                _ => activity.Visibility,
            };
        }

        db.ActivityColleagues.Add(
            new ActivityColleague
            {
                ActivityId = "breeze",
                PersonId = tobiah,
                MayEdit = true,
            }
        );
        db.ActivityColleagues.Add(new ActivityColleague { ActivityId = TobiahsId, PersonId = ines });
        await db.SaveChangesAsync();
    }

    private static async Task<Activity> PublishAsync(
        IServiceProvider provider,
        string folder,
        string file,
        string id,
        string ownerId,
        Func<Activity, Activity>? change = null
    )
    {
        var store = provider.GetRequiredService<ActivityStore>();
        var document = await ActivityFiles.LoadAsync(
            Path.Combine(folder, "activities", file + ".json"),
            folder,
            provider.GetRequiredService<MediaIntake>(),
            provider.GetRequiredService<MediaLibrary>(),
            ownerId
        );
        document = change?.Invoke(document) ?? document;
        await store.CreateAsync(ownerId, document, id);
        await store.PublishAsync(id, ownerId);
        await store.SetVisibilityAsync(id, Visibility.Link);
        return document;
    }

    /// <summary>The book of two pages: the film and the tide table, each linked, below each other.</summary>
    private static async Task PublishBookAsync(IServiceProvider provider, string folder, string ownerId)
    {
        var store = provider.GetRequiredService<ActivityStore>();
        Activity With(Activity book, string stop, string id) =>
            new TakeAsStop(stop, store.Edition(id, 1), new Origin(id, 1, "")).Apply(book).Value;
        await PublishAsync(provider, folder, "front-and-tide", "book", ownerId, book =>
            new SetTrail(TrailShown.Unfolding, "", true).Apply(With(With(book, "film", "front"), "table", "tides")).Value
        );
    }

    private static async Task EnsureTeachersAsync(SlateDb db, UserManager<Person> people)
    {
        var school = await db.Schools.FirstOrDefaultAsync(known => known.Name == SchoolName);
        if (school is null)
        {
            school = new School { Name = SchoolName };
            db.Schools.Add(school);
            await db.SaveChangesAsync();
        }

        foreach (var (email, name, roles) in Teachers)
        {
            if (await people.FindByEmailAsync(email) is not null)
            {
                continue;
            }

            var person = new Person
            {
                UserName = email,
                Email = email,
                DisplayName = name,
                CreatedAt = DateTimeOffset.UtcNow,
                SchoolId = school.Id,
            };
            var made = await people.CreateAsync(person, Password);
            if (!made.Succeeded)
            {
                throw new InvalidOperationException(string.Join(' ', made.Errors.Select(error => error.Description)));
            }

            await people.AddToRolesAsync(person, roles);
        }
    }

    private static async Task EnsureCourseSiteAsync(SlateDb db, string? address)
    {
        if (address is null)
        {
            return;
        }

        var site = await db.CourseSites.SingleOrDefaultAsync(s => s.ClientId == "zesty-slate");
        if (site is null)
        {
            site = new CourseSiteRecord
            {
                Name = "Gannet Point courses",
                Issuer = "",
                ClientId = "zesty-slate",
                Deployments = "gannet-point-1",
                AuthorizationEndpoint = "",
                TokenEndpoint = "",
                KeySetUrl = "",
                LinksByEmail = true,
            };
            db.CourseSites.Add(site);
        }

        // Ines has confirmed that she is the one of her name there.
        var ines = await db.Users.SingleAsync(person => person.Email == Teachers[0].Email);
        await db.SaveChangesAsync();
        if (!await db.CourseSitePeople.AnyAsync(person => person.CourseSiteId == site.Id && person.Subject == InesThere))
        {
            db.CourseSitePeople.Add(
                new CourseSitePerson
                {
                    CourseSiteId = site.Id,
                    Subject = InesThere,
                    PersonId = ines.Id,
                }
            );
        }

        site.Issuer = address;
        site.AuthorizationEndpoint = address + "/lti/authorize";
        site.TokenEndpoint = address + "/lti/token";
        site.KeySetUrl = address + "/lti/keys";
        await db.SaveChangesAsync();
    }
}
