using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;
using ZestySlate.Web.Starts;

namespace ZestySlate.Web.Pages;

/// <summary>What a start makes, to be tried beside it before anything is begun.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class StartExampleModel(StartCatalogue starts, StartExamples examples, Trials trials, TimeProvider clock) : PageModel
{
    public TrialPage Tried { get; private set; } = null!;

    public IActionResult OnGet(string start)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        SecurityHeaders.MayBeFramedByUs(HttpContext);
        var document = examples.Of(known, User.Id());
        Tried = new TrialPage(
            document,
            LearnerView.Of(trials.State(StartExamples.TrialOf(start), User.Id(), document), clock.GetUtcNow()),
            StartExamples.LinksOf(HttpContext, start).On(HttpContext),
            "an example"
        );
        return Page();
    }

    /// <summary>Begins the trial anew.</summary>
    public IActionResult OnPost(string start)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        trials.Begin(StartExamples.TrialOf(start), User.Id(), examples.Of(known, User.Id()), null, null, AsIf.Nothing);
        return LocalRedirect($"~/new/{start}/example");
    }
}
