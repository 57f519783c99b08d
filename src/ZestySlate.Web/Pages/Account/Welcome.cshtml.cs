using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Account;

/// <summary>Sets the password of an account by the link that its owner was given. Looking at the page does not use it up.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class WelcomeModel(Accounts accounts) : PageModel
{
    /// <summary>Whose account it is; null when the link is good no more.</summary>
    public string? Who { get; private set; }

    public string Email { get; private set; } = "";

    public string? Problem { get; private set; }

    public Task OnGetAsync(string secret) => LoadAsync(secret);

    public async Task<IActionResult> OnPostAsync(string secret, string password, string again)
    {
        Problem =
            password != again
                ? "The password was typed in two ways. Type it twice the same."
                : await accounts.SetByLinkAsync(secret, password);
        if (Problem is null)
        {
            return LocalRedirect("~/library");
        }

        await LoadAsync(secret);
        return Page();
    }

    private async Task LoadAsync(string secret)
    {
        var person = await accounts.WhoseAsync(secret);
        (Who, Email) = (person?.DisplayName, person?.Email ?? "");
    }
}
