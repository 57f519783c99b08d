using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Where a learner waits to be let in, or shows the sign of their own.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class WaitingModel(Doors doors, Device device, UserManager<Person> people, Sessions sessions) : PageModel
{
    /// <summary>What was asked at this device.</summary>
    public DoorAsk Ask { get; private set; } = null!;

    [BindProperty(SupportsGet = true)]
    public string? Then { get; set; }

    /// <summary>True when the learner has a sign, and may try it still.</summary>
    public bool TakesSign { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>True once they may come in.</summary>
    public bool LetIn { get; private set; }

    public async Task<IActionResult> OnGetAsync(string ask) => await LoadAsync(ask) ? Page() : NotFound();

    /// <summary>Comes in, once the door is open.</summary>
    public async Task<IActionResult> OnPostAsync(string ask)
    {
        if (!await LoadAsync(ask) || (LetIn && await people.FindByIdAsync(Ask.PersonId) is null))
        {
            return NotFound();
        }

        if (!LetIn)
        {
            return Page();
        }

        await sessions.BeginAsync((await people.FindByIdAsync(Ask.PersonId))!, stays: false);
        return LocalRedirect(JoinModel.After(Then));
    }

    /// <summary>Shows a sign.</summary>
    public async Task<IActionResult> OnPostSignAsync(string ask, string? first, string? second, string? word)
    {
        if (!await LoadAsync(ask))
        {
            return NotFound();
        }

        var sign = OwnSign.Read(first, second, word);
        if (TakesSign && sign.Succeeded && await doors.GiveSignAsync(ask, device.Hash, sign.Value))
        {
            // Let in by it: on as if the teacher had done it.
            return await OnPostAsync(ask);
        }

        await LoadAsync(ask);
        Problem =
            !sign.Succeeded ? HttpContext.PageWords().Say(sign.Refusal!, OwnSign.LeastLetters, OwnSign.MostLetters)
            : TakesSign ? HttpContext.PageWords()["notTheSign"]
            : HttpContext.PageWords()["noFurtherTry"];
        return Page();
    }

    private async Task<bool> LoadAsync(string id)
    {
        if (await doors.FindAsync(id, device.Hash) is not { } ask)
        {
            return false;
        }

        (Ask, LetIn) = (ask, await doors.MayComeInAsync(ask));
        TakesSign = ask.Answer == DoorAnswer.None && await doors.HasSignAsync(ask.PersonId) && !await doors.IsTiredAsync(ask.PersonId);
        return true;
    }
}
