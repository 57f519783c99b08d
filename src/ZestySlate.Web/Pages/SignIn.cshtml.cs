using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Signs in with e-mail address and password.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class SignInModel(SlateDb db, Accounts accounts, Installation installation) : PageModel
{
    [BindProperty] public string? Email { get; set; } = "";

    [BindProperty] public string? Password { get; set; } = "";

    [BindProperty(SupportsGet = true)] public string? ReturnUrl { get; set; }

    public async Task<IActionResult> OnGetAsync() => await installation.NeedsSetupAsync(db) ? LocalRedirect("~/setup") : Page();

    public async Task<IActionResult> OnPostAsync()
    {
        var result = await accounts.SignInAsync((Email ?? "").Trim(), Password ?? "", HttpContext.Connection.RemoteIpAddress?.ToString() ?? "");
        if (result == Accounts.SignedIn.Yes)
        {
            return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "~/");
        }

        ModelState.AddModelError("", result == Accounts.SignedIn.Wait
            ? "Too many wrong passwords from this network. Wait five minutes, then try again."
            : "E-mail address and password do not belong together. Check both and try again.");
        return Page();
    }
}
