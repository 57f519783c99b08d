using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
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
    /// <summary>What was published.</summary>
    public Activity Document { get; private set; } = new();

    public LearnerView View { get; private set; } = null!;

    public PlayLinks Links { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync()
    {
        if (await looks.OfAsync(HttpContext) is not var (trial, document))
        {
            return NotFound();
        }

        Document = document;
        View = LearnerView.Of(trials.State(trial, User.Id(), document), clock.GetUtcNow());
        View = View with { Words = Languages.For(Request, View.Words) };
        Links = CourseLooks.LinksOf(HttpContext) with
        {
            StyleNonce = EventReply.FromScript(HttpContext) ? null : SecurityHeaders.StyleNonce(HttpContext),
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
