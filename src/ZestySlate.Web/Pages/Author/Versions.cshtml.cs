using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Every edition of an activity and every kept state of its draft: to be named, compared, brought back, begun from.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class VersionsModel(ActivityStore store, Versions versions) : PageModel
{
    private const int PageSize = 25;

    public Draft Draft { get; private set; } = null!;

    public IReadOnlyList<VersionEntry> Entries { get; private set; } = [];

    public Pager Pager { get; private set; } = new(0, PageSize, 0, _ => "");

    /// <summary>False for editions and named states alone.</summary>
    [BindProperty(SupportsGet = true)]
    public bool All { get; set; } = true;

    /// <summary>The older and the newer of two to be compared.</summary>
    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? To { get; set; }

    /// <summary>What differs between the two, or null.</summary>
    public EditionDifference? Difference { get; private set; }

    /// <summary>What was done, or why it was not.</summary>
    public string? Said { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>True for the version that the draft is.</summary>
    public bool IsDraft(VersionEntry entry) => !entry.Key.IsEdition && entry.Key.Number == Draft.Record.Head;

    /// <summary>True for the newest edition.</summary>
    public bool IsNewest(VersionEntry entry) => entry.Key.IsEdition && entry.Key.Number == Draft.Record.NewestEdition;

    public async Task OnGetAsync(string activity, int at, string? said, bool compare)
    {
        await LoadAsync(activity, at);
        Said = said switch
        {
            "named" => "Named.",
            "unnamed" => "Its name is gone.",
            _ => null,
        };
        if (VersionKey.Read(From) is not { } from || VersionKey.Read(To) is not { } to)
        {
            Problem = compare ? "Choose two: one “from” and one “to”." : null;
            return;
        }

        var (older, newer) = (await versions.DocumentAsync(activity, from), await versions.DocumentAsync(activity, to));
        if (older is null || newer is null)
        {
            Problem = "One of the two is not kept any more.";
            return;
        }

        Difference = EditionDifference.Between(older, newer);
    }

    /// <summary>Calls a version something.</summary>
    public async Task<IActionResult> OnPostNameAsync(string activity, string? version, string? name, int at)
    {
        if (VersionKey.Read(version) is { } key && await versions.NameAsync(activity, key, name ?? ""))
        {
            var said = string.IsNullOrWhiteSpace(name) ? "unnamed" : "named";
            return LocalRedirect($"~/author/{activity}/versions?at={at}&all={All}&said={said}#{key}");
        }

        return await GoneAsync(activity);
    }

    /// <summary>Brings a version back as a new state of the draft, unless somebody has changed that meanwhile.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="version">Which.</param>
    /// <param name="seen">The version of the draft that the author had before them.</param>
    public async Task<IActionResult> OnPostRestoreAsync(string activity, string? version, int seen)
    {
        if (VersionKey.Read(version) is not { } key || await versions.DocumentAsync(activity, key) is not { } document)
        {
            return await GoneAsync(activity);
        }

        var made = await store.EditAsync(activity, seen, User.Id(), new Restore(document, key.Said));
        if (made.Conflict is { } who)
        {
            await LoadAsync(activity, 0);
            Problem = $"The draft was changed meanwhile by {who}, so nothing was brought back. Here is how it stands now.";
            Response.StatusCode = StatusCodes.Status409Conflict;
            return Page();
        }

        return LocalRedirect($"~/author/{activity}");
    }

    /// <summary>Begins another activity from a version.</summary>
    public async Task<IActionResult> OnPostCopyAsync(string activity, string? version)
    {
        if (VersionKey.Read(version) is not { } key || await versions.DocumentAsync(activity, key) is not { } document)
        {
            return await GoneAsync(activity);
        }

        var begun = await store.CreateAsync(User.Id(), document with { Title = $"{document.Title}, from {key.Said}" });
        return LocalRedirect($"~/author/{begun.Record.Id}");
    }

    private async Task<IActionResult> GoneAsync(string activity)
    {
        await LoadAsync(activity, 0);
        Problem = "This version is not kept any more.";
        Response.StatusCode = StatusCodes.Status404NotFound;
        return Page();
    }

    private async Task LoadAsync(string activity, int at)
    {
        Draft = (await store.DraftAsync(activity))!;
        var (total, page) = await versions.ListAsync(activity, All, Math.Max(0, at) * PageSize, PageSize);
        if (page.Count == 0 && at > 0)
        {
            at = Pager.Near(at, PageSize, total);
            (total, page) = await versions.ListAsync(activity, All, at * PageSize, PageSize);
        }

        Entries = page;
        Pager = new Pager(at, PageSize, total, to => $"{Request.PathBase}/author/{activity}/versions?at={to}&all={All}");
    }
}
