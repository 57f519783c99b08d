using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>A learner comes in with the class code and what the class identifies its learners by.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class JoinModel(
    ClassStore classes,
    JoinNumbers numbers,
    Doors doors,
    Device device,
    UserManager<Person> people,
    Sessions sessions,
    MailedLinks links,
    IOptionsSnapshot<MailSettings> mail
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Code { get; set; }

    [BindProperty]
    public string? Name { get; set; }

    /// <summary>The activity to open afterwards, or null for the list.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Then { get; set; }

    public string? Problem { get; private set; }

    /// <summary>True once a link is on its way.</summary>
    public bool Mailed { get; private set; }

    /// <summary>What to type, once a code was sent; null before.</summary>
    public IdentifiedBy? By { get; private set; }

    /// <summary>Whom one can press, where a class lets its learners pick their name; empty before a code was sent.</summary>
    public IReadOnlyList<string> Names { get; private set; } = [];

    /// <summary>Whether there is a class of a code is told by nothing that can be asked without limit.</summary>
    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync()
    {
        var group = await classes.ByCodeAsync(Code ?? "");
        if (group is { IdentifiedBy: IdentifiedBy.List } && string.IsNullOrEmpty(Name))
        {
            By = IdentifiedBy.List;
            Names = await classes.NamesAsync(group);
            return Page();
        }

        var meant = group is null ? [] : await classes.MeantAsync(group, (Name ?? "").Cut(200));
        var learner = meant.Count == 1 ? meant[0] : null;
        By = group?.IdentifiedBy;
        if (group is null && await numbers.FindAsync(Code ?? "") is { } found)
        {
            return LocalRedirect($"~/a/{found}");
        }

        if (group is null && (Code ?? "").Length > 0 && !Code!.Any(char.IsLetter))
        {
            Problem = HttpContext.PageWords()["noSuchJoinNumber"];
            return Page();
        }

        if (By == IdentifiedBy.MailedLink)
        {
            if (!mail.Value.IsSet)
            {
                Problem = HttpContext.PageWords()["noMailServer"];
                return Page();
            }

            // Whether the address is on the roster is not told: only its reader learns of it.
            if (learner is not null)
            {
                await links.SendAsync(learner, Activity(Then), HttpContext.PageWords(), MailedLinks.Asked);
            }

            Mailed = true;
            return Page();
        }

        if (learner is null || await people.FindByIdAsync(learner.PersonId) is not { } person)
        {
            Problem = By switch
            {
                IdentifiedBy.Number => HttpContext.PageWords()["noSuchNumber"],
                IdentifiedBy.Email => HttpContext.PageWords()["noSuchEmail"],
                _ => HttpContext.PageWords()[meant.Count > 1 ? "severalOfName" : "noSuchName"],
            };
            return Page();
        }

        switch (await doors.ComeAsync(group!, person.Id, device.Hash, device.Browser))
        {
            case { IsOpen: true }:
                await sessions.BeginAsync(person, stays: false);
                return LocalRedirect(group!.OpenDoor || await doors.HasSignAsync(person.Id) ? After(Then) : $"~/own-sign{ThenOf(Then)}");
            case { Ask: { } ask }:
                return LocalRedirect($"~/waiting/{ask.Id}{ThenOf(Then)}");
            default:
                Problem = HttpContext.PageWords().Say("severalWait", learner.RosterName);
                return Page();
        }
    }

    /// <summary>Where somebody goes who has come in: to the activity they wanted, or to their list.</summary>
    internal static string After(string? then) => Activity(then) is { } activity ? $"~/a/{activity}" : "~/todo";

    /// <summary>The activity that somebody wants, for the next page's address.</summary>
    internal static string ThenOf(string? then) => Activity(then) is { } activity ? $"?then={activity}" : "";

    private static string? Activity(string? then) => then is { Length: > 0 } && then.All(char.IsAsciiLetterOrDigit) ? then : null;
}
