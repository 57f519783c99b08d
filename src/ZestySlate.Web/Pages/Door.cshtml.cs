using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>Who waits to be let in: into a teacher's classes, or as a learner who is in already. It stands on pages of its own and within others.</summary>
[Authorize(Policy = Rights.SignedIn)]
public sealed class DoorModel(Doors doors) : PageModel
{
    public IReadOnlyList<Waiting> List { get; private set; } = [];

    /// <summary>What was just done, in words.</summary>
    public string? Said { get; private set; }

    /// <summary>True for the page of its own.</summary>
    public bool Whole => !Request.Headers.ContainsKey("HX-Request");

    /// <summary>A teacher's pages are in English.</summary>
    public Words Words => Teaches ? Words.English : HttpContext.PageWords();

    public bool Teaches => User.IsInRole(Roles.Teacher);

    public async Task OnGetAsync() => List = await doors.WaitingForAsync(User.Id());

    /// <summary>Lets one in, or sends them away.</summary>
    public async Task OnPostAsync(string? ask, bool lets)
    {
        var me = User.Id();
        var who = (await doors.WaitingForAsync(me)).FirstOrDefault(one => one.Ask.Id == ask)?.Name;
        Said =
            who is not null && await doors.AnswerAsync(ask!, me, lets)
                ? Words.Say(lets ? "mayComeIn" : "wasSentAway", who)
                : Words["waitNoMore"];
        await OnGetAsync();
    }
}
