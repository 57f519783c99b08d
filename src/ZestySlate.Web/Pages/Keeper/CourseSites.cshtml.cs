using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Registers course sites, for those who run the installation.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class CourseSitesModel(CourseSiteStore sites, ToolKeys keys, Registrations registrations, FrameAncestors ancestors)
    : PageModel
{
    [BindProperty]
    public RegistrationForm Site { get; set; } = new();

    public IReadOnlyList<CourseSiteRecord> List { get; private set; } = [];

    /// <summary>Our keys that are published, the one that signs first.</summary>
    public IReadOnlyList<ToolKey> Keys { get; private set; } = [];

    /// <summary>Launches that were refused, the newest first.</summary>
    public IReadOnlyList<RefusedLaunch> Refused { get; private set; } = [];

    /// <summary>The registration that is being changed, or null for a new one.</summary>
    public int? Editing { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>What was tried of which course site, and what came of it.</summary>
    public (CourseSiteRecord Site, IReadOnlyList<(string What, string? Problem)> Found)? Tried { get; private set; }

    /// <summary>The address by which one course site may register itself; shown once.</summary>
    public string? RegisterAt { get; private set; }

    /// <summary>True when the fields stand as a configuration says, and were not kept yet.</summary>
    public bool WasRead { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string? Said { get; set; }

    public async Task<IActionResult> OnGetAsync(int? edit)
    {
        await LoadAsync();
        if (edit is { } id && List.FirstOrDefault(site => site.Id == id) is { } known)
        {
            (Editing, Site) = (id, RegistrationForm.Of(known));
        }

        return Page();
    }

    /// <summary>Registers a course site, or changes a registration: its people, their work and its grades stay with it.</summary>
    public async Task<IActionResult> OnPostKeepAsync(int? site)
    {
        Site.Clean();
        Problem = Site.Refuse() ?? await RefuseTwiceAsync(site);
        if (Problem is not null)
        {
            Editing = site;
            await LoadAsync();
            return Page();
        }

        await sites.KeepAsync(site, Site.Issuer, Site.ClientId, Site.Write);
        ancestors.Forget();
        return LocalRedirect("~/keeper/course-sites?said=kept");
    }

    /// <summary>Fills the fields from a configuration, as text or at an address; what is kept is pressed afterwards.</summary>
    public async Task<IActionResult> OnPostReadAsync(int? site, string? configuration)
    {
        ModelState.Clear();
        Editing = site;
        var read = await registrations.ReadAsync(configuration ?? "", HttpContext.RequestAborted);
        if (read.Succeeded)
        {
            Site.Take(read.Value);
        }

        (WasRead, Problem) = (read.Succeeded, read.Refusal);
        await LoadAsync();
        return Page();
    }

    /// <summary>Makes an address by which one course site may register itself.</summary>
    public async Task<IActionResult> OnPostLinkAsync()
    {
        RegisterAt = $"{OwnAddress.Of(HttpContext)}/lti/register?key={await registrations.NewLinkAsync()}";
        await LoadAsync();
        return Page();
    }

    /// <summary>Tries a registration.</summary>
    public async Task<IActionResult> OnPostTryAsync(int id)
    {
        await LoadAsync();
        if (List.FirstOrDefault(site => site.Id == id) is { } known)
        {
            Tried = (known, await registrations.TryAsync(known, HttpContext.RequestAborted));
        }

        return Page();
    }

    /// <summary>Puts a course site away, or brings it back.</summary>
    public async Task<IActionResult> OnPostArchiveAsync(int id, bool away)
    {
        await sites.ArchiveAsync(id, away);
        return LocalRedirect($"~/keeper/course-sites?said={(away ? "away" : "back")}");
    }

    public async Task<IActionResult> OnPostRotateAsync()
    {
        await keys.RotateAsync();
        return LocalRedirect("~/keeper/course-sites?said=key");
    }

    /// <summary>Withdraws the keys that sign no more.</summary>
    public async Task<IActionResult> OnPostWithdrawAsync()
    {
        await keys.WithdrawOldAsync();
        return LocalRedirect("~/keeper/course-sites?said=withdrawn");
    }

    /// <summary>Empties the list of refused launches.</summary>
    public async Task<IActionResult> OnPostForgetAsync()
    {
        await sites.ForgetRefusedAsync();
        return LocalRedirect("~/keeper/course-sites");
    }

    private async Task<string?> RefuseTwiceAsync(int? site) =>
        await sites.IsTakenAsync(site, Site.Issuer, Site.ClientId) ? "This issuer is registered already with this client id." : null;

    private async Task LoadAsync()
    {
        List = await sites.AllAsync();
        Keys = await keys.PublishedAsync();
        Refused = await sites.RefusedAsync(50);
    }
}
