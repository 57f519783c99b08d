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
    public static async Task<Whom> OfAsync(AssignmentStore assignments, string activity, string page, int? assignment)
    {
        var given = await assignments.OfActivityAsync(activity);
        return new Whom($"~/author/{activity}/{page}", given, given.Any(one => one.Given.Id == assignment) ? assignment : null);
    }
}
