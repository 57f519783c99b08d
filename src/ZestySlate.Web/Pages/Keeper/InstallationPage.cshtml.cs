using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Loops;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>The address and the mail server of the installation, and who comes in how.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class InstallationPageModel(Installation installation, LoopHealth loops) : PageModel
{
    private const int LeastCode = 8;

    public Installation Installation => installation;

    /// <summary>What fails in the background at present.</summary>
    public IReadOnlyList<LoopTrouble> Troubles => loops.Troubles;

    public string? Problem { get; private set; }

    [BindProperty(SupportsGet = true)]
    public bool Kept { get; set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(
        string address,
        string? language,
        string mailServer,
        int? mailPort,
        string mailUser,
        string mailPassword,
        string mailFrom,
        Registration registration,
        string? registrationBy,
        SecondFactorFor? secondFactor
    )
    {
        var read = installation.AddressIsConfigured || address.Trim().Length == 0 ? "" : OwnAddress.Read(address);
        if (read is null)
        {
            Problem =
                "The address begins with https:// (or http:// for a try) and ends with the host: https://slate.example. Nothing was changed.";
            return Page();
        }

        var by = string.Join(
            ' ',
            (registrationBy ?? "")
                .Split([' ', ',', ';'], StringSplitOptions.RemoveEmptyEntries)
                .Select(part => registration == Registration.ByDomain ? part.TrimStart('@').ToLowerInvariant() : part)
        );
        Problem =
            !Enum.IsDefined(registration) || registration == Registration.Off ? null
            : by.Length == 0 ? "Who may make an account? Type the ends of their addresses, or a code. Nothing was changed."
            : registration == Registration.ByCode && by.Length < LeastCode
                ? $"A code has at least {LeastCode} characters. Nothing was changed."
            : !installation.MailIsConfigured && mailServer.Trim().Length == 0
                ? "Accounts are opened by a mailed link, so a mail server is needed first. Nothing was changed."
            : null;
        if (Problem is not null)
        {
            return Page();
        }

        await installation.SaveAsync(
            new InstallationRecord
            {
                Address = read,
                Language = Languages.Known(language) ?? installation.Set.Language,
                MailServer = mailServer.Trim(),
                MailPort = mailPort is > 0 and <= 65535 ? mailPort.Value : 587,
                MailUser = mailUser.Trim(),
                MailPassword = mailPassword,
                MailFrom = mailFrom.Trim(),
                Registration = Enum.IsDefined(registration) ? registration : Registration.Off,
                RegistrationBy = by,
                // What is no choice asks nobody for less than before.
                SecondFactor = secondFactor ?? installation.Set.SecondFactor,
            }
        );
        return LocalRedirect("~/keeper/installation?kept=true");
    }
}
