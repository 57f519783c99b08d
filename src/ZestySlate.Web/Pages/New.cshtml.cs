using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>Begins an activity from a picture.</summary>
[Authorize(Policy = Rights.Teacher)]
[RequestSizeLimit(PictureReader.MostBytes * 2)]
public sealed class NewModel(ActivityStore store, MediaStore media) : PageModel
{
    public string? Problem { get; private set; }

    [BindProperty] public string? Title { get; set; }

    public void OnGet()
    {
    }

    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (file is null)
        {
            Problem = "Choose a picture first.";
            return Page();
        }

        var added = await media.AddPictureAsync(await file.BytesAsync(), file.FileName, User.Id());
        if (!added.Succeeded)
        {
            Problem = added.Refusal;
            return Page();
        }

        var title = string.IsNullOrWhiteSpace(Title) ? Path.GetFileNameWithoutExtension(file.FileName).Replace('-', ' ').Replace('_', ' ').Trim() : Title.Trim();
        var activity = new Activity
        {
            Title = title.Length > 0 ? title : "A picture",
            Scenes = [new Scene { Id = Ids.New(), Backdrop = new PictureBackdrop(added.Value) }],
        };
        var draft = await store.CreateAsync(User.Id(), activity);
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }
}
