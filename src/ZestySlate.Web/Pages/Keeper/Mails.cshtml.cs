using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.Options;
using ZestySlate.Storage.Mails;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>What was mailed, what waits, what was refused.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class MailsModel(MailStore mails, IOptions<MailSettings> settings) : PageModel
{
    private const int Most = 200;

    public MailSettings Settings => settings.Value;

    public IReadOnlyList<MailRecord> List { get; private set; } = [];

    public int Waiting { get; private set; }

    public async Task OnGetAsync()
    {
        List = await mails.ListAsync(Most);
        Waiting = await mails.WaitingAsync();
    }

    /// <summary>Tries everything again that waits or was refused.</summary>
    public async Task<IActionResult> OnPostAgainAsync()
    {
        await mails.TryAgainAsync();
        return RedirectToPage();
    }
}
