using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Pages;

/// <summary>Keeps the language that somebody wants pages around activities in, at this browser.</summary>
[AllowAnonymous]
public sealed class LanguageModel : PageModel
{
    private static readonly TimeSpan Lasts = TimeSpan.FromDays(400);

    public IActionResult OnGet() => LocalRedirect("~/");

    /// <param name="language">One of the languages with buttons and messages; any other changes nothing.</param>
    /// <param name="then">The page to go back to: an address of ours.</param>
    public IActionResult OnPost(string? language, string? then)
    {
        if (language is not null && Languages.HasInterface(language))
        {
            Response.Cookies.Append(
                Languages.Cookie,
                language,
                new CookieOptions
                {
                    HttpOnly = true,
                    Secure = Request.IsHttps,
                    SameSite = SameSiteMode.Lax,
                    MaxAge = Lasts,
                }
            );
        }

        return LocalRedirect(Url.IsLocalUrl(then) ? then! : "~/");
    }
}
