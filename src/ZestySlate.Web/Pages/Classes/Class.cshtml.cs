using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>One class: its code, its learners, what was given to it.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class ClassModel(
    ClassStore classes,
    AttemptStore attempts,
    AttemptReader reader,
    TimeProvider time,
    MailedLinks links,
    Installation installation,
    IOptionsSnapshot<MailSettings> mail
) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public IReadOnlyList<EnrolmentRecord> Learners { get; private set; } = [];

    /// <summary>What is wrong with the times typed, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>Of how many a number or an address was just filled in.</summary>
    public int Filled { get; private set; }

    /// <summary>How many were just added, or null.</summary>
    public int? Added { get; private set; }

    /// <summary>True to have the learners in the order of their family names.</summary>
    [BindProperty(SupportsGet = true, Name = "by-family")]
    public bool ByFamily { get; set; }

    /// <summary>True when the times were just saved.</summary>
    public bool Saved { get; private set; }

    public IReadOnlyList<(AssignmentRecord Given, int HandedIn)> Given { get; private set; } = [];

    /// <summary>Sets how much time each learner has, in percent of what all have: 100 to 500.</summary>
    public async Task<IActionResult> OnPostTimesAsync([FromRoute(Name = "class")] int id)
    {
        await OnGetAsync(id);
        var factors = new Dictionary<string, decimal>();
        foreach (var learner in Learners)
        {
            var typed = Request.Form["time-" + learner.PersonId].ToString();
            if (EditForms.Decimal(typed.Replace("%", "")) is not { } percent || percent is < 100 or > 500)
            {
                Problem = $"The time of {learner.RosterName} lies between 100 and 500 %; “{typed}” does not. Nothing was changed.";
                return Page();
            }

            factors[learner.PersonId] = percent / 100;
        }

        foreach (var (person, more) in (await classes.SetTimesAsync(id, factors)).Where(one => one.More > 0))
        {
            await GiveAtWorkAsync(id, person, more);
        }

        await OnGetAsync(id);
        Saved = true;
        return Page();
    }

    /// <summary>Who is at work against a clock for the whole has the time that they are given now, at once.</summary>
    private async Task GiveAtWorkAsync(int classId, string personId, decimal more)
    {
        foreach (var attempt in await reader.AtWorkAsync(classId, personId))
        {
            if (
                await attempts.LoadAsync(attempt) is { State: { Activity.Rules.Clock: { } clock } state }
                && SecondThoughts.TakesTime(state)
            )
            {
                await attempts.TakeAsync(
                    attempt,
                    SecondThoughts.TimeFrom(state, (int)Math.Ceiling(clock.Seconds * more), User.Id(), Ids.New(), time.GetUtcNow())
                );
            }
        }
    }

    /// <summary>Sets how learners say who they are, and whether a name that has come in waits at another device.</summary>
    public async Task<IActionResult> OnPostIdentifyAsync([FromRoute(Name = "class")] int id, IdentifiedBy? by, bool holds)
    {
        // No choice, or none that there is: the door stays as it was.
        if (by is { } how)
        {
            await classes.SetDoorAsync(id, how, holds);
        }

        return LocalRedirect($"~/classes/{id}");
    }

    /// <summary>True where a link can be mailed to all: the installation sends mails.</summary>
    public bool CanMail => mail.Value.IsSet;

    /// <summary>How many were just mailed a link, and how many have as many on their way as may be; null for not asked.</summary>
    public (int Mailed, int Left)? Mailed { get; private set; }

    /// <summary>Mails every learner of the class a link to come in by, good for some days, in the language of their school.</summary>
    public async Task<IActionResult> OnPostMailAsync([FromRoute(Name = "class")] int id)
    {
        await OnGetAsync(id);
        if (Class.IdentifiedBy != IdentifiedBy.MailedLink || !CanMail)
        {
            return LocalRedirect($"~/classes/{id}");
        }

        var (mailed, left) = (0, 0);
        foreach (var learner in Learners.Where(learner => learner.Email.Length > 0))
        {
            var sent = await links.SendAsync(learner, null, installation.Words, MailedLinks.Handed);
            (mailed, left) = sent ? (mailed + 1, left) : (mailed, left + 1);
        }

        // A page that is loaded again mails nobody once more.
        return LocalRedirect($"~/classes/{id}?mailed={mailed}&left={left}");
    }

    /// <summary>How many learners lack what they would have to type.</summary>
    public int CannotComeIn =>
        Class.IdentifiedBy switch
        {
            IdentifiedBy.Number => Learners.Count(learner => learner.Number.Length == 0),
            IdentifiedBy.Email or IdentifiedBy.MailedLink => Learners.Count(learner => learner.Email.Length == 0),
            _ => 0,
        };

    public async Task OnGetAsync([FromRoute(Name = "class")] int id)
    {
        Added = int.TryParse(Request.Query["added"], out var added) ? added : null;
        Filled = int.TryParse(Request.Query["filled"], out var filled) ? filled : 0;
        Mailed =
            int.TryParse(Request.Query["mailed"], out var mailed) && int.TryParse(Request.Query["left"], out var left)
                ? (mailed, left)
                : null;
        Class = await classes.ClassAsync(id);
        Learners = (await classes.RosterAsync(id))
            .OrderBy(e => ByFamily ? RosterName.ByFamily(e.RosterName) : e.RosterName, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        Given = await classes.GivenAsync(id);
    }
}
