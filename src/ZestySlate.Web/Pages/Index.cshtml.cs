using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>Leads everybody to their first page.</summary>
[AllowAnonymous]
public sealed class IndexModel : PageModel
{
    public IActionResult OnGet() =>
        User.IsInRole(Roles.Teacher) ? LocalRedirect("~/library")
        : User.Identity?.IsAuthenticated == true && FrameSessionPath.SessionOf(HttpContext) is null ? LocalRedirect("~/todo")
        : LocalRedirect("~/sign-in");
}
