using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>What is kept of a learner within a scope, to be saved or deleted. Each page says which scope, and what it is called.</summary>
public abstract class LearnerKeptModel(LearnerExport export, LearnerDeletion deletion, Sessions sessions) : PageModel
{
    /// <summary>What is kept, as the page tells it.</summary>
    public KeptOf Kept { get; private set; } = null!;

    /// <summary>What the page is about.</summary>
    protected abstract LearnerScope Scope { get; }

    /// <summary>Where to go once it is deleted.</summary>
    protected abstract string After { get; }

    /// <summary>What is kept; null when there is no such learner here.</summary>
    protected abstract Task<KeptOf?> FindAsync();

    public async Task<IActionResult> OnGetAsync() => await LoadAsync() ? Page() : NotFound();

    public async Task<IActionResult> OnGetExportAsync() =>
        await LoadAsync() ? File(await export.SaveAsync(Scope), "application/zip", "learner.zip") : NotFound();

    public async Task<IActionResult> OnPostAsync(string? typed)
    {
        if (!await LoadAsync())
        {
            return NotFound();
        }

        if (!Kept.IsTyped(typed))
        {
            Kept = Kept.Mistyped;
            return Page();
        }

        if (await deletion.DeleteAsync(Scope))
        {
            await sessions.EndAllAsync(Scope.PersonId);
        }

        return LocalRedirect(After);
    }

    private async Task<bool> LoadAsync()
    {
        if (await FindAsync() is not { } kept)
        {
            return false;
        }

        Kept = kept;
        return true;
    }
}
