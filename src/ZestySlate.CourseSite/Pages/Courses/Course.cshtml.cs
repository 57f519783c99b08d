using System.Security.Claims;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.CourseSite.Editor;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Pages.Courses;

/// <summary>A course: its page and its assignments.</summary>
public sealed class CourseModel(SiteStore store, PageEditor editor) : PageModel
{
    public Course Course { get; private set; } = new();

    public bool Teaches => User.IsInRole("teacher");

    /// <summary>How far the signed-in learner is with an assignment.</summary>
    public string StateOf(Assignment assignment)
    {
        var me = User.FindFirstValue(ClaimTypes.NameIdentifier);
        return store.Read(state => state.Grades.FirstOrDefault(g => g.AssignmentId == assignment.Id && g.PersonId == me)) switch
        {
            null => "not begun",
            { } grade => grade.Said,
        };
    }

    public IActionResult OnGet(string course) => Load(course) ? Page() : NotFound();

    /// <summary>Everybody who is or was in the course.</summary>
    public IReadOnlyList<SitePerson> Members => store.Read(state => state.People.ToList());

    /// <summary>Removes a learner from the course, or takes them back in.</summary>
    public IActionResult OnPostMember(string course, string person)
    {
        if (!Teaches)
        {
            return Forbid();
        }

        store.Change(state =>
        {
            var removed = state.Courses.Single(c => c.Id == course).Removed;
            if (!removed.Remove(person))
            {
                removed.Add(person);
            }
        });
        return LocalRedirect($"/courses/{course}");
    }

    public async Task<IActionResult> OnPostPageAsync(string course, string? html)
    {
        if (!Teaches)
        {
            return Forbid();
        }

        var page = await editor.TakeAsync(html ?? "", store.Read(state => !state.Mischief.NoScripts));
        store.Change(state => state.Courses.Single(c => c.Id == course).Page = page);
        return LocalRedirect($"/courses/{course}");
    }

    private bool Load(string id)
    {
        Course = store.Read(state => state.Courses.FirstOrDefault(c => c.Id == id)) ?? new Course();
        return Course.Id.Length > 0;
    }
}
