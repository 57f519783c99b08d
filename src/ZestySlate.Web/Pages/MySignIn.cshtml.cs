using System.Buffers.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>A learner of a class makes a sign-in of their own: passkeys, and a password with a sign-in name.</summary>
[Authorize(Policy = Rights.SignedIn), EnableRateLimiting(Limits.Codes)]
public sealed class MySignInModel(OwnSignIns signIns, Passkeys passkeys) : PageModel
{
    public Person Me { get; private set; } = null!;

    public IReadOnlyList<UserPasskeyInfo> List { get; private set; } = [];

    public string? Problem { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string? Said { get; set; }

    public Words Words => HttpContext.PageWords();

    /// <summary>Whoever is no learner of a class, and a session in an address, has nothing to do here.</summary>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (FrameSessionPath.SessionOf(HttpContext) is not null || await signIns.LearnerAsync(User.Id()) is not { } learner)
        {
            context.Result = NotFound();
            return;
        }

        (Me, List) = (learner, await passkeys.OfAsync(learner));
        await next();
    }

    public void OnGet() { }

    /// <summary>What the browser hands to the device that is to make a passkey.</summary>
    public async Task<IActionResult> OnPostAskAsync() => new JsonResult(await passkeys.AskForNewAsync(Me));

    public async Task<IActionResult> OnPostPasskeyAsync(string? asked, string? credential, string? name) =>
        Done(await passkeys.KeepAsync(Me, asked, credential, name ?? ""), "kept");

    public async Task<IActionResult> OnPostPasswordAsync(string? name, string? present, string? password, string? again) =>
        Done(await signIns.SetPasswordAsync(Me, name ?? "", present ?? "", password ?? "", again ?? ""), "kept");

    /// <summary>Takes a passkey away, or the password.</summary>
    /// <param name="which">The passkey's id in base64url; empty for the password.</param>
    public async Task<IActionResult> OnPostTakeAsync(string? which)
    {
        if (string.IsNullOrEmpty(which))
        {
            await signIns.TakePasswordAsync(Me);
        }
        else if (List.FirstOrDefault(passkey => Base64Url.EncodeToString(passkey.CredentialId) == which) is { } passkey)
        {
            await signIns.TakePasskeyAsync(Me, passkey.CredentialId);
        }

        return Done(null, "gone");
    }

    private IActionResult Done(Reason? problem, string said)
    {
        Problem = problem is null ? null : Words.Say(problem);
        return Problem is null ? LocalRedirect($"~/my-sign-in?said={said}") : Page();
    }
}
