using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Learners;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>
/// Everything that is kept of a learner in the whole installation. Teachers and keepers have accounts, which are closed and
/// removed with their things handed over; they are not deleted here.
/// </summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class PersonPageModel(
    PeopleStore people,
    AttemptReader reader,
    LearnerExport export,
    LearnerDeletion deletion,
    Sessions sessions
) : LearnerKeptModel(export, deletion, sessions)
{
    [FromRoute]
    public string Person { get; set; } = "";

    protected override LearnerScope Scope => new(Person);

    protected override string After => "~/keeper/people";

    protected override async Task<KeptOf?> FindAsync()
    {
        if (await people.LearnerAsync(Person) is not { } learner)
        {
            return null;
        }

        var (name, ways) = learner;
        return new KeptOf(
            name,
            ways.Count > 0 ? $"In {string.Join(", ", ways)}." : "Came by a link.",
            (await reader.AssignmentsOfAsync(Scope)).Count,
            $"{name} and all their work in this installation"
        );
    }
}
