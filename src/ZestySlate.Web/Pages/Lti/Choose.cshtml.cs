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

    /// <summary>How it is placed, as it was typed.</summary>
    [BindProperty]
    public Placement Placed { get; set; } = new();

    /// <summary>How an activity is placed in a course.</summary>
    public sealed class Placement
    {
        public string? Points { get; set; }

        public string? Instructions { get; set; }

        /// <summary>When it is due, by the clock of who typed it.</summary>
        public DateTime? Due { get; set; }

        /// <summary>True when it is due at no time: said, not assumed.</summary>
        public bool NoDue { get; set; }

        public DateTime? From { get; set; }

        public DateTime? Until { get; set; }

        /// <summary>True when learners cannot open it until the teacher says so.</summary>
        public bool KeptBack { get; set; }

        /// <summary>What completes it; empty for as the activity says.</summary>
        public string? Completed { get; set; }

        /// <summary>True when it opens in a window of its own.</summary>
        public bool OwnWindow { get; set; }

        /// <summary>Minutes that the typist's clock is ahead of UTC.</summary>
        public int Offset { get; set; }

        /// <summary>Why it cannot be placed so, or null.</summary>
        internal string? Refuse() =>
            Due is null && !NoDue ? "When is it due? Type a date, or tick «No due date»."
            : From > Due ? "It is due before it can be opened: check the dates."
            : Until < Due || Until < From ? "It closes before it is due or opened: check the dates."
            : null;

        /// <summary>A typed time, as it is everywhere.</summary>
        internal DateTimeOffset? At(DateTime? typed) =>
            typed is { } local
                ? new DateTimeOffset(
                    DateTime.SpecifyKind(local, DateTimeKind.Unspecified),
                    TimeSpan.FromMinutes(Math.Clamp(Offset, -840, 840))
                )
                : null;
    }

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() ? Page() : LocalRedirect("~/library");

    public async Task<IActionResult> OnPostAsync()
    {
        if (!await LoadAsync())
        {
            return LocalRedirect("~/library");
        }

        var instructions = (Placed.Instructions ?? "").ReplaceLineEndings("\n").Trim();
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
        var points = Placed.Points;
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

        Problem = Placed.Refuse();
        if (Problem is not null)
        {
            return Page();
        }

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
                    instructions.Length > 0 ? instructions : edition.Summary,
                    edition.OutOf > 0 ? typed ?? edition.OutOf : null,
                    Placed.At(Placed.From),
                    Placed.At(Placed.Due),
                    record.Id,
                    edition.Face is { } picture ? new Uri(new Uri(address), $"/media/{picture.Media}/480").ToString() : null
                )
                {
                    Until = Placed.At(Placed.Until),
                    CompletedBy = Completions.Read(Placed.Completed),
                    KeptBack = Placed.KeptBack,
                    InOwnWindow = Placed.OwnWindow,
                }
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
