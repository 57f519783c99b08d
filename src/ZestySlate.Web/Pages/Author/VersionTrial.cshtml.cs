using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Author;

/// <summary>One version as a learner meets it: a trial of its own, of which nothing is kept.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class VersionTrialModel(Versions versions, Trials trials, TimeProvider clock) : PageModel
{
    public VersionKey Key { get; private set; }

    /// <summary>What the version holds, as it is tried.</summary>
    public TrialPage Tried { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string activity, string version)
    {
        if (VersionKey.Read(version) is not { } key || await versions.DocumentAsync(activity, key) is not { } document)
        {
            return NotFound();
        }

        Key = key;
        Tried = new TrialPage(
            document,
            LearnerView.Of(trials.State(AuthoringEndpoints.TrialOf(activity, key), User.Id(), document), clock.GetUtcNow()),
            AuthoringEndpoints.TrialLinks(HttpContext, activity, key.ToString()).On(HttpContext),
            key.Said + ", a trial"
        )
        {
            Back = (Url.Content($"~/author/{activity}/versions/{key}"), "Back to the version"),
        };
        return Page();
    }

    /// <summary>Begins the trial anew.</summary>
    public async Task<IActionResult> OnPostAsync(string activity, string version)
    {
        if (VersionKey.Read(version) is not { } key || await versions.DocumentAsync(activity, key) is not { } document)
        {
            return NotFound();
        }

        trials.Begin(AuthoringEndpoints.TrialOf(activity, key), User.Id(), document, null, null, AsIf.Nothing);
        return LocalRedirect($"~/author/{activity}/versions/{key}/learner");
    }
}
