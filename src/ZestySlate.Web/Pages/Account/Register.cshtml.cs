using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Account;

/// <summary>A teacher makes an account, where the installation lets them. Whether an address has one already is told to the reader of its
/// mails alone.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class RegisterModel(Installation installation, Accounts accounts, IOptionsSnapshot<MailSettings> mail) : PageModel
{
    [BindProperty]
    public string? Name { get; set; }

    [BindProperty]
    public string? Email { get; set; }

    [BindProperty]
    public string? Code { get; set; }

    /// <summary>True when teachers register here.</summary>
    public bool Open => installation.Set.Registration != Registration.Off && mail.Value.IsSet;

    /// <summary>The ends of addresses that are taken, in words; null where a code is asked for.</summary>
    public string? Domains =>
        installation.Set.Registration == Registration.ByDomain ? string.Join(" or ", Ends.Select(end => "@" + end)) : null;

    public bool Sent { get; private set; }

    public string? Problem { get; private set; }

    private string[] Ends => installation.Set.RegistrationBy.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    public IActionResult OnGet()
    {
        Response.StatusCode = Open ? StatusCodes.Status200OK : StatusCodes.Status404NotFound;
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var (name, email) = ((Name ?? "").Trim(), (Email ?? "").Trim());
        if (!Open)
        {
            return OnGet();
        }

        Problem =
            name.Length == 0 || email.Length > 200 || !email.Contains('@', StringComparison.Ordinal)
                ? "A name and an e-mail address are needed."
            : Domains is { } ends && !Ends.Contains(email[(email.LastIndexOf('@') + 1)..].ToLowerInvariant())
                ? $"Only addresses that end in {ends} are taken here."
            : Domains is null && !IsCode() ? "That is not the code. Ask whoever told you of it."
            : null;
        if (Problem is null)
        {
            await accounts.RegisterAsync(name.Cut(100), email, mail.Value.Links.TrimEnd('/'));
            Sent = true;
        }

        return Page();
    }

    private bool IsCode() =>
        CryptographicOperations.FixedTimeEquals(
            Encoding.UTF8.GetBytes((Code ?? "").Trim()),
            Encoding.UTF8.GetBytes(installation.Set.RegistrationBy)
        );
}
