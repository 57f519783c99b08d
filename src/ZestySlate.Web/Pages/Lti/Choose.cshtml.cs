using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Json;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>Inside the course site's frame: the teacher chooses an activity for the course, or makes one.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class ChooseModel(
    CourseSiteStore sites,
    AssignmentStore assignments,
    ActivityStore store,
    ActivityRights rights,
    ActivityLibrary library,
    DeepLinkingResponse response,
    TimeProvider clock
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

    /// <summary>Those that are ticked, wherever they stand in the list.</summary>
    public IReadOnlyList<LibraryEntry> Chosen { get; private set; } = [];

    public string? Problem { get; private set; }

    /// <summary>True when nothing was chosen.</summary>
    public bool Cancelled { get; private set; }

    /// <summary>True when the course site shows content inside its page.</summary>
    public bool MayOpenInFrame => Wish!.Takes("iframe") || Wish.Takes("embed");

    /// <summary>True when the course site shows content in a window of its own.</summary>
    public bool MayOpenInWindow => Wish!.Takes("window");

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

        /// <summary>True when something was said that stands folded.</summary>
        public bool SaysMore =>
            From is not null
            || Until is not null
            || KeptBack
            || OwnWindow
            || Completed is { Length: > 0 }
            || Instructions is { Length: > 0 };

        /// <summary>By which clock the times were typed.</summary>
        public string? Offset { get; set; }

        /// <summary>Why it cannot be placed so, or null.</summary>
        internal string? Refuse() =>
            Due is null && !NoDue ? "When is it due? Type a date, or tick “No due date”."
            : From > Due ? "It is due before it can be opened: check the dates."
            : Until < Due || Until < From ? "It closes before it is due or opened: check the dates."
            : null;

        private TypedTimes Clock => TypedTimes.Read(Offset);

        /// <summary>When it opens, by any clock; null for at once.</summary>
        internal DateTimeOffset? OpensAt => Clock.At("Placed.From", From);

        /// <summary>When it is due, by any clock; null for never.</summary>
        internal DateTimeOffset? DueAt => Clock.At("Placed.Due", Due);

        /// <summary>When it closes, by any clock; null for never.</summary>
        internal DateTimeOffset? ClosesAt => Clock.At("Placed.Until", Until);
    }

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() ? Page() : LocalRedirect("~/library");

    /// <summary>The list alone, as one searches and turns pages.</summary>
    public async Task<IActionResult> OnGetListAsync() => await LoadAsync() ? Partial("_ChooseList", this) : LocalRedirect("~/library");

    /// <summary>Goes back to the course with nothing chosen (Deep Linking 2.0, 4. an empty content_items).</summary>
    public async Task<IActionResult> OnPostCancelAsync()
    {
        if (!await LoadAsync() || Wish!.ReturnUrl is null)
        {
            return LocalRedirect("~/library");
        }

        Cancelled = true;
        await AnswerAsync([], "Nothing was chosen.");
        return Page();
    }

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
                Problem = $"“{points}” is not a number of points. Type one above 0, or leave it empty.";
                return Page();
            }

            typed = number;
        }

        foreach (var draft in drafts.Where(draft => draft.Record.NewestEdition == 0))
        {
            if (ReadyCheck.Run(draft.Document).FirstOrDefault(finding => finding.Blocks) is { } blocking)
            {
                Problem = $"“{draft.Record.Title}” is not ready: {blocking.Message}";
                return Page();
            }
        }

        Problem = Placed.Refuse();
        if (Problem is not null)
        {
            return Page();
        }

        var chosen = new List<ActivityRecord>();
        foreach (var draft in drafts)
        {
            if (draft.Record.NewestEdition == 0)
            {
                await store.PublishAsync(draft.Record.Id, me);
            }

            chosen.Add(await store.RecordAsync(draft.Record.Id));
        }

        if (Wish!.ReturnUrl is null)
        {
            return await KeepForLinkAsync(chosen[0], instructions);
        }

        var items = new List<ChosenItem>();
        foreach (var record in chosen)
        {
            var edition = store.Edition(record.Id, record.NewestEdition);
            var address = AuthoringEndpoints.PublicAddress(HttpContext, record.Id);
            items.Add(
                new ChosenItem(
                    address,
                    edition.Title,
                    instructions.Length > 0 ? instructions : edition.Summary,
                    edition.OutOf > 0 && Wish!.TakesColumns ? typed ?? edition.OutOf : null,
                    Placed.OpensAt,
                    Placed.DueAt,
                    record.Id,
                    edition.Face is { } picture ? new Uri(new Uri(address), $"/media/{picture.Media}/480").ToString() : null
                )
                {
                    Until = Placed.ClosesAt,
                    CompletedBy = Completions.Read(Placed.Completed),
                    KeptBack = Placed.KeptBack,
                    InOwnWindow = MayOpenInWindow && (Placed.OwnWindow || !MayOpenInFrame),
                    InFrame = MayOpenInFrame && !(MayOpenInWindow && Placed.OwnWindow),
                }
            );
        }

        await AnswerAsync(items, null);
        return Page();
    }

    private async Task AnswerAsync(IEnumerable<ChosenItem> items, string? said)
    {
        var site = await sites.OneAsync(FrameSessionPath.SessionOf(HttpContext)!.CourseSiteId!.Value);
        Jwt = await response.SignAsync(site, Wish!, items, said);
        SecurityHeaders.AllowFormTo(HttpContext, Wish!.ReturnUrl!);
    }

    /// <summary>A link of the course that was made without choosing: what it opens is kept here, with how it is placed.</summary>
    private async Task<IActionResult> KeepForLinkAsync(ActivityRecord record, string instructions)
    {
        await assignments.ChooseForLinkAsync(
            new AssignmentRecord
            {
                ActivityId = record.Id,
                Title = record.Title,
                CourseSiteId = FrameSessionPath.SessionOf(HttpContext)!.CourseSiteId,
                DeploymentId = Wish!.DeploymentId,
                ResourceLinkId = Wish.LinkId,
                CourseTitle = Wish.CourseTitle,
                CreatedAt = clock.GetUtcNow(),
            },
            placed =>
            {
                (placed.From, placed.Due, placed.Until) = (Placed.OpensAt, Placed.DueAt, Placed.ClosesAt);
                (placed.CompletedBy, placed.KeptBack, placed.Instructions) = (
                    Completions.Read(Placed.Completed),
                    Placed.KeptBack,
                    instructions.Cut(2000)
                );
            }
        );
        return LocalRedirect($"~/author/{record.Id}/courses");
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
        Chosen = await library.OfAsync(User.Id(), Activity);
        return true;
    }
}
