using System.Text.Json;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>Where somebody sits in a course who does not learn there: it lasts as long as the session in the address.</summary>
/// <param name="AssignmentId">The assignment that was opened.</param>
/// <param name="Role">In which role.</param>
/// <param name="Mentored">Whom an observer accompanies, as the course site knows them.</param>
public sealed record CourseSeat(int AssignmentId, CourseRole Role, IReadOnlyList<string> Mentored)
{
    /// <summary>That of the present session, or null.</summary>
    public static CourseSeat? Of(HttpContext context) =>
        FrameSessionPath.SessionOf(context)?.CourseSeat is { } json ? JsonSerializer.Deserialize<CourseSeat>(json) : null;
}
