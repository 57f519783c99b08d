using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Registers course sites, for those who run the installation.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class CourseSitesModel(SlateDb db, ToolKeys keys, TimeProvider clock) : PageModel
{
    /// <summary>The fields of a registration.</summary>
    public sealed class Registration
    {
        public string Name { get; set; } = "";

        public string Issuer { get; set; } = "";

        public string ClientId { get; set; } = "";

        public string Deployments { get; set; } = "";

        public string AuthorizationEndpoint { get; set; } = "";

        public string TokenEndpoint { get; set; } = "";

        public string KeySetUrl { get; set; } = "";

        public bool LinksByEmail { get; set; }

        public bool MakesTeachers { get; set; } = true;
    }

    [BindProperty]
    public Registration Site { get; set; } = new();

    public IReadOnlyList<CourseSiteRecord> List { get; private set; } = [];

    /// <summary>The registration that is being changed, or null for a new one.</summary>
    public int? Editing { get; private set; }

    public string? Problem { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string? Said { get; set; }

    public async Task<IActionResult> OnGetAsync(int? edit)
    {
        await LoadAsync();
        if (edit is { } id && List.FirstOrDefault(site => site.Id == id) is { } known)
        {
            Editing = id;
            Site = new Registration
            {
                Name = known.Name,
                Issuer = known.Issuer,
                ClientId = known.ClientId,
                Deployments = known.Deployments,
                AuthorizationEndpoint = known.AuthorizationEndpoint,
                TokenEndpoint = known.TokenEndpoint,
                KeySetUrl = known.KeySetUrl,
                LinksByEmail = known.LinksByEmail,
                MakesTeachers = known.MakesTeachers,
            };
        }

        return Page();
    }

    /// <summary>Registers a course site, or changes a registration: its people, their work and its grades stay with it.</summary>
    public async Task<IActionResult> OnPostKeepAsync(int? site)
    {
        Clean();
        Problem = await RefuseAsync(site);
        if (Problem is not null)
        {
            Editing = site;
            await LoadAsync();
            return Page();
        }

        // One that was put away under this issuer and client id comes back with all that belongs to it.
        var known = await db.CourseSites.SingleOrDefaultAsync(one =>
            site != null ? one.Id == site : one.Issuer == Site.Issuer && one.ClientId == Site.ClientId
        );
        if (known is null)
        {
            known = new CourseSiteRecord
            {
                Name = "",
                Issuer = "",
                ClientId = "",
                AuthorizationEndpoint = "",
                TokenEndpoint = "",
                KeySetUrl = "",
                Deployments = "",
            };
            db.CourseSites.Add(known);
        }

        (known.Name, known.Issuer, known.ClientId, known.Deployments, known.ArchivedAt) = (
            Site.Name,
            Site.Issuer,
            Site.ClientId,
            Site.Deployments,
            site is null ? null : known.ArchivedAt
        );
        (known.AuthorizationEndpoint, known.TokenEndpoint, known.KeySetUrl) = (
            Site.AuthorizationEndpoint,
            Site.TokenEndpoint,
            Site.KeySetUrl
        );
        (known.LinksByEmail, known.MakesTeachers) = (Site.LinksByEmail, Site.MakesTeachers);
        await db.SaveChangesAsync();
        return LocalRedirect("~/keeper/course-sites?said=kept");
    }

    /// <summary>Puts a course site away, or brings it back.</summary>
    public async Task<IActionResult> OnPostArchiveAsync(int id, bool away)
    {
        await db
            .CourseSites.Where(site => site.Id == id)
            .ExecuteUpdateAsync(set => set.SetProperty(site => site.ArchivedAt, away ? clock.GetUtcNow() : null));
        if (away)
        {
            await db.FrameSessions.Where(session => session.CourseSiteId == id).ExecuteDeleteAsync();
        }

        return LocalRedirect($"~/keeper/course-sites?said={(away ? "away" : "back")}");
    }

    /// <summary>Blanks around what was pasted are nobody's; ids may be parted by commas and lines too.</summary>
    private void Clean()
    {
        (Site.Name, Site.Issuer, Site.ClientId) = (Site.Name.Trim(), Site.Issuer.Trim(), Site.ClientId.Trim());
        (Site.AuthorizationEndpoint, Site.TokenEndpoint, Site.KeySetUrl) = (
            Site.AuthorizationEndpoint.Trim(),
            Site.TokenEndpoint.Trim(),
            Site.KeySetUrl.Trim()
        );
        Site.Deployments = string.Join(
            ' ',
            Site.Deployments.Split([' ', ',', ';', '\t', '\r', '\n'], StringSplitOptions.RemoveEmptyEntries).Distinct()
        );
    }

    private async Task<string?> RefuseAsync(int? site)
    {
        var wrong = new[] { Site.AuthorizationEndpoint, Site.TokenEndpoint, Site.KeySetUrl }.FirstOrDefault(address =>
            !Uri.TryCreate(address, UriKind.Absolute, out var uri) || uri.Scheme is not ("http" or "https")
        );
        return wrong is not null ? $"«{wrong}» is not an http or https address."
            : new[] { Site.Name, Site.Issuer, Site.ClientId, Site.Deployments }.Any(field => field.Length == 0) ? "Fill in every field."
            : await db.CourseSites.AnyAsync(s =>
                s.Issuer == Site.Issuer && s.ClientId == Site.ClientId && (site == null ? s.ArchivedAt == null : s.Id != site)
            )
                ? "This issuer is registered already with this client id."
            : null;
    }

    public async Task<IActionResult> OnPostRotateAsync()
    {
        await keys.RotateAsync();
        return LocalRedirect("~/keeper/course-sites?said=key");
    }

    private async Task LoadAsync() => List = await db.CourseSites.AsNoTracking().OrderBy(s => s.Name).ToListAsync();
}
