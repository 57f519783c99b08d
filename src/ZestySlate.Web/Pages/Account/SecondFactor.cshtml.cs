using System.Buffers.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Account;

/// <summary>Sets up the second factor of one's own account: an app for codes, passkeys, recovery codes; and takes them away.</summary>
[Authorize(Policy = Rights.Teacher), EnableRateLimiting(Limits.SignIn)]
public sealed class SecondFactorModel(UserManager<Person> people, SecondFactors factors, Passkeys passkeys) : PageModel
{
    private const string NotYourPassword = "That is not your password. Nothing was changed.";

    public Person Me { get; private set; } = null!;

    public bool HasApp { get; private set; }

    /// <summary>The key in groups of four, to be typed.</summary>
    public string Key { get; private set; } = "";

    /// <summary>The key as it comes back with the first code.</summary>
    [BindProperty]
    public string? SealedKey { get; set; }

    /// <summary>The same as a QR code, as SVG.</summary>
    public string Qr { get; private set; } = "";

    public IReadOnlyList<UserPasskeyInfo> List { get; private set; } = [];

    /// <summary>Recovery codes that were just made, or none.</summary>
    public IReadOnlyList<string> Codes { get; private set; } = [];

    /// <summary>How many recovery codes are left.</summary>
    public int Left { get; private set; }

    /// <summary>True when the installation wants it.</summary>
    public bool Must { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>What was just done, or null.</summary>
    public string? Said { get; private set; }

    /// <summary>What a passkey is called unless its owner calls it otherwise.</summary>
    public string UsualName => Browsers.Name(Request.Headers.UserAgent.ToString());

    public Task OnGetAsync() => LoadAsync();

    /// <summary>Sets up the app, by the first code that it shows.</summary>
    public async Task OnPostAppAsync(string? code)
    {
        await MeAsync();
        if (await factors.SetAppUpAsync(Me, SealedKey, code) is { } codes)
        {
            (Codes, Said) = (codes, "The app is set up.");
        }
        else
        {
            Problem = factors.IsTired(Me)
                ? "Too many wrong codes. Wait a quarter of an hour."
                : "That is not the code that the app shows now. Look at the clock of your phone, and try the next one.";
        }

        await LoadAsync();
    }

    /// <summary>What the browser hands to the device that is to make a passkey.</summary>
    public async Task<IActionResult> OnPostAskAsync(string? password) =>
        await IsMeAsync(password)
            ? new JsonResult(await passkeys.AskForNewAsync(Me))
            : new ContentResult { Content = NotYourPassword, StatusCode = StatusCodes.Status403Forbidden };

    /// <summary>Keeps the passkey that the device has made.</summary>
    public async Task OnPostPasskeyAsync(string? password, string? asked, string? credential, string? name)
    {
        if (await IsMeAsync(password))
        {
            (Problem, Codes) = await factors.AddPasskeyAsync(
                Me,
                asked,
                credential,
                string.IsNullOrWhiteSpace(name) ? UsualName : name.Trim()
            );
            Said = Problem is null ? "The passkey is kept." : null;
        }

        await LoadAsync();
    }

    public async Task OnPostCodesAsync(string? password)
    {
        if (await IsMeAsync(password) && Me.TwoFactorEnabled)
        {
            Codes = await factors.NewRecoveryCodesAsync(Me);
        }

        await LoadAsync();
    }

    /// <summary>Takes the app or a passkey away.</summary>
    /// <param name="which">"app", or the passkey's id.</param>
    /// <param name="password">The owner's.</param>
    public async Task OnPostOffAsync(string which, string? password)
    {
        if (await IsMeAsync(password) && (which == "app" || Base64Url.IsValid(which)))
        {
            await factors.TakeAwayAsync(Me, which == "app" ? null : Base64Url.DecodeFromChars(which));
            Said = "Taken away.";
        }

        await LoadAsync();
    }

    private async Task MeAsync() => Me = (await people.FindByIdAsync(User.Id()))!;

    private async Task<bool> IsMeAsync(string? password)
    {
        await MeAsync();
        Problem = await people.CheckPasswordAsync(Me, password ?? "") ? null : NotYourPassword;
        return Problem is null;
    }

    private async Task LoadAsync()
    {
        await MeAsync();
        (HasApp, List) = (await factors.HasAppAsync(Me), await passkeys.OfAsync(Me));
        Left = Me.TwoFactorEnabled ? await people.CountRecoveryCodesAsync(Me) : 0;
        Must = await factors.IsMissingAsync(Me.Id);
        if (HasApp)
        {
            return;
        }

        (var key, SealedKey) = factors.KeyFor(Me, SealedKey);
        ModelState.Remove(nameof(SealedKey));
        (Key, Qr) = (string.Join(' ', key.Chunk(4).Select(four => new string(four))), QrCodes.Svg(SecondFactors.AddressOf(key, Me)));
    }
}
