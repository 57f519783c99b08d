using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
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

    public IReadOnlyList<(int Number, AddedSpotRecord Spot, string By, string Class)> List { get; private set; } = [];

    /// <summary>Each scene on which there are some, with the number of each in its place.</summary>
    public IReadOnlyList<SceneView> Maps { get; private set; } = [];

    public int Waiting => List.Count(one => one.Spot.State == AddedState.Waits);

    public async Task OnGetAsync(string activity, bool changed)
    {
        ChangedMeanwhile = changed;
        var draft = (await store.DraftAsync(activity))!;
        Record = draft.Record;
        var document = draft.Record.NewestEdition > 0 ? store.Edition(activity, draft.Record.NewestEdition) : draft.Document;
        List = (await added.AllAsync(activity)).Select((one, at) => (at + 1, one.Spot, one.By, one.Class)).ToList();
        Maps = List.GroupBy(one => one.Spot.SceneId)
            .Select(there => document.SceneOf(there.Key) is { } scene ? MapOf(document, scene, there) : GoneScene(there.Key))
            .ToList();
    }

    private static SceneView MapOf(
        Activity activity,
        Scene scene,
        IEnumerable<(int Number, AddedSpotRecord Spot, string By, string Class)> there
    ) =>
        SceneView.ForAuthor(activity, scene with { Spots = [] }) with
        {
            Spots = there
                .Select(one =>
                {
                    var view = AddedSpots.Of(one.Spot, one.By, "").View(activity, scene.Backdrop);
                    return view with { Sign = view.Sign with { Form = SignForm.Words, Words = $"{one.Number}", Size = 1 } };
                })
                .ToValueList(),
        };

    /// <summary>What was added to a scene that is not there any more is judged all the same.</summary>
    private static SceneView GoneScene(string id) => new(id, "A scene that is gone", new PageBackdrop(new RichText()), null, false, []);

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
