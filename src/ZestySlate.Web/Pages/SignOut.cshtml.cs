using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>Signs out.</summary>
[AllowAnonymous]
public sealed class SignOutModel(Sessions sessions) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("~/");

    public async Task<IActionResult> OnPostAsync()
    {
        await sessions.EndThisAsync();
        return LocalRedirect("~/sign-in");
    }
}
