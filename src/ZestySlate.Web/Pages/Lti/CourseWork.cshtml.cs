using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Pages.Lti;

/// <summary>What somebody of the course sees of an assignment who neither learns there nor owns the activity.</summary>
[Authorize(Policy = Rights.CourseSeat)]
public sealed class CourseWorkModel(AssignmentStore assignments, CourseRows rows, CourseLooks looks) : PageModel
{
    public CourseSeat Seat { get; private set; } = null!;

    public AssignmentRecord Given { get; private set; } = null!;

    /// <summary>Everybody for who teaches, marks or runs the course; those they accompany for observers; else nobody.</summary>
    public IReadOnlyList<CourseRow> Rows { get; private set; } = [];

    /// <summary>True when the activity may be looked at now.</summary>
    public bool MayLook { get; private set; }

    /// <summary>The way back to the course; null inside its page.</summary>
    public string? Back { get; private set; }

    /// <summary>Points as the course site was told them; to observers only where they were told when the learner saw them.</summary>
    public string? PointsOf(CourseRow row) =>
        row.Told.Count == 0 || (!Seat.Role.SeesEverybody() && Given.PointsAtOnce) ? null : CourseRow.Said(row.Told[0]);

    public async Task OnGetAsync(CancellationToken stop)
    {
        MayLook = await looks.OfAsync(HttpContext) is not null;
        (Seat, Back) = (CourseSeat.Of(HttpContext)!, Presentation.Of(HttpContext).Back);
        Given = await assignments.OneAsync(Seat.AssignmentId, stop);
        var all = Seat.Role.SeesEverybody() || Seat.Mentored.Count > 0 ? await rows.OfAsync(Given, stop) : [];
        Rows = Seat.Role.SeesEverybody() ? all : all.Where(row => row.Subject is { } subject && Seat.Mentored.Contains(subject)).ToList();
    }
}
