using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages.Courses;

/// <summary>One assignment: settings for who teaches, the tool's frame for who learns.</summary>
public sealed class AssignmentModel(SiteStore store, SiteAddress address) : ToolFrameModel(store, address)
{
    public Assignment Assignment { get; private set; } = new();

    public string CourseId { get; private set; } = "";

    [FromRoute(Name = "assignment")]
    public string Id { get; set; } = "";

    public override IActionResult OnGet(string course)
    {
        if (!Load(course) || (!Teaches && !Assignment.IsSet))
        {
            return NotFound();
        }

        if (!Teaches || Request.Query.ContainsKey("open"))
        {
            OpenTool(course, Assignment.Id, Assignment.Url);
        }

        return Page();
    }

    public IActionResult OnPost(
        string course,
        string title,
        string? instructions,
        string? points,
        DateTime? due,
        DateTime? from,
        bool keptBack,
        bool ownWindow,
        bool newColumn
    )
    {
        if (!Teaches || !Load(course))
        {
            return Forbid();
        }

        Store.Change(_ =>
        {
            Assignment.Title = string.IsNullOrWhiteSpace(title) ? Assignment.Title : title.Trim();
            Assignment.Instructions = instructions ?? "";
            Assignment.Points = decimal.TryParse(points, NumberStyles.Number, CultureInfo.InvariantCulture, out var number) ? number : null;
            Assignment.Due = due is { } day ? new DateTimeOffset(DateTime.SpecifyKind(day, DateTimeKind.Utc)) : null;
            Assignment.From = from is { } opens ? new DateTimeOffset(DateTime.SpecifyKind(opens, DateTimeKind.Utc)) : null;
            (Assignment.KeptBack, Assignment.OwnWindow) = (keptBack, ownWindow);
            Assignment.Column = newColumn ? $"{Assignment.Id}-{Guid.NewGuid():N}" : Assignment.Column;
        });
        return LocalRedirect($"/courses/{course}/assignments/{Id}");
    }

    private bool Load(string course)
    {
        CourseId = course;
        Assignment = Store.Read(state => state.Courses.FirstOrDefault(c => c.Id == course)?.Assignments.FirstOrDefault(a => a.Id == Id))
            ?? new Assignment();
        return Assignment.Id.Length > 0;
    }
}
