using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>One account of a teacher: a new link for its password, closed and opened, made a keeper, removed with what it has handed over.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class TeacherModel(PeopleStore known, UserManager<Person> people, Accounts accounts, SecondFactors factors) : PageModel
{
    public Person Teacher { get; private set; } = null!;

    public bool IsKeeper { get; private set; }

    public bool IsMe { get; private set; }

    public int Activities { get; private set; }

    public int Classes { get; private set; }

    public IReadOnlyList<Person> Others { get; private set; } = [];

    /// <summary>The link that was just made, and whether it is on its way by mail.</summary>
    public (string Link, bool Mailed)? NewLink { get; private set; }

    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync(string person) => await LoadAsync(person) ? Page() : NotFound();

    public async Task<IActionResult> OnPostLinkAsync(string person)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        var (secret, address) = (await accounts.NewLinkAsync(Teacher), OwnAddress.Of(HttpContext));
        NewLink = (
            $"{address}/welcome/{secret}",
            await accounts.MailInviteAsync(Teacher, secret, (await people.FindByIdAsync(User.Id()))!.DisplayName, address)
        );
        return Page();
    }

    /// <summary>Switches the second factor off, for who has lost it.</summary>
    public async Task<IActionResult> OnPostFactorAsync(string person)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        await factors.SwitchOffAsync(Teacher, byOwner: false);
        return LocalRedirect($"~/keeper/teachers/{person}");
    }

    public async Task<IActionResult> OnPostCloseAsync(string person, bool close)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        if (close && await RefuseAsync("closed") is { } refusal)
        {
            Problem = refusal;
            return Page();
        }

        await accounts.CloseAsync(Teacher, close);
        return LocalRedirect($"~/keeper/teachers/{person}");
    }

    public async Task<IActionResult> OnPostKeeperAsync(string person, bool keeper)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        if (!keeper && await accounts.IsLastKeeperAsync(Teacher))
        {
            Problem = "Somebody must run this installation: make another teacher a keeper first.";
            return Page();
        }

        await accounts.SetKeeperAsync(Teacher, keeper);
        return LocalRedirect($"~/keeper/teachers/{person}");
    }

    public async Task<IActionResult> OnPostRemoveAsync(string person, string heir, string typed)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        Problem = await RefuseAsync("removed")
            ?? (
                Others.All(other => other.Id != heir) ? "Choose who gets what this account has."
                : !string.Equals(typed.Trim(), Teacher.DisplayName, StringComparison.CurrentCultureIgnoreCase)
                    ? $"Type “{Teacher.DisplayName}” to remove the account. Nothing was done."
                : null
            );
        if (Problem is not null)
        {
            return Page();
        }

        await accounts.RemoveAsync(Teacher, heir);
        return LocalRedirect("~/keeper/schools");
    }

    private async Task<string?> RefuseAsync(string what) =>
        IsMe ? $"Your own account cannot be {what} by yourself."
        : await accounts.IsLastKeeperAsync(Teacher) ? $"The last keeper's account cannot be {what}."
        : null;

    private async Task<bool> LoadAsync(string person)
    {
        if (await people.FindByIdAsync(person) is not { } found || !await people.IsInRoleAsync(found, Roles.Teacher))
        {
            return false;
        }

        Teacher = found;
        IsMe = found.Id == User.Id();
        IsKeeper = await people.IsInRoleAsync(found, Roles.Keeper);
        (Activities, Classes) = await known.OwnsAsync(person);
        Others = (await people.GetUsersInRoleAsync(Roles.Teacher))
            .Where(other => other.Id != person && other.ClosedAt is null)
            .OrderBy(other => other.DisplayName, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        return true;
    }
}
