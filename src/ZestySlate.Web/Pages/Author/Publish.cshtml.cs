using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Publishes an activity, and says who may open it.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class PublishModel(SlateDb db, ActivityStore store, ClassStore classes, Embeddings embeddings, CardPictures cards) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Finding> Blocking { get; private set; } = [];

    public int Advice { get; private set; }

    /// <summary>What differs from the newest edition, or null before the first.</summary>
    public EditionDifference? Difference { get; private set; }

    public IReadOnlyList<(ClassRecord Class, bool Given)> Classes { get; private set; } = [];

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
    public async Task<IActionResult> OnPostFramingAsync(string activity, Framing by, string? sites)
    {
        await LoadAsync(activity);
        var read = FrameRule.ReadSites(sites ?? "");
        var refusal = !IsOwner
            ? "Its owner says who may frame it."
            : read.Refusal ?? (by == Framing.Listed && read.Value.Count == 0 ? "Name a site, or choose another." : null);
        if (refusal is not null)
        {
            Embed = Embed with { Problem = refusal, By = by, Sites = sites ?? "" };
            return Page();
        }

        await embeddings.SetAsync(activity, new FrameRule(Enum.IsDefined(by) ? by : Framing.Anyone, read.Value));
        return LocalRedirect($"~/author/{activity}/publish#embed");
    }

    public async Task<IActionResult> OnPostPublishAsync(string activity, Visibility? visibility, int[] classes, string? asked, bool copying)
    {
        await LoadAsync(activity);
        if (Blocking.Count > 0)
        {
            return Page();
        }

        if (Record.NewestEdition == 0 || Difference is { IsEmpty: false })
        {
            var edition = await store.PublishAsync(activity, User.Id());
            await cards.MakeAsync(activity, edition.Number, HttpContext.RequestAborted);
        }

        if (Record.NewestEdition == 1 || visibility is not null)
        {
            await ShareAsync(activity, visibility, classes, asked is null ? null : copying);
        }

        if (Difference is { Key.Count: > 0 } && await db.Attempts.AnyAsync(attempt => attempt.ActivityId == activity))
        {
            return LocalRedirect($"~/author/{activity}/mark-again");
        }

        return LocalRedirect($"~/author/{activity}/publish#share");
    }

    public async Task<IActionResult> OnPostShareAsync(string activity, Visibility? visibility, int[] classes, string? asked, bool copying)
    {
        await LoadAsync(activity);
        await ShareAsync(activity, visibility, classes, asked is null ? null : copying);
        return LocalRedirect($"~/author/{activity}/publish");
    }

    private async Task ShareAsync(string activity, Visibility? visibility, int[] chosen, bool? copying)
    {
        // What is given to a class opens for the class: private would be a contradiction that nobody means.
        visibility =
            visibility == Visibility.Private && Classes.Any(one => chosen.Contains(one.Class.Id)) ? Visibility.ClassOnly : visibility;
        if (IsOwner && visibility is { } wanted && (HasSchool || wanted is not (Visibility.School or Visibility.Showcase)))
        {
            await store.SetVisibilityAsync(activity, wanted);
        }

        if (IsOwner && copying is { } may)
        {
            await store.SetMayBeCopiedAsync(activity, may);
        }

        foreach (var (group, _) in Classes)
        {
            await classes.GiveAsync(group.Id, activity, Record.Title, chosen.Contains(group.Id));
        }
    }

    private async Task LoadAsync(string activity)
    {
        var draft = (await store.DraftAsync(activity))!;
        var findings = ReadyCheck.Run(draft.Document);
        Record = draft.Record;
        Blocking = findings.Where(finding => finding.Blocks).ToList();
        Advice = findings.Count - Blocking.Count;
        Difference =
            Record.NewestEdition == 0 ? null : EditionDifference.Between(store.Edition(activity, Record.NewestEdition), draft.Document);
        var me = User.Id();
        MayBeCopied = Record.NewestEdition == 0 ? !draft.Document.Rules.IsTest : Record.MayBeCopied;
        IsOwner = Record.OwnerId == me;
        HasSchool = await db.Users.AnyAsync(person => person.Id == Record.OwnerId && person.SchoolId != null);
        Embed = EmbedChoice.Of(HttpContext, (await embeddings.FindAsync(activity))!, draft.Document);
        var given = await db
            .Assignments.Where(a => a.ActivityId == activity && a.ClassId != null && !a.Withdrawn)
            .Select(a => a.ClassId!.Value)
            .ToListAsync();
        Classes = (await db.Classes.Where(c => c.TeacherId == me).OrderBy(c => c.Name).ToListAsync())
            .Select(c => (c, given.Contains(c.Id)))
            .ToList();
    }
}
