using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using ZestySlate.Storage;
using ZestySlate.Storage.Mails;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>What was mailed, what waits, what was refused.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class MailsModel(SlateDb db, IOptions<MailSettings> settings, TimeProvider clock) : PageModel
{
    private const int Most = 200;

    public MailSettings Settings => settings.Value;

    public IReadOnlyList<MailRecord> List { get; private set; } = [];

    public int Waiting { get; private set; }

    public async Task OnGetAsync()
    {
        List = await db
            .Mails.AsNoTracking()
            .OrderBy(mail => mail.SentAt != null)
            .ThenByDescending(mail => mail.Id)
            .Take(Most)
            .ToListAsync();
        Waiting = await db.Mails.CountAsync(mail => mail.SentAt == null && !mail.Refused);
    }

    /// <summary>Tries everything again that waits or was refused.</summary>
    public async Task<IActionResult> OnPostAgainAsync()
    {
        var now = clock.GetUtcNow();
        await db
            .Mails.Where(mail => mail.SentAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(mail => mail.NextTry, now).SetProperty(mail => mail.Refused, false));
        return RedirectToPage();
    }
}
