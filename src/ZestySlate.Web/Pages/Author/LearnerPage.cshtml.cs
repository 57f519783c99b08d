using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>What is kept in an activity of somebody who came by link or from a course site. Learners of a class have a page there.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LearnerPageModel(SlateDb db, LearnerExport export, LearnerDeletion deletion, Sessions sessions)
    : LearnerKeptModel(export, deletion, sessions)
{
    [FromRoute]
    public string Activity { get; set; } = "";

    [FromRoute]
    public string Person { get; set; } = "";

    protected override LearnerScope Scope => new(Person, ActivityId: Activity);

    protected override string After => $"~/author/{Activity}/results";

    protected override async Task<KeptOf?> FindAsync()
    {
        var attempts = await Scope.Attempts(db).Select(attempt => attempt.AssignmentId).ToListAsync();
        var name = await db.Users.Where(one => one.Id == Person).Select(one => one.DisplayName).SingleOrDefaultAsync();
        var way = attempts.Any(assignment => assignment is null) ? "Came by the link." : "Came from a course site.";
        return name is null || attempts.Count == 0 ? null : new KeptOf(name, way, attempts.Count, $"all work of {name} in this activity");
    }
}
