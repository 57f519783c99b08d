using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Schools of this installation, and the teachers of each.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class SchoolsModel(SlateDb db, UserManager<Person> people, TimeProvider clock) : PageModel
{
    public IReadOnlyList<School> Schools { get; private set; } = [];

    public IReadOnlyList<Person> Teachers { get; private set; } = [];

    public string? Problem { get; private set; }

    public (string Name, string Email) Typed { get; private set; } = ("", "");

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostSchoolAsync(string? name, int? school)
    {
        if (string.IsNullOrWhiteSpace(name))
        {
            return await RefusedAsync("A school needs a name.");
        }

        var title = name.Trim()[..Math.Min(name.Trim().Length, 120)];
        if (school is { } id && await db.Schools.SingleOrDefaultAsync(known => known.Id == id) is { } known)
        {
            known.Name = title;
        }
        else
        {
            db.Schools.Add(new School { Name = title });
        }

        await db.SaveChangesAsync();
        return RedirectToPage();
    }

    /// <summary>Puts a teacher into a school; out of the old one, what colleagues shared with them is theirs no more.</summary>
    public async Task<IActionResult> OnPostMoveAsync(string person, int? school)
    {
        var teacher = await people.FindByIdAsync(person);
        if (teacher is not null && (school is null || await db.Schools.AnyAsync(known => known.Id == school)))
        {
            teacher.SchoolId = school;
            await people.UpdateAsync(teacher);
        }

        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostTeacherAsync(string? name, string? email, string? password, int? school)
    {
        Typed = ((name ?? "").Trim(), (email ?? "").Trim());
        if (Typed.Name.Length == 0 || Typed.Email.Length == 0)
        {
            return await RefusedAsync("A teacher needs a name and an e-mail address.");
        }

        var teacher = new Person { UserName = Typed.Email, Email = Typed.Email, DisplayName = Typed.Name, CreatedAt = clock.GetUtcNow(), SchoolId = await db.Schools.AnyAsync(known => known.Id == school) ? school : null };
        var made = await people.CreateAsync(teacher, password ?? "");
        if (!made.Succeeded)
        {
            return await RefusedAsync(string.Join(' ', made.Errors.Where(error => error.Code != "DuplicateUserName" || made.Errors.Count() == 1).Select(error => error.Description)));
        }

        await people.AddToRoleAsync(teacher, Roles.Teacher);
        return RedirectToPage();
    }

    private async Task<IActionResult> RefusedAsync(string problem)
    {
        Problem = problem;
        await LoadAsync();
        return Page();
    }

    private async Task LoadAsync()
    {
        Schools = await db.Schools.AsNoTracking().OrderBy(school => school.Name).ToListAsync();
        Teachers = (await people.GetUsersInRoleAsync(Roles.Teacher)).OrderBy(person => person.DisplayName, StringComparer.CurrentCultureIgnoreCase).ToList();
    }
}
