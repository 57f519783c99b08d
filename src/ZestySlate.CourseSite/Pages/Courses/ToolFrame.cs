using System.Security.Claims;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages.Courses;

/// <summary>A page with the tool in a frame: choosing content, or opening an assignment.</summary>
public class ToolFrameModel(SiteStore store, SiteAddress address) : PageModel
{
    protected SiteStore Store { get; } = store;

    public string Address { get; private set; } = "";

    public string ToolName => Store.Read(state => state.Tool.Name);

    public string ToolOrigin => Store.Read(state => state.Tool.Origin());

    public bool Teaches => User.IsInRole("teacher");

    public virtual IActionResult OnGet(string course)
    {
        if (!Teaches)
        {
            return Forbid();
        }

        OpenTool(course, null, Store.Read(state => state.Tool.DeepLinkUrl));
        return Page();
    }

    /// <summary>Begins the tool's sign-in inside the frame.</summary>
    protected void OpenTool(string course, string? assignment, string target)
    {
        var opening = new Opening(User.FindFirstValue(ClaimTypes.NameIdentifier)!, course, assignment, SiteAddress.OriginOf(HttpContext));
        Address = Store.Read(state => PlatformEndpoints.Begin(HttpContext, address, state, opening, target));
    }
}
