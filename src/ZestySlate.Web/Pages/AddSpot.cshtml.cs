using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;

namespace ZestySlate.Web.Pages;

/// <summary>A learner adds a spot of their own to a scene, or changes one.</summary>
[Authorize(Policy = Rights.AttemptLearner)]
public sealed class AddSpotModel(AttemptStore attempts, AddedSpots added, PublishedActivities published) : PageModel
{
    public Scene Scene { get; private set; } = null!;

    public Words Words { get; private set; } = Words.English;

    /// <summary>The page of the activity.</summary>
    public string Back { get; private set; } = "";

    public AddedSpotRecord? Mine { get; private set; }

    /// <summary>What stands in the fields.</summary>
    public (double X, double Y, string Title, string Text) Typed { get; private set; } = (0.5, 0.5, "", "");

    public string? Problem { get; private set; }

    private LoadedAttempt _attempt = null!;

    public async Task<IActionResult> OnGetAsync(string attempt, string scene, string? spot)
    {
        if (!await LoadAsync(attempt, scene, spot))
        {
            return NotFound();
        }

        if (Mine is not null)
        {
            Typed = (Mine.X, Mine.Y, Mine.Title, Mine.Text);
        }

        return Page();
    }

    public async Task<IActionResult> OnPostAsync(
        string attempt,
        string scene,
        string? spot,
        string? across,
        string? down,
        string? title,
        string? text
    )
    {
        if (!await LoadAsync(attempt, scene, spot))
        {
            return NotFound();
        }

        Typed = (EditForms.Number(across) / 100, EditForms.Number(down) / 100, title ?? "", text ?? "");
        Problem =
            await published.WhyOverAsync(_attempt) is { } why ? Words[why]
            : await added.SaveAsync(_attempt.Record, Scene, Mine?.Id, Typed.X, Typed.Y, Typed.Title, Typed.Text) is { } refusal
                ? Words.Say(refusal)
            : null;
        return Problem is null ? LocalRedirect(Back) : Page();
    }

    public async Task<IActionResult> OnPostDeleteAsync(string attempt, string scene, string? spot)
    {
        if (!await LoadAsync(attempt, scene, spot))
        {
            return NotFound();
        }

        await added.DeleteAsync(_attempt.Record, spot ?? "");
        return LocalRedirect(Back);
    }

    private async Task<bool> LoadAsync(string attempt, string scene, string? spot)
    {
        _attempt = (await attempts.LoadAsync(attempt))!;
        Words = _attempt.State.Activity.Words;
        Back = LearningEndpoints.PageOf(HttpContext, _attempt.Record);
        Mine = spot is null ? null : await added.MineAsync(_attempt.Record, spot);
        if (_attempt.State.Activity.SceneOf(scene) is not { LearnersSpots: not null } found || !_attempt.State.HasBeenIn(scene))
        {
            return false;
        }

        Scene = found;
        return true;
    }
}
