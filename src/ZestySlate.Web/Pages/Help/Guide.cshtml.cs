using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Web.Help;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Help;

/// <summary>One guide.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class GuideModel(Guides guides) : PageModel
{
    public Guide Shown { get; private set; } = null!;

    public IActionResult OnGet(string guide)
    {
        if (guides.Of(guide) is not { } known)
        {
            return NotFound();
        }

        Shown = known;
        return Page();
    }
}
