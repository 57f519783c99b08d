using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Embedding;
using ZestySlate.Core.Trails;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Media;
using ZestySlate.Web.Security;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Publishes an activity, and says who may open it.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class PublishModel(
    ActivityStore store,
    ClassStore classes,
    AssignmentStore assignments,
    AttemptReader attempts,
    PeopleStore known,
    Embeddings embeddings,
    JoinNumbers numbers,
    CardPictures cards,
    LinkMails mails,
    UserManager<Person> people,
    SaidInVideos said,
    StopUpdates stops
) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Finding> Blocking { get; private set; } = [];

    public int Advice { get; private set; }

    /// <summary>The stops of a trail for which there is something newer, by their titles.</summary>
    public IReadOnlyList<string> NewerStops { get; private set; } = [];

    /// <summary>Why the newer could not be taken up, or null.</summary>
    public string? StopProblem { get; private set; }

    /// <summary>What differs from the newest edition, or null before the first.</summary>
    public EditionDifference? Difference { get; private set; }

    /// <summary>The teacher's classes, each with the assignment by which it has the activity, or null.</summary>
    public IReadOnlyList<(ClassRecord Class, AssignmentRecord? Given)> Classes { get; private set; } = [];

    /// <summary>True when teachers who can open it may copy it: until the first edition, what it will be.</summary>
    public bool MayBeCopied { get; private set; }

    /// <summary>True for the owner, who alone says who may open it.</summary>
    public bool IsOwner { get; private set; }

    /// <summary>True when the owner works at a school.</summary>
    public bool HasSchool { get; private set; }

    /// <summary>The code that puts it on a page, and who may.</summary>
    public EmbedChoice Embed { get; private set; } = null!;

    public Task OnGetAsync(string activity) => LoadAsync(activity);

    /// <summary>The embed code for a size and a beginning.</summary>
    public async Task<IActionResult> OnGetEmbedAsync(string activity, string? size, string? scene, bool bare)
    {
        await LoadAsync(activity);
        Embed = Embed.With(size, scene, bare);
        return Fragments.IsOne(HttpContext) ? Partial("_EmbedCode", Embed) : Page();
    }

    /// <summary>Sets on whose pages it may stand; what was typed comes back with what is wrong of it.</summary>
    public async Task<IActionResult> OnPostFramingAsync(string activity, Framing? by, string? sites)
    {
        await LoadAsync(activity);
        var read = FrameRule.Read(by, sites);
        if (!IsOwner || !read.Succeeded)
        {
            Embed = Embed with
            {
                Problem = IsOwner ? read.Refusal : "Its owner says who may frame it.",
                By = by ?? Embed.By,
                Sites = sites ?? "",
            };
            return Page();
        }

        await embeddings.SetAsync(activity, read.Value);
        return LocalRedirect($"~/author/{activity}/publish#embed");
    }

    public async Task<IActionResult> OnPostPublishAsync(
        string activity,
        Visibility? visibility,
        string? asked,
        bool copying,
        bool start,
        VisitorsSay? say,
        int? give
    )
    {
        await LoadAsync(activity);
        if (give is not null && Classes.All(one => one.Class.Id != give))
        {
            return NotFound();
        }

        if (Blocking.Count > 0)
        {
            return Page();
        }

        if (Record.NewestEdition == 0 || Difference is { IsEmpty: false })
        {
            var edition = await store.PublishAsync(activity, User.Id());
            await cards.MakeAsync(activity, edition.Number, HttpContext.RequestAborted);
            await numbers.EnsureAsync(activity);
            Record = await store.RecordAsync(activity);
        }

        if (Record.NewestEdition == 1 || visibility is not null)
        {
            await ShareAsync(activity, visibility, asked is null ? null : copying, asked is null ? null : start, say);
        }

        if (give is { } group)
        {
            return await OnPostGiveAsync(activity, group);
        }

        if (Difference is { Key.Count: > 0 } && await attempts.AnyAsync(activity))
        {
            return LocalRedirect($"~/author/{activity}/mark-again");
        }

        return LocalRedirect($"~/author/{activity}/publish");
    }

    /// <summary>Brings every linked stop up to the newest edition; what that changes is shown before it is published.</summary>
    public async Task<IActionResult> OnPostStopsAsync(string activity)
    {
        var draft = (await store.DraftAsync(activity))!;
        foreach (var stop in await stops.OutdatedAsync(draft.Document))
        {
            var edit = await stops.EditAsync(activity, stop, User.Id());
            var done = edit.Succeeded ? await store.EditAsync(activity, draft.Record.Version, User.Id(), edit.Value) : null;
            StopProblem ??= edit.Refusal ?? done!.Refusal ?? (done.Conflict is { } who ? $"It was changed meanwhile by {who}." : null);
            draft = (await store.DraftAsync(activity))!;
        }

        await LoadAsync(activity);
        return Page();
    }

    public async Task<IActionResult> OnPostShareAsync(
        string activity,
        Visibility? visibility,
        string? asked,
        bool copying,
        bool start,
        VisitorsSay? say
    )
    {
        await LoadAsync(activity);
        await ShareAsync(activity, visibility, asked is null ? null : copying, asked is null ? null : start, say);
        return LocalRedirect($"~/author/{activity}/publish");
    }

    /// <summary>True when mails go out here.</summary>
    public bool MailsGo => mails.Go;

    /// <summary>What was typed to be mailed to, what came of it, and what is wrong of it.</summary>
    public (string To, string Words, string? Said, string? Problem) Mailed { get; private set; } = ("", "", null, null);

    /// <summary>Mails the link to addresses.</summary>
    public async Task<IActionResult> OnPostMailAsync(string activity, string? to, string? words)
    {
        await LoadAsync(activity);
        var me = (await people.GetUserAsync(User))!;
        var address = AuthoringEndpoints.PublicAddress(HttpContext, activity);
        var sent = await mails.SendAsync(me, Record.Title, address, to ?? "", words ?? "");
        Mailed = sent.Succeeded
            ? ("", "", sent.Value == 1 ? "1 mail is on its way." : $"{sent.Value} mails are on their way.", null)
            : (to ?? "", words ?? "", null, sent.Refusal);
        return Page();
    }

    /// <summary>Makes a join number, for what was published before there were any.</summary>
    public async Task<IActionResult> OnPostNumberAsync(string activity)
    {
        await numbers.EnsureAsync(activity);
        return LocalRedirect($"~/author/{activity}/publish#share");
    }

    /// <summary>Gives it to a class of the teacher's, and goes on to ask when it is due and what counts. Learners see it once that is said.</summary>
    public async Task<IActionResult> OnPostGiveAsync(string activity, [FromForm(Name = "class")] int id)
    {
        await LoadAsync(activity);
        if (Record.NewestEdition == 0 || Classes.All(one => one.Class.Id != id))
        {
            return NotFound();
        }

        var assignment = await classes.GiveAsync(id, activity, Record.Title, keptBack: true);
        if (IsOwner && Record.Visibility == Visibility.Private)
        {
            await store.SetVisibilityAsync(activity, Visibility.ClassOnly);
        }

        return LocalRedirect($"~/classes/{id}/assignments/{assignment}?giving=true");
    }

    /// <summary>Takes it away from a class of the teacher's; the work that was done stays.</summary>
    public async Task<IActionResult> OnPostTakeAsync(string activity, [FromForm(Name = "class")] int id)
    {
        await LoadAsync(activity);
        if (Classes.Any(one => one.Class.Id == id))
        {
            await classes.TakeAwayAsync(id, activity);
        }

        return LocalRedirect($"~/author/{activity}/publish#classes");
    }

    private async Task ShareAsync(string activity, Visibility? visibility, bool? copying, bool? start, VisitorsSay? say)
    {
        // What is given to a class opens for the class: private would be a contradiction that nobody means.
        visibility = visibility == Visibility.Private && Classes.Any(one => one.Given is not null) ? Visibility.ClassOnly : visibility;
        if (IsOwner && visibility is { } wanted && (HasSchool || wanted is not (Visibility.School or Visibility.Showcase)))
        {
            await store.SetVisibilityAsync(activity, wanted);
        }

        if (IsOwner && say is { } asked && Enum.IsDefined(asked))
        {
            await store.SetVisitorsSayAsync(activity, asked);
        }

        if (IsOwner && copying is { } may)
        {
            await store.SetMayBeCopiedAsync(activity, may);
        }

        if (IsOwner && start is { } offered)
        {
            await store.SetIsStartAsync(activity, offered);
        }
    }

    private async Task LoadAsync(string activity)
    {
        var draft = (await store.DraftAsync(activity))!;
        var findings = await said.CheckAsync(draft.Document);
        Record = draft.Record;
        Blocking = findings.Where(finding => finding.Blocks).ToList();
        Advice = findings.Count - Blocking.Count;
        Difference =
            Record.NewestEdition == 0
                ? null
                : EditionDifference.Between(store.Edition(activity, Record.NewestEdition), draft.Document.WithoutBlanks());
        NewerStops = (await stops.OutdatedAsync(draft.Document)).Select(draft.Document.TitleOf).ToList();
        var me = User.Id();
        MayBeCopied = Record.NewestEdition == 0 ? !draft.Document.Rules.IsTest : Record.MayBeCopied;
        IsOwner = Record.OwnerId == me;
        HasSchool = await known.SchoolOfAsync(Record.OwnerId) is not null;
        Embed = EmbedChoice.Of(HttpContext, (await embeddings.FindAsync(activity))!, draft.Document);
        Classes = await assignments.ForClassesOfAsync(me, activity);
    }
}
