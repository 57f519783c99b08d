using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>One version as its author built it: every field to be read, none to be changed.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class VersionModel(ActivityStore store, Versions versions) : PageModel
{
    public VersionKey Key { get; private set; }

    public Draft Draft { get; private set; } = null!;

    /// <summary>What the version holds.</summary>
    public Activity Document { get; private set; } = new();

    /// <summary>What its author built, at a scene and a spot of it.</summary>
    public WorkbenchModel Bench { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string activity, string version, string? spot, string? at)
    {
        if (VersionKey.Read(version) is not { } key || await versions.DocumentAsync(activity, key) is not { } document)
        {
            return NotFound();
        }

        (Key, Document, Draft) = (key, document, (await store.DraftAsync(activity))!);
        var (scene, spots) = WorkbenchModel.Chosen(document, spot, at);
        Bench = new WorkbenchModel(Draft with { Document = document }, scene, spots, Request.PathBase, null, null, []);

        return Page();
    }
}
