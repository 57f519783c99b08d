using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Learners;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>What is kept in an activity of somebody who came by link or from a course site. Learners of a class have a page there.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LearnerPageModel(
    PeopleStore people,
    AttemptReader reader,
    LearnerExport export,
    LearnerDeletion deletion,
    Sessions sessions
) : LearnerKeptModel(export, deletion, sessions)
{
    [FromRoute]
    public string Activity { get; set; } = "";

    [FromRoute]
    public string Person { get; set; } = "";

    protected override LearnerScope Scope => new(Person, ActivityId: Activity);

    protected override string After => $"~/author/{Activity}/results";

    protected override async Task<KeptOf?> FindAsync()
    {
        var attempts = await reader.AssignmentsOfAsync(Scope);
        var name = await people.NameAsync(Person);
        var way = attempts.Any(assignment => assignment is null) ? "Came by the link." : "Came from a course site.";
        return name is null || attempts.Count == 0 ? null : new KeptOf(name, way, attempts.Count, $"all work of {name} in this activity");
    }
}
