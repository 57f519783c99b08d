using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Account;

/// <summary>One's own account: name, password, where one is signed in, and who of a course site says to be its owner.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class IndexModel(CourseSiteStore sites, UserManager<Person> people, Accounts accounts, Sessions sessions) : PageModel
{
    public Person Me { get; private set; } = null!;

    public IReadOnlyList<SignedInSession> SignedIn { get; private set; } = [];

    /// <summary>The session of this very browser.</summary>
    public string? This { get; private set; }

    public IReadOnlyList<(AccountLink Link, string Site)> Claims { get; private set; } = [];

    public string? Problem { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string? Said { get; set; }

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostNameAsync(string name)
    {
        await LoadAsync();
        if (name.Trim().Length == 0)
        {
            Problem = "You need a name; the old one is kept.";
            return Page();
        }

        Me.DisplayName = name.Cut(100);
        await people.UpdateAsync(Me);
        return Done("name");
    }

    public async Task<IActionResult> OnPostPasswordAsync(string old, string password, string again)
    {
        await LoadAsync();
        Problem =
            password != again
                ? "The new password was typed in two ways. Type it twice the same."
                : await accounts.ChangeAsync(Me, old, password);
        return Problem is null ? Done("password") : Page();
    }

    public async Task<IActionResult> OnPostEndAsync(string session)
    {
        await sessions.EndAsync(User.Id(), session);
        return Done("ended");
    }

    public async Task<IActionResult> OnPostEndOthersAsync()
    {
        await sessions.EndAllAsync(User.Id(), Sessions.IdOf(User));
        return Done("ended");
    }

    /// <summary>The owner says that somebody of a course site is they: from then on that person comes in with this account, and what they
    /// made there is its own.</summary>
    public async Task<IActionResult> OnPostClaimAsync(int site, string subject, bool mine)
    {
        var me = User.Id();
        if (await sites.ClaimAsync(site, subject, me, mine) is { } before)
        {
            await accounts.HandOverAsync(before, me);
            await sessions.EndAllAsync(before);
        }

        return Done(mine ? "linked" : "refused");
    }

    private LocalRedirectResult Done(string said) => LocalRedirect($"~/account?said={said}");

    private async Task LoadAsync()
    {
        Me = (await people.FindByIdAsync(User.Id()))!;
        SignedIn = await sessions.OfAsync(Me.Id);
        This = Sessions.IdOf(User);
        Claims = await sites.ClaimsOfAsync(Me.Id);
    }
}
