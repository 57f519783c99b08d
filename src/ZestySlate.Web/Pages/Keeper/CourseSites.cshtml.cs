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
public sealed class CourseSitesModel(SlateDb db, ToolKeys keys) : PageModel
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
    }

    [BindProperty] public Registration Site { get; set; } = new();

    public IReadOnlyList<CourseSiteRecord> List { get; private set; } = [];

    public string? Problem { get; private set; }

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAddAsync()
    {
        var wrong = new[] { Site.AuthorizationEndpoint, Site.TokenEndpoint, Site.KeySetUrl }
            .FirstOrDefault(address => !Uri.TryCreate(address, UriKind.Absolute, out var uri) || uri.Scheme is not ("http" or "https"));
        Problem = wrong is not null ? $"«{wrong}» is not an http or https address."
            : !ModelState.IsValid ? "Fill in every field."
            : await db.CourseSites.AnyAsync(s => s.Issuer == Site.Issuer && s.ClientId == Site.ClientId) ? "This issuer is registered already with this client id."
            : null;
        if (Problem is not null)
        {
            await LoadAsync();
            return Page();
        }

        db.CourseSites.Add(new CourseSiteRecord
        {
            Name = Site.Name,
            Issuer = Site.Issuer,
            ClientId = Site.ClientId,
            Deployments = Site.Deployments,
            AuthorizationEndpoint = Site.AuthorizationEndpoint,
            TokenEndpoint = Site.TokenEndpoint,
            KeySetUrl = Site.KeySetUrl,
            LinksByEmail = Site.LinksByEmail,
        });
        await db.SaveChangesAsync();
        return LocalRedirect("~/keeper/course-sites");
    }

    public async Task<IActionResult> OnPostRemoveAsync(int id)
    {
        await db.CourseSites.Where(s => s.Id == id).ExecuteDeleteAsync();
        return LocalRedirect("~/keeper/course-sites");
    }

    public async Task<IActionResult> OnPostRotateAsync()
    {
        await keys.RotateAsync();
        return LocalRedirect("~/keeper/course-sites");
    }

    private async Task LoadAsync() => List = await db.CourseSites.AsNoTracking().OrderBy(s => s.Name).ToListAsync();
}
