using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Delivery;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>The activity of a course as a learner meets it, for who does not learn there: a trial, of which nothing is kept or graded.</summary>
[Authorize(Policy = Rights.CourseSeat)]
public sealed class CourseLookModel(CourseLooks looks, Trials trials, TimeProvider clock) : PageModel
{
    /// <summary>What was published, as it is tried.</summary>
    public TrialPage Tried { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync()
    {
        if (await looks.OfAsync(HttpContext) is not var (trial, document))
        {
            return NotFound();
        }

        var view = LearnerView.Of(trials.State(trial, User.Id(), document), clock.GetUtcNow());
        view = view with { Words = Languages.For(Request, view.Words) };
        Tried = new TrialPage(document, view, CourseLooks.LinksOf(HttpContext).On(HttpContext), "a look: nothing is kept")
        {
            Back = (Url.Content("~/course-work"), "Back to the course's work"),
            IsInCourse = true,
            Language = view.Words.Language,
        };
        return Page();
    }

    /// <summary>Begins it anew.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (await looks.OfAsync(HttpContext) is not var (trial, document))
        {
            return NotFound();
        }

        trials.Begin(trial, User.Id(), document, null, null, AsIf.Nothing);
        return LocalRedirect("~/course-work/look");
    }
}
