using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The screen on which an activity is built.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class WorkbenchPageModel(ActivityStore store, ActivityLibrary library) : PageModel
{
    public WorkbenchModel Bench { get; private set; } = null!;

    public async Task OnGetAsync(string activity, string? selected, string? at)
    {
        Bench = await AuthoringEndpoints.ModelAsync(HttpContext, store, (await store.DraftAsync(activity))!, selected, at);
        await library.OpenedAsync(User.Id(), Bench.Draft.Record.Id);
    }
}
