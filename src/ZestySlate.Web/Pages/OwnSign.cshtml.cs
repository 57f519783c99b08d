using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Door;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>A learner of a class chooses the sign by which they come in from another device. One that was chosen only the teacher takes away.</summary>
[Authorize(Policy = Rights.SignedIn), EnableRateLimiting(Limits.Codes)]
public sealed class OwnSignModel(ClassStore classes, Doors doors) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Then { get; set; }

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync() => await MayAsync() ? Page() : LocalRedirect(JoinModel.After(Then));

    public async Task<IActionResult> OnPostAsync(string? first, string? second, string? word)
    {
        if (!await MayAsync())
        {
            return LocalRedirect(JoinModel.After(Then));
        }

        var sign = OwnSign.Read(first, second, word);
        if (!sign.Succeeded)
        {
            Problem = HttpContext.PageWords().Say(sign.Refusal!, OwnSign.LeastLetters, OwnSign.MostLetters);
            return Page();
        }

        await doors.SetSignAsync(User.Id(), sign.Value);
        return LocalRedirect(JoinModel.After(Then));
    }

    private async Task<bool> MayAsync()
    {
        var me = User.Id();
        return await classes.HasLearnerAsync(me) && !await doors.HasSignAsync(me);
    }
}
