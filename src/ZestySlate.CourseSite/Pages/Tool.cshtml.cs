using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages;

/// <summary>The registered tool: it registers itself, or is typed.</summary>
[Authorize(Roles = "teacher")]
public sealed class ToolModel(SiteStore store, SiteAddress address) : PageModel
{
    [BindProperty]
    public Tool Told { get; set; } = new();

    /// <summary>What is opened so that the tool registers itself; null before.</summary>
    public string? Opens { get; private set; }

    /// <summary>What is typed into a tool's form for a course site.</summary>
    public IEnumerable<(string What, string Value)> Ours
    {
        get
        {
            var (issuer, services) = (address.Issuer(HttpContext), address.Services(HttpContext));
            return
            [
                ("Issuer", issuer),
                ("Sign-in (authorization endpoint)", issuer + "/lti/authorize"),
                ("Access tokens (token endpoint)", services + "/lti/token"),
                ("Keys", services + "/lti/keys"),
                ("All of it, as a configuration", services + "/.well-known/openid-configuration"),
            ];
        }
    }

    public void OnGet() => Told = store.Read(state => state.Tool);

    public void OnPostBegin([FromForm(Name = "address")] string? typed)
    {
        ModelState.Clear();
        OnGet();
        Opens = Uri.TryCreate(typed, UriKind.Absolute, out _) ? RegistrationEndpoints.Begin(HttpContext, store, address, typed) : null;
    }

    public IActionResult OnPost(string? scopes)
    {
        // Only what there is can be granted.
        Told.Scopes = [.. (scopes ?? "").Split(' ').Intersect(ServiceScope.All)];
        if (ModelState.IsValid && Uri.TryCreate(Told.LoginUrl, UriKind.Absolute, out _))
        {
            store.Change(state => state.Tool = Told);
        }

        return LocalRedirect("/tool");
    }
}
