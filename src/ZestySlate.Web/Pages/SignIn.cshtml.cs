using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Running;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Signs in with e-mail address, password and second factor, or with a passkey.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class SignInModel(
    Accounts accounts,
    SecondFactors factors,
    Passkeys passkeys,
    Installation installation,
    ILogger<SignInModel> log
) : PageModel
{
    [BindProperty]
    public string? Email { get; set; } = "";

    [BindProperty]
    public string? Password { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    /// <summary>Says that the password was given, where a code is asked for next.</summary>
    public string? Ticket { get; private set; }

    /// <summary>The second step: a code of the app, or a recovery code.</summary>
    public async Task<IActionResult> OnPostCodeAsync(string? ticket, string? code)
    {
        if (await factors.WhoseAsync(ticket) is not { } person)
        {
            return TurnedAway("tookTooLong");
        }

        if (await factors.TakeAsync(person, code))
        {
            await accounts.BeginAsync(person);
            return Further();
        }

        Ticket = ticket;
        return TurnedAway(factors.IsTired(person) ? "tooManyCodes" : "wrongAppCode");
    }

    /// <summary>What the browser hands to the device that has the passkey.</summary>
    public async Task<IActionResult> OnPostAskAsync() => new JsonResult(await passkeys.AskAsync());

    /// <summary>Signs in with a passkey.</summary>
    public async Task<IActionResult> OnPostPasskeyAsync(string? asked, string? credential)
    {
        if (await passkeys.WhoseAsync(asked, credential) is { } person)
        {
            await accounts.BeginAsync(person);
            return Further();
        }

        return TurnedAway("passkeyOpensNothing");
    }

    private LocalRedirectResult Further() => LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "~/");

    public Words Words => HttpContext.PageWords();

    /// <summary>True when teachers can make an account for themselves.</summary>
    public bool Registers => installation.Set.Registration != Registration.Off;

    public async Task<IActionResult> OnGetAsync() => await installation.NeedsSetupAsync() ? LocalRedirect("~/setup") : Page();

    public async Task<IActionResult> OnPostAsync()
    {
        var (result, person) = await accounts.SignInAsync((Email ?? "").Trim(), Password ?? "", Network);
        if (result == Accounts.SignedIn.Yes)
        {
            return Further();
        }

        if (result == Accounts.SignedIn.Code)
        {
            Ticket = factors.TicketFor(person!);
            return Page();
        }

        return TurnedAway(result == Accounts.SignedIn.Wait ? "waitFiveMinutes" : "notTogether");
    }

    /// <summary>The page once more, with the words why; the log has them too.</summary>
    private PageResult TurnedAway(string why)
    {
        ModelState.AddModelError("", Words[why]);
        Notices.SignInFailed(log, Network, Words.English[why]);
        return Page();
    }

    private string Network => HttpContext.Connection.RemoteIpAddress?.ToString() ?? "";
}
