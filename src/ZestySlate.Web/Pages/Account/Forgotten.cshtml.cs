using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.Extensions.Options;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Account;

/// <summary>Who has forgotten a password has a link mailed. Whether there is such an account is not told.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class ForgottenModel(Accounts accounts, IOptionsSnapshot<MailSettings> mail) : PageModel
{
    public bool MailIsSet => mail.Value.IsSet;

    public bool Sent { get; private set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(string email)
    {
        await accounts.ForgottenAsync(email.Trim(), mail.Value.Links.TrimEnd('/'));
        Sent = true;
        return Page();
    }
}
