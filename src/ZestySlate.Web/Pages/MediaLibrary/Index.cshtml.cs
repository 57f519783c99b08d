using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Pages.MediaLibrary;

/// <summary>A teacher's media library.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class IndexModel(Storage.Media.MediaLibrary library) : PageModel
{
    public MediaSearch Search { get; private set; } = new();

    public MediaFound Found { get; private set; } = new([], 0);

    public IReadOnlyList<string> Folders { get; private set; } = [];

    public async Task OnGetAsync(
        string? words,
        string? kind,
        string? folder,
        string? bin,
        [Microsoft.AspNetCore.Mvc.FromQuery(Name = "page")] int page
    )
    {
        Search = MediaLibraryEndpoints.SearchOf(words, kind, folder, bin, page);
        Found = await library.SearchAsync(User.Id(), Search);
        Folders = await library.FoldersAsync(User.Id());
    }
}
