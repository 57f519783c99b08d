using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages;

/// <summary>Switches for misbehaving, and for being another than most.</summary>
[Authorize(Roles = "teacher")]
public sealed class MischiefModel(SiteStore store, SiteKeys keys, AccessGrants grants) : PageModel
{
    /// <summary>The longest that anything is slow, in seconds.</summary>
    private const int Slowest = 60;

    public Mischief Now => store.Read(state => state.Mischief);

    [BindProperty]
    public Mischief Told { get; set; } = new();

    public IActionResult OnPost(bool rotate, bool rotateUnderOldName, bool forget)
    {
        if (forget)
        {
            grants.Forget();
        }

        if (rotate || rotateUnderOldName)
        {
            keys.Rotate(rotateUnderOldName);
        }

        Told.SlowSeconds = Math.Clamp(Told.SlowSeconds, 0, Slowest);
        Told.LastNonce = Now.LastNonce;
        store.Change(state => state.Mischief = Told);
        return LocalRedirect("/mischief");
    }
}
