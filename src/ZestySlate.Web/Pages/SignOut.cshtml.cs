using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>Signs out; who is not whom the page took them for goes on as somebody else.</summary>
[AllowAnonymous]
public sealed class SignOutModel(Sessions sessions) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("~/");

    public async Task<IActionResult> OnPostAsync(string? then)
    {
        await sessions.EndThisAsync();
        return LocalRedirect(JoinModel.ThenOf(then).Length > 0 ? JoinModel.After(then) : "~/sign-in");
    }
}
