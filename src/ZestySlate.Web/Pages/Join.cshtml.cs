using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>A learner comes in with the class code and the name on the roster.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class JoinModel(ClassStore classes, SignInManager<Person> signIn) : PageModel
{
    [BindProperty(SupportsGet = true)] public string? Code { get; set; }

    [BindProperty] public string? Name { get; set; }

    /// <summary>The activity to open afterwards, or null for the list.</summary>
    [BindProperty(SupportsGet = true)] public string? Then { get; set; }

    public string? Problem { get; private set; }

    public void OnGet()
    {
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (await classes.FindAsync(Code ?? "", Name ?? "") is not { } found)
        {
            Problem = "No class has this code with this name in it. Check both with your teacher: the name must be written as on the class list.";
            return Page();
        }

        await signIn.SignInAsync(found.Person, isPersistent: false);
        return LocalRedirect(Then is { Length: > 0 } activity && activity.All(char.IsAsciiLetterOrDigit) ? $"~/a/{activity}" : "~/todo");
    }
}
