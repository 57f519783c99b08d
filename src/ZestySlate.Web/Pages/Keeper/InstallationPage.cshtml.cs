using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>The address and the mail server of the installation.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class InstallationPageModel(SlateDb db, Installation installation) : PageModel
{
    public Installation Installation => installation;

    public string? Problem { get; private set; }

    [BindProperty(SupportsGet = true)] public bool Kept { get; set; }

    public void OnGet()
    {
    }

    public async Task<IActionResult> OnPostAsync(string address, string mailServer, int? mailPort, string mailUser, string mailPassword, string mailFrom)
    {
        var read = installation.AddressIsConfigured || address.Trim().Length == 0 ? "" : OwnAddress.Read(address);
        if (read is null)
        {
            Problem = "The address begins with https:// (or http:// for a try) and ends with the host: https://slate.example. Nothing was changed.";
            return Page();
        }

        await installation.SaveAsync(db, new InstallationRecord
        {
            Address = read,
            MailServer = mailServer.Trim(),
            MailPort = mailPort is > 0 and <= 65535 ? mailPort.Value : 587,
            MailUser = mailUser.Trim(),
            MailPassword = mailPassword,
            MailFrom = mailFrom.Trim(),
        });
        return LocalRedirect("~/keeper/installation?kept=true");
    }
}
