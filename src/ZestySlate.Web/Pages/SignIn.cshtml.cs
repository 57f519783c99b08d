using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Signs in with e-mail address and password.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class SignInModel(SignInManager<Person> signIn) : PageModel
{
    [BindProperty] public string? Email { get; set; } = "";

    [BindProperty] public string? Password { get; set; } = "";

    [BindProperty(SupportsGet = true)] public string? ReturnUrl { get; set; }

    public void OnGet()
    {
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var person = await signIn.UserManager.FindByEmailAsync((Email ?? "").Trim());
        var result = person is null ? Microsoft.AspNetCore.Identity.SignInResult.Failed
            : await signIn.PasswordSignInAsync(person, Password ?? "", isPersistent: true, lockoutOnFailure: true);
        if (result.Succeeded)
        {
            return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "~/");
        }

        ModelState.AddModelError("", result.IsLockedOut
            ? "Too many wrong passwords. Wait five minutes, then try again."
            : "E-mail address and password do not belong together. Check both and try again.");
        return Page();
    }
}
