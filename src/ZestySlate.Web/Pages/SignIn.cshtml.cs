using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Running;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Signs in with e-mail address, password and second factor, or with a passkey.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class SignInModel(
    SlateDb db,
    Accounts accounts,
    SecondFactors factors,
    Passkeys passkeys,
    Sessions sessions,
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
            return TurnedAway("That took too long. Begin again.");
        }

        if (await factors.TakeAsync(person, code))
        {
            await sessions.BeginAsync(person, stays: true);
            return Further();
        }

        Ticket = ticket;
        return TurnedAway(
            factors.IsTired(person)
                ? "Too many wrong codes. Wait a quarter of an hour."
                : "That is not the code that the app shows now. Each is good once: wait for the next."
        );
    }

    /// <summary>What the browser hands to the device that has the passkey.</summary>
    public async Task<IActionResult> OnPostAskAsync() => new JsonResult(await passkeys.AskAsync());

    /// <summary>Signs in with a passkey.</summary>
    public async Task<IActionResult> OnPostPasskeyAsync(string? asked, string? credential)
    {
        if (await passkeys.WhoseAsync(asked, credential) is { } person)
        {
            await sessions.BeginAsync(person, stays: true);
            return Further();
        }

        return TurnedAway("This passkey opens no account here, or it took too long. Try again, or use your password.");
    }

    private LocalRedirectResult Further() => LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "~/");

    /// <summary>True when teachers can make an account for themselves.</summary>
    public bool Registers => installation.Set.Registration != Registration.Off;

    public async Task<IActionResult> OnGetAsync() => await installation.NeedsSetupAsync(db) ? LocalRedirect("~/setup") : Page();

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

        return TurnedAway(
            result == Accounts.SignedIn.Wait
                ? "Too many wrong passwords from this network. Wait five minutes, then try again."
                : "E-mail address and password do not belong together. Check both and try again."
        );
    }

    /// <summary>The page once more, with the words why; the log has them too.</summary>
    private PageResult TurnedAway(string words)
    {
        ModelState.AddModelError("", words);
        Notices.SignInFailed(log, Network, words);
        return Page();
    }

    private string Network => HttpContext.Connection.RemoteIpAddress?.ToString() ?? "";
}
