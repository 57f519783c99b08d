using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Pages;

/// <summary>Signs out.</summary>
[AllowAnonymous]
public sealed class SignOutModel(SignInManager<Person> signIn) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("~/");

    public async Task<IActionResult> OnPostAsync()
    {
        await signIn.SignOutAsync();
        return LocalRedirect("~/sign-in");
    }
}
