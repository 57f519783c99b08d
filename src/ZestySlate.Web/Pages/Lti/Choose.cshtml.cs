using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Json;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>Inside the course site's frame: the teacher chooses an activity for the course, or makes one.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class ChooseModel(
    SlateDb db,
    ActivityStore store,
    ActivityRights rights,
    ActivityLibrary library,
    DeepLinkingResponse response
) : PageModel
{
    public DeepLinkingRequest? Wish { get; private set; }

    /// <summary>The teacher's own that fit the words, a page of them.</summary>
    public LibraryFound Found { get; private set; } = new([], 0);

    [BindProperty(SupportsGet = true)]
    public string? Words { get; set; }

    /// <summary>Which page of them, from 0.</summary>
    [BindProperty(SupportsGet = true)]
    public int At { get; set; }

    public string? Problem { get; private set; }

    /// <summary>The signed answer, once an activity was chosen.</summary>
    public string? Jwt { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string[] Activity { get; set; } = [];

    /// <summary>What was typed as points.</summary>
    public string Points { get; private set; } = "";

    /// <summary>What was typed as instructions.</summary>
    public string Instructions { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() ? Page() : LocalRedirect("~/library");

    public async Task<IActionResult> OnPostAsync(string? points, string? instructions, DateTime? from, DateTime? due, int offset)
    {
        if (!await LoadAsync())
        {
            return LocalRedirect("~/library");
        }

        (Points, Instructions) = (points ?? "", (instructions ?? "").ReplaceLineEndings("\n").Trim());
        var me = User.Id();
        var drafts = new List<Draft>();
        foreach (var id in Activity.Distinct())
        {
            if (await rights.MayEditAsync(id, me) && await store.DraftAsync(id) is { } draft)
            {
                drafts.Add(draft);
            }
        }

        if (drafts.Count == 0 || (drafts.Count > 1 && !Wish!.TakesSeveral))
        {
            Problem = drafts.Count == 0 ? "Choose an activity first." : "This course site takes one activity at a time.";
            return Page();
        }

        decimal? typed = null;
        if (!string.IsNullOrWhiteSpace(points))
        {
            if (
                !decimal.TryParse(points.Replace(',', '.'), NumberStyles.Number, CultureInfo.InvariantCulture, out var number)
                || number <= 0
                || !Core.Json.BoundedDecimalJson.Fits(number)
            )
            {
                Problem = $"«{points}» is not a number of points. Type one above 0, or leave it empty.";
                return Page();
            }

            typed = number;
        }

        foreach (var draft in drafts.Where(draft => draft.Record.NewestEdition == 0))
        {
            if (ReadyCheck.Run(draft.Document).FirstOrDefault(finding => finding.Blocks) is { } blocking)
            {
                Problem = $"«{draft.Record.Title}» is not ready: {blocking.Message}";
                return Page();
            }
        }

        if (from > due)
        {
            Problem = "It is due before it can be opened: check the dates.";
            return Page();
        }

        DateTimeOffset? Time(DateTime? typed) =>
            typed is { } local
                ? new DateTimeOffset(
                    DateTime.SpecifyKind(local, DateTimeKind.Unspecified),
                    TimeSpan.FromMinutes(Math.Clamp(offset, -840, 840))
                )
                : null;
        var items = new List<ChosenItem>();
        foreach (var record in drafts.Select(draft => draft.Record))
        {
            if (record.NewestEdition == 0)
            {
                await store.PublishAsync(record.Id, me);
            }

            var edition = store.Edition(record.Id, record.NewestEdition);
            var address = AuthoringEndpoints.PublicAddress(HttpContext, record.Id);
            items.Add(
                new ChosenItem(
                    address,
                    edition.Title,
                    Instructions.Length > 0 ? Instructions : edition.Summary,
                    edition.OutOf > 0 ? typed ?? edition.OutOf : null,
                    Time(from),
                    Time(due),
                    record.Id,
                    edition.Face is { } picture ? new Uri(new Uri(address), $"/media/{picture.Media}/480").ToString() : null
                )
            );
        }

        var site = await db.CourseSites.SingleAsync(s => s.Id == FrameSessionPath.SessionOf(HttpContext)!.CourseSiteId);
        Jwt = await response.SignAsync(site, Wish!, items);
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

        Found = await library.SearchAsync(
            User.Id(),
            new LibrarySearch
            {
                Words = Words ?? "",
                Page = Math.Max(0, At),
                Order = LibraryOrder.Changed,
            }
        );
        return true;
    }
}
