using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>Inside the course site's frame: the teacher chooses an activity for the course, or makes one.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class ChooseModel(SlateDb db, ActivityStore store, DeepLinkingResponse response) : PageModel
{
    public DeepLinkingRequest? Wish { get; private set; }

    public IReadOnlyList<(ActivityRecord Record, decimal OutOf, string? Thumbnail)> List { get; private set; } = [];

    public string? Problem { get; private set; }

    /// <summary>The signed answer, once an activity was chosen.</summary>
    public string? Jwt { get; private set; }

    [BindProperty(SupportsGet = true)] public string? Activity { get; set; }

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() ? Page() : LocalRedirect("~/library");

    public async Task<IActionResult> OnPostAsync(string? points, DateTime? due, int offset)
    {
        if (!await LoadAsync())
        {
            return LocalRedirect("~/library");
        }

        var me = User.Id();
        var draft = Activity is null ? null : await store.DraftAsync(Activity);
        if (draft is null || draft.Record.OwnerId != me)
        {
            Problem = "Choose an activity first.";
            return Page();
        }

        decimal? typed = null;
        if (!string.IsNullOrWhiteSpace(points))
        {
            if (!decimal.TryParse(points.Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var number) || number <= 0)
            {
                Problem = $"«{points}» is not a number of points. Type one above 0, or leave it empty.";
                return Page();
            }

            typed = number;
        }

        if (draft.Record.NewestEdition == 0)
        {
            if (ReadyCheck.Run(draft.Document).FirstOrDefault(finding => finding.Blocks) is { } blocking)
            {
                Problem = $"«{draft.Record.Title}» is not ready: {blocking.Message}";
                return Page();
            }

            await store.PublishAsync(draft.Record.Id, me);
        }

        var edition = store.Edition(draft.Record.Id, draft.Record.NewestEdition);
        var site = await db.CourseSites.SingleAsync(s => s.Id == FrameSessionPath.SessionOf(HttpContext)!.CourseSiteId);
        var address = AuthoringEndpoints.PublicAddress(HttpContext, draft.Record.Id);
        var picture = edition.Face;
        Jwt = await response.SignAsync(site, Wish!, new ChosenItem(
            address, edition.Title, edition.Summary,
            edition.OutOf > 0 ? typed ?? edition.OutOf : null,
            due is { } local ? new DateTimeOffset(DateTime.SpecifyKind(local, DateTimeKind.Unspecified), TimeSpan.FromMinutes(Math.Clamp(offset, -840, 840))) : null,
            draft.Record.Id,
            picture is null ? null : new Uri(new Uri(address), $"/media/{picture.Media}/480").ToString()));
        SecurityHeaders.AllowFormTo(HttpContext, Wish!.ReturnUrl);
        return Page();
    }

    private async Task<bool> LoadAsync()
    {
        Wish = DeepLinkingRequest.Of(HttpContext);
        if (Wish is null)
        {
            return false;
        }

        var me = User.Id();
        var list = new List<(ActivityRecord, decimal, string?)>();
        foreach (var record in await db.Activities.AsNoTracking().Where(a => a.OwnerId == me).OrderByDescending(a => a.ChangedAt).ToListAsync())
        {
            var document = (await store.DraftAsync(record.Id))!.Document;
            list.Add((record, document.OutOf, document.Face?.Media));
        }

        List = list;
        return true;
    }
}
