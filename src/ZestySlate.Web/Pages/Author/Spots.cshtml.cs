using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>What learners have added to an activity: approved, hidden, commented on.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class SpotsModel(ActivityStore store, AddedSpots added) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<(AddedSpotRecord Spot, string By, string Class, SceneView? Scene)> List { get; private set; } = [];

    public int Waiting => List.Count(one => one.Spot.State == AddedState.Waits);

    public async Task OnGetAsync(string activity, bool changed)
    {
        ChangedMeanwhile = changed;
        var draft = (await store.DraftAsync(activity))!;
        Record = draft.Record;
        var document = draft.Record.NewestEdition > 0 ? store.Edition(activity, draft.Record.NewestEdition) : draft.Document;
        List = (await added.AllAsync(activity))
            .Select(one =>
                (
                    one.Spot,
                    one.By,
                    one.Class,
                    document.SceneOf(one.Spot.SceneId) is { } scene
                        ? SceneView.ForAuthor(document, scene with { Spots = [] }) with
                        {
                            Spots = [AddedSpots.Of(one.Spot, one.By, "").View(document, scene.Backdrop)],
                        }
                        : null
                )
            )
            .ToList();
    }

    /// <summary>True when a spot was changed or deleted by its author while the teacher judged it.</summary>
    public bool ChangedMeanwhile { get; private set; }

    public async Task<IActionResult> OnPostAsync(string activity, string spot, DateTimeOffset seen, AddedState state, string? comment)
    {
        var known = Enum.IsDefined(state) ? state : AddedState.Waits;
        var judged = await added.JudgeAsync(activity, spot, seen, known, comment ?? "");
        return LocalRedirect($"~/author/{activity}/spots{(judged ? "" : "?changed=true")}");
    }

    /// <summary>Approves all that wait.</summary>
    public async Task<IActionResult> OnPostAllAsync(string activity, DateTimeOffset seen)
    {
        await added.ApproveAllAsync(activity, seen);
        return LocalRedirect($"~/author/{activity}/spots");
    }
}
