using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Teaching;

/// <summary>The classes and courses that an activity is given to, and the one of them that a page is about.</summary>
/// <param name="Page">The page's address, without a query.</param>
/// <param name="Assignments">What there is to choose from, each with the class's or course's name.</param>
/// <param name="Chosen">The assignment chosen; null for everybody.</param>
public sealed record Whom(string Page, IReadOnlyList<(AssignmentRecord Assignment, string Name)> Assignments, int? Chosen)
{
    /// <summary>What else of the query goes along to another choice; empty for nothing.</summary>
    public string Along { get; init; } = "";

    /// <summary>Those of an activity; an assignment that is none of its own is not chosen.</summary>
    public static async Task<Whom> OfAsync(SlateDb db, string activity, string page, int? assignment)
    {
        var classes = await db.Classes.AsNoTracking().ToDictionaryAsync(c => c.Id, c => c.Name);
        var assignments = (await db.Assignments.AsNoTracking().Where(a => a.ActivityId == activity && !a.Withdrawn).ToListAsync())
            .Select(a => (a, a.ClassId is { } id ? classes.GetValueOrDefault(id, "class") : a.CourseTitle ?? "course site"))
            .ToList();
        return new Whom($"~/author/{activity}/{page}", assignments, assignments.Any(one => one.a.Id == assignment) ? assignment : null);
    }
}
