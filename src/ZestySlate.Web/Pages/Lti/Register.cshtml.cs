using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>
/// Opened by a course site that wants to be registered (LTI Dynamic Registration 1.0, 3.1), inside its own pages. Whoever runs
/// it has the address from a keeper here; its secret is the right to register.
/// </summary>
[AllowAnonymous, IgnoreAntiforgeryToken, EnableRateLimiting(Limits.Codes)]
public sealed class RegisterModel(Registrations registrations) : PageModel
{
    [BindProperty(SupportsGet = true, Name = "openid_configuration")]
    public string? Configuration { get; set; }

    [BindProperty(SupportsGet = true, Name = "registration_token")]
    public string? Token { get; set; }

    [BindProperty(SupportsGet = true, Name = "key")]
    public string? Key { get; set; }

    public string? Problem { get; private set; }

    /// <summary>The course site, once it is registered.</summary>
    public CourseSiteRecord? Site { get; private set; }

    /// <summary>Where the course site says it is.</summary>
    public string Host => Uri.TryCreate(Configuration, UriKind.Absolute, out var address) ? address.Authority : "";

    public async Task OnGetAsync() =>
        Problem =
            !await registrations.IsGoodAsync(Key)
                ? "This address for registering is not good any more. A keeper can make a new one under “Course sites”."
            : Host.Length == 0 ? "Give this whole address to your course site; it opens it and says who it is."
            : null;

    public async Task OnPostAsync(CancellationToken stop)
    {
        var registered = await registrations.RegisterAsync(Key, Configuration, Token, OwnAddress.Of(HttpContext), stop);
        (Site, Problem) = (registered.Succeeded ? registered.Value : null, registered.Refusal);
    }
}
