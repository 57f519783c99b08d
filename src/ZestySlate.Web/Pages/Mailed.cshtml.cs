using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.Door;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>A learner comes in by a mailed link. Looking at the page does not use it up, since mail programs look at links.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class MailedModel(MailedLinks links, Doors doors, Device device, Sessions sessions) : PageModel
{
    /// <summary>Who would come in; null when the link is good no more.</summary>
    public string? Who { get; private set; }

    public async Task OnGetAsync(string secret) => Who = (await links.WhoseAsync(secret))?.DisplayName;

    public async Task<IActionResult> OnPostAsync(string secret, string? then)
    {
        if (await links.UseAsync(secret) is not { } person)
        {
            return Page();
        }

        await doors.KnowAsync(person.Id, device.Hash, device.Browser);
        await sessions.BeginAsync(person, stays: false);
        return LocalRedirect(JoinModel.After(then));
    }
}
