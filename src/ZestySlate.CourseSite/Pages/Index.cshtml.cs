using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages;

/// <summary>Signs in by choosing a person.</summary>
public sealed class IndexModel(SiteStore store) : PageModel
{
    public IReadOnlyList<SitePerson> People => store.Read(state => state.People.ToList());

    public async Task<IActionResult> OnPostAsync(string person)
    {
        if (People.FirstOrDefault(p => p.Id == person) is not { } chosen)
        {
            return Page();
        }

        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.NameIdentifier, chosen.Id),
                new Claim(ClaimTypes.Name, chosen.Name),
                new Claim(ClaimTypes.Role, chosen.Teaches ? "teacher" : "learner"),
            ],
            "choice"
        );
        await HttpContext.SignInAsync(new ClaimsPrincipal(identity));
        return LocalRedirect("/courses");
    }

    public async Task<IActionResult> OnPostLeaveAsync()
    {
        await HttpContext.SignOutAsync();
        return LocalRedirect("/");
    }
}
