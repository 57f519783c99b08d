using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Pages;

/// <summary>The examples a school shows to everybody.</summary>
[AllowAnonymous]
public sealed class ShowcaseModel(SchoolStore schools, ActivityLibrary library) : PageModel
{
    public School School { get; private set; } = null!;

    public IReadOnlyList<(ActivityRecord Record, Activity Edition)> Examples { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int school)
    {
        if (await schools.FindAsync(school) is not { } known)
        {
            return NotFound();
        }

        School = known;
        Examples = await library.ShowcaseAsync(school);
        return Page();
    }
}
