using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages;

/// <summary>The registered tool, and the place where another registers itself.</summary>
[Authorize(Roles = "teacher")]
public sealed class ToolModel(SiteStore store, SiteAddress address) : PageModel
{
    public Tool Tool => store.Read(state => state.Tool);

    /// <summary>What is opened so that the tool registers itself; null before.</summary>
    public string? Opens { get; private set; }

    public void OnPost([Microsoft.AspNetCore.Mvc.FromForm(Name = "address")] string? typed) =>
        Opens = Uri.TryCreate(typed, UriKind.Absolute, out _) ? RegistrationEndpoints.Begin(HttpContext, store, address, typed) : null;
}
