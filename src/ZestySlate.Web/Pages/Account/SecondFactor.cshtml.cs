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

/// <summary>Switches the second factor of one's own account on and off.</summary>
[Authorize(Policy = Rights.Teacher), EnableRateLimiting(Limits.SignIn)]
public sealed class SecondFactorModel(UserManager<Person> people, SecondFactors factors) : PageModel
{
    public Person Me { get; private set; } = null!;

    /// <summary>The key in groups of four, to be typed.</summary>
    public string Key { get; private set; } = "";

    /// <summary>The same as a QR code, as SVG.</summary>
    public string Qr { get; private set; } = "";

    /// <summary>Recovery codes that were just made, or null.</summary>
    public IReadOnlyList<string>? Codes { get; private set; }

    /// <summary>How many recovery codes are left.</summary>
    public int Left { get; private set; }

    /// <summary>True when the installation wants it.</summary>
    public bool Must { get; private set; }

    public string? Problem { get; private set; }

    public Task OnGetAsync() => LoadAsync();

    public async Task OnPostOnAsync(string? code)
    {
        Me = (await people.FindByIdAsync(User.Id()))!;
        if (!Me.TwoFactorEnabled)
        {
            Codes = await factors.SwitchOnAsync(Me, code);
            Problem = Codes is not null ? null
                : factors.IsTired(Me) ? "Too many wrong codes. Wait a quarter of an hour."
                : "That is not the code that the app shows now. Look at the clock of your phone, and try the next one.";
        }

        await LoadAsync();
    }

    public async Task OnPostCodesAsync(string? password)
    {
        if (await IsMeAsync(password))
        {
            Codes = await factors.NewRecoveryCodesAsync(Me);
        }

        await LoadAsync();
    }

    public async Task OnPostOffAsync(string? password)
    {
        if (await IsMeAsync(password))
        {
            await factors.SwitchOffAsync(Me, byOwner: true);
        }

        await LoadAsync();
    }

    private async Task<bool> IsMeAsync(string? password)
    {
        Me = (await people.FindByIdAsync(User.Id()))!;
        Problem = Me.TwoFactorEnabled && await people.CheckPasswordAsync(Me, password ?? "") ? null : "That is not your password. Nothing was changed.";
        return Problem is null;
    }

    private async Task LoadAsync()
    {
        Me = (await people.FindByIdAsync(User.Id()))!;
        if (Me.TwoFactorEnabled)
        {
            Left = await people.CountRecoveryCodesAsync(Me);
            return;
        }

        Must = await factors.IsMissingAsync(Me.Id);
        var key = await factors.KeyAsync(Me);
        (Key, Qr) = (string.Join(' ', key.Chunk(4).Select(four => new string(four))), QrCodes.Svg(SecondFactors.AddressOf(key, Me)));
    }
}
