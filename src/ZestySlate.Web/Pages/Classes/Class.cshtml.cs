using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>One class: its code, its learners, what was given to it.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class ClassModel(SlateDb db) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public IReadOnlyList<EnrolmentRecord> Learners { get; private set; } = [];

    /// <summary>What is wrong with the times typed, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>How many were just added, or null.</summary>
    public int? Added { get; private set; }

    /// <summary>True when the times were just saved.</summary>
    public bool Saved { get; private set; }

    public IReadOnlyList<(AssignmentRecord Given, int HandedIn)> Given { get; private set; } = [];

    /// <summary>Sets how much time each learner has, in percent of what all have: 100 to 500.</summary>
    public async Task<IActionResult> OnPostTimesAsync([FromRoute(Name = "class")] int id)
    {
        await OnGetAsync(id);
        foreach (var learner in Learners)
        {
            var typed = Request.Form["time-" + learner.PersonId].ToString();
            if (EditForms.Decimal(typed.Replace("%", "")) is not { } percent || percent is < 100 or > 500)
            {
                Problem = $"The time of {learner.RosterName} lies between 100 and 500 %; «{typed}» does not. Nothing was changed.";
                db.ChangeTracker.Clear();
                return Page();
            }

            learner.TimeFactor = percent / 100;
        }

        await db.SaveChangesAsync();
        Saved = true;
        return Page();
    }

    /// <summary>Sets how learners say who they are.</summary>
    public async Task<IActionResult> OnPostIdentifyAsync([FromRoute(Name = "class")] int id, IdentifiedBy by)
    {
        (await db.Classes.SingleAsync(c => c.Id == id)).IdentifiedBy = Enum.IsDefined(by) ? by : IdentifiedBy.Name;
        await db.SaveChangesAsync();
        return LocalRedirect($"~/classes/{id}");
    }

    /// <summary>How many learners lack what they would have to type.</summary>
    public int CannotComeIn => Class.IdentifiedBy switch
    {
        IdentifiedBy.Number => Learners.Count(learner => learner.Number.Length == 0),
        IdentifiedBy.Email or IdentifiedBy.MailedLink => Learners.Count(learner => learner.Email.Length == 0),
        _ => 0,
    };

    public async Task OnGetAsync([FromRoute(Name = "class")] int id)
    {
        Added = int.TryParse(Request.Query["added"], out var added) ? added : null;
        Class = await db.Classes.SingleAsync(c => c.Id == id);
        Learners = (await db.Enrolments.Where(e => e.ClassId == id).ToListAsync()).OrderBy(e => e.RosterName, StringComparer.CurrentCultureIgnoreCase).ToList();
        Given = (await db.Assignments.Where(a => a.ClassId == id && !a.Withdrawn).OrderBy(a => a.Title)
            .Select(a => new { a, HandedIn = db.Attempts.Where(t => t.AssignmentId == a.Id && t.HandedInAt != null).Select(t => t.PersonId).Distinct().Count() }).ToListAsync()).Select(one => (one.a, one.HandedIn)).ToList();
    }
}
