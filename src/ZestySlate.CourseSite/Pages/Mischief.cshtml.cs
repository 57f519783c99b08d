using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages;

/// <summary>Switches for misbehaving.</summary>
[Authorize(Roles = "teacher")]
public sealed class MischiefModel(SiteStore store, SiteKeys keys) : PageModel
{
    public Mischief Now => store.Read(state => state.Mischief);

    public IActionResult OnPost(int slow, bool away, bool answers503, bool oldNonce, bool noScripts, bool rotate)
    {
        if (rotate)
        {
            keys.Rotate();
        }

        store.Change(state =>
            (
                state.Mischief.NoScripts,
                state.Mischief.SlowSeconds,
                state.Mischief.Away,
                state.Mischief.Answers503,
                state.Mischief.OldNonce
            ) = (noScripts, Math.Clamp(slow, 0, 60), away, answers503, oldNonce)
        );
        return LocalRedirect("/mischief");
    }
}
