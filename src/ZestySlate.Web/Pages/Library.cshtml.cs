using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Formats.Starts;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Starts;

namespace ZestySlate.Web.Pages;

/// <summary>The teacher's activities and those of colleagues: found, sorted, copied, thrown away.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class LibraryModel(PeopleStore people, ActivityLibrary library, StartCatalogue starts) : PageModel
{
    public LibrarySearch Search { get; private set; } = new();

    public LibraryFound Found { get; private set; } = new([], 0);

    public LibraryChoices Choices { get; private set; } = new([], [], [], []);

    /// <summary>The teacher's school, or null.</summary>
    public School? School { get; private set; }

    /// <summary>What was done last, in words.</summary>
    public string? Said { get; private set; }

    /// <summary>What can be taken out of the bin again at once.</summary>
    public string? JustBinned { get; private set; }

    /// <summary>What the activity is now, in words.</summary>
    public static string StateOf(ActivityRecord record) =>
        record.NewestEdition == 0
            ? "Draft"
            : Visibilities.Name(record.Visibility) + (record.Head != record.PublishedRevision ? ", changed since" : "");

    /// <summary>True where the list is shown in lines instead of cards.</summary>
    public bool IsList { get; private set; }

    /// <summary>What narrows the list, each with the list's address without it.</summary>
    public IEnumerable<(string Title, string Without)> Narrowings =>
        from set in Fields()
        where set.Title is not null && set.Value is { Length: > 0 }
        select (set.Title!, Query(Fields().Where(other => other.Name != set.Name && other.Name != "page")));

    /// <summary>How many of the filters behind *More* are set.</summary>
    public int SetBehindMore =>
        Fields().Count(set => set is { Name: "subject" or "level" or "age" or "language" or "state", Value.Length: > 0 });

    /// <summary>What an empty library begins with: examples to take apart.</summary>
    public IEnumerable<Start> Examples => Shown.Select(starts.Of).OfType<Start>();

    private static readonly string[] Shown = ["labelled-picture", "quiz", "story"];

    public async Task OnGetAsync(
        [FromQuery(Name = "page")] int page,
        string? shelf,
        string? words,
        string? folder,
        string? subject,
        string? level,
        int? age,
        string? language,
        string? kind,
        string? state,
        string? order,
        string? view,
        string? binned,
        string? said
    )
    {
        var me = User.Id();
        Search = new LibrarySearch
        {
            Shelf = ReadOr(shelf, Shelf.Mine),
            Words = words ?? "",
            Folder = folder ?? "",
            Subject = subject ?? "",
            Level = level ?? "",
            Age = age,
            Language = language ?? "",
            Kind = Named.TryRead<ActivityKind>(kind, out var sort) ? sort : null,
            Stage = Named.TryRead<ActivityStage>(state, out var stage) ? stage : null,
            Order = ReadOr(order, LibraryOrder.Opened),
            Page = Math.Max(0, page),
        };
        IsList = RememberedView(view) == "list";
        Found = await library.SearchAsync(me, Search);
        Choices = await library.ChoicesAsync(me, Search.Shelf);
        School = await people.SchoolOfAsync(me);
        JustBinned = binned;
        Said = binned is { Length: > 0 }
            ? Count(binned.Split(',').Length, "is in the bin", "are in the bin")
            : said switch
            {
                "restored" => "Back in the library.",
                "moved" => "Moved.",
                "deleted" => "Deleted for good.",
                "kept" => "Somebody has worked on it or has it in a class, so it stays in the bin.",
                _ => null,
            };
    }

    /// <summary>Does something with those that are ticked.</summary>
    public async Task<IActionResult> OnPostSeveralAsync(string? act, string[] items, string? folder, string? back)
    {
        var me = User.Id();
        switch (act)
        {
            case "bin":
                await library.BinAsync(me, items);
                return Back(back, "binned=" + string.Join(',', items));
            case "restore":
                await library.RestoreAsync(me, items);
                return Back(back, "said=restored");
            case "move":
                await library.MoveAsync(me, items, folder ?? "");
                return Back(back, "said=moved");
            case "delete":
                return Back(back, await library.DeleteAsync(me, items) == items.Length ? "said=deleted" : "said=kept");
            default:
                return Back(back, "");
        }
    }

    /// <summary>Takes back what was thrown away last.</summary>
    public async Task<IActionResult> OnPostUndoAsync(string? items, string? restored, string? back)
    {
        await library.RestoreAsync(User.Id(), (restored ?? items ?? "").Split(','));
        return Back(back, "said=restored");
    }

    /// <summary>A copy of one's own, or of a colleague's, as a draft of one's own; opened at once.</summary>
    public async Task<IActionResult> OnPostCopyAsync(string of)
    {
        var me = User.Id();
        return await library.CopyAsync(of, me, me) is { } copy ? LocalRedirect($"~/author/{copy.Id}") : LocalRedirect("~/not-yours");
    }

    /// <summary>The address of the list with something else set; a filter that is empty is left out.</summary>
    public string Address(string? shelf = null, string? folder = null, int page = 0, string? words = null)
    {
        var set = new Dictionary<string, string?>
        {
            ["shelf"] = shelf,
            ["folder"] = shelf is null ? folder : folder ?? "",
            ["words"] = words,
            ["page"] = page > 0 ? page.ToString(CultureInfo.InvariantCulture) : "",
        };
        return Query(Fields().Select(field => field with { Value = set.GetValueOrDefault(field.Name) ?? field.Value }));
    }

    /// <summary>One field of the list's address.</summary>
    /// <param name="Name">Its name there.</param>
    /// <param name="Value">What it is set to; empty for nothing.</param>
    /// <param name="Title">What it is called where it narrows the list; null where it does not.</param>
    private sealed record Field(string Name, string? Value, string? Title = null);

    private IEnumerable<Field> Fields()
    {
        yield return new("shelf", Search.Shelf == Shelf.Mine ? "" : Search.Shelf.ToString().ToLowerInvariant());
        yield return new("folder", Search.Folder);
        yield return new("words", Search.Words, $"“{Search.Words}”");
        yield return new("subject", Search.Subject, Search.Subject);
        yield return new("level", Search.Level, Search.Level);
        yield return new("age", Search.Age?.ToString(CultureInfo.InvariantCulture), $"age {Search.Age}");
        yield return new("language", Search.Language, LanguageName(Search.Language));
        yield return new("kind", Search.Kind?.ToString(), Search.Kind is { } kind ? ActivityKinds.Name(kind) : null);
        yield return new("state", Search.Stage?.ToString(), Search.Stage is { } stage ? StageName(stage) : null);
        yield return new("order", Search.Order == LibraryOrder.Opened ? "" : Search.Order.ToString());
        yield return new("page", Search.Page > 0 ? Search.Page.ToString(CultureInfo.InvariantCulture) : "");
    }

    /// <summary>How a language is called in lists.</summary>
    public static string LanguageName(string tag) => Languages.All.FirstOrDefault(language => language.Tag == tag).Name ?? tag;

    /// <summary>How a stage is called in lists.</summary>
    public static string StageName(ActivityStage stage) =>
        stage switch
        {
            ActivityStage.Draft => "Drafts",
            ActivityStage.Published => "Published",
            _ => "Changed since published",
        };

    private static string Query(IEnumerable<Field> fields) =>
        "?"
        + string.Join(
            '&',
            fields.Where(field => field.Value is { Length: > 0 }).Select(field => $"{field.Name}={Uri.EscapeDataString(field.Value!)}")
        );

    /// <summary>Cards or lines: as chosen just now, else as chosen last on this device.</summary>
    private string? RememberedView(string? chosen)
    {
        const string Cookie = "library-view";
        if (chosen is "list" or "cards")
        {
            Response.Cookies.Append(
                Cookie,
                chosen,
                new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Lax,
                    MaxAge = TimeSpan.FromDays(400),
                    Secure = Request.IsHttps,
                }
            );
            return chosen;
        }

        return Request.Cookies[Cookie];
    }

    private LocalRedirectResult Back(string? query, string more) =>
        LocalRedirect("~/library?" + string.Join('&', new[] { (query ?? "").TrimStart('?'), more }.Where(part => part.Length > 0)));

    private static string Count(int number, string one, string several) =>
        number == 1 ? $"1 activity {one}." : $"{number} activities {several}.";

    private static T ReadOr<T>(string? text, T usual)
        where T : struct, Enum => Named.TryRead<T>(text, out var known) && Enum.IsDefined(known) ? known : usual;
}
