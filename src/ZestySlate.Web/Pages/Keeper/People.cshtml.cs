using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Finds learners of every sort by their name.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class PeopleModel(SlateDb db) : PageModel
{
    /// <summary>The most that are listed.</summary>
    public const int Most = 100;

    /// <summary>One learner.</summary>
    public sealed record Row(string Id, string Name, string Ways, int Attempts);

    [BindProperty(SupportsGet = true)]
    public string Words { get; set; } = "";

    public IReadOnlyList<Row> List { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Words = (Words ?? "").Trim();
        if (Words.Length == 0)
        {
            return;
        }

        var like = "%" + Words.Replace("\\", "\\\\").Replace("%", "\\%").Replace("_", "\\_") + "%";
        var found = await db
            .Users.AsNoTracking()
            .Where(person =>
                !db.UserRoles.Any(role => role.UserId == person.Id)
                && (
                    EF.Functions.Like(person.DisplayName, like, "\\")
                    || db.Enrolments.Any(one => one.PersonId == person.Id && EF.Functions.Like(one.RosterName, like, "\\"))
                )
            )
            .OrderBy(person => person.DisplayName)
            .Take(Most)
            .Select(person => new
            {
                person.Id,
                person.DisplayName,
                Class = db
                    .Classes.Where(group => db.Enrolments.Any(one => one.ClassId == group.Id && one.PersonId == person.Id))
                    .Select(group => group.Name)
                    .FirstOrDefault(),
                Site = db
                    .CourseSites.Where(site => db.CourseSitePeople.Any(one => one.CourseSiteId == site.Id && one.PersonId == person.Id))
                    .Select(site => site.Name)
                    .FirstOrDefault(),
                Attempts = db.Attempts.Count(attempt => attempt.PersonId == person.Id),
            })
            .ToListAsync();
        List = found.Select(one => new Row(one.Id, one.DisplayName, one.Class ?? one.Site ?? "by link", one.Attempts)).ToList();
    }
}
