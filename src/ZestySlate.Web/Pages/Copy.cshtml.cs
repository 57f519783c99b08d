using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>A teacher who has the address takes a copy of an activity.</summary>
[Authorize(Policy = Rights.ActivityReader)]
public sealed class CopyModel(PeopleStore people, ActivityStore store, ActivityLibrary library) : PageModel
{
    public Activity Document { get; private set; } = null!;

    public string OwnerName { get; private set; } = "";

    public async Task OnGetAsync(string activity)
    {
        Document = (await store.ReusableDocumentAsync(activity, User.Id()))!.Document;
        OwnerName = await people.OwnerOfAsync(activity);
    }

    public async Task<IActionResult> OnPostAsync(string activity)
    {
        var me = User.Id();
        return LocalRedirect($"~/author/{(await library.CopyAsync(activity, me, me))!.Id}");
    }
}
