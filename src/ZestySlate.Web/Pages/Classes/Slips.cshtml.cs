using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>A slip of paper for each learner of a class: where to go, the class code, and what to type as their own.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class SlipsModel(ClassStore classes) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    /// <summary>The learners by name, each with what they type.</summary>
    public IReadOnlyList<(string Name, string Types)> Slips { get; private set; } = [];

    /// <summary>Where learners come in, without what a browser fills in itself.</summary>
    public string Door { get; private set; } = "";

    /// <summary>The door with the class code, as a picture that phones read.</summary>
    public string Svg { get; private set; } = "";

    public async Task OnGetAsync([FromRoute(Name = "class")] int id)
    {
        Class = await classes.ClassAsync(id);
        var learners = await classes.RosterAsync(id);
        Slips =
        [
            .. learners.Select(learner =>
                (
                    learner.RosterName,
                    Class.IdentifiedBy switch
                    {
                        IdentifiedBy.Number => learner.Number,
                        IdentifiedBy.Email or IdentifiedBy.MailedLink => learner.Email,
                        _ => learner.RosterName,
                    }
                )
            ),
        ];
        Door = OwnAddress.Of(HttpContext) + "/join";
        Svg = QrCodes.Svg($"{Door}?code={Uri.EscapeDataString(Class.Code)}");
    }
}
