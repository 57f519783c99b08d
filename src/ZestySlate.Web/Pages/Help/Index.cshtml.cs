using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Web.Help;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Help;

/// <summary>The guides, and a search through them.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class IndexModel(Guides guides) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Words { get; set; }

    public IReadOnlyList<Guide> Guides => guides.All;

    public IReadOnlyList<GuideFound> Found { get; private set; } = [];

    public void OnGet() => Found = guides.Find((Words ?? "").Cut(200));
}
