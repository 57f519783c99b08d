using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Schools of this installation, and the teachers of each.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class SchoolsModel(
    SchoolStore schools,
    UserManager<Person> people,
    Accounts accounts,
    Embeddings embeddings,
    SchoolLooks looks
) : PageModel
{
    public IReadOnlyList<School> Schools { get; private set; } = [];

    public IReadOnlyList<Person> Teachers { get; private set; } = [];

    public string? Problem { get; private set; }

    /// <summary>Who was just invited, the link to hand on, and whether it is on its way by mail.</summary>
    public (string Name, string Link, bool Mailed)? Invited { get; private set; }

    public (string Name, string Email) Typed { get; private set; } = ("", "");

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostSchoolAsync(string? name, int? school)
    {
        if (string.IsNullOrWhiteSpace(name))
        {
            return await RefusedAsync("A school needs a name.");
        }

        await schools.KeepAsync(school, name.Cut(120));
        return RedirectToPage();
    }

    /// <summary>The school whose pages were typed wrongly, and what was typed.</summary>
    public (int School, FramingAsked Asked)? Framed { get; private set; }

    /// <summary>The fields that ask on whose pages what a school publishes may stand.</summary>
    public FramingAsked AskedOf(School school) =>
        Framed is { } framed && framed.School == school.Id
            ? framed.Asked
            : new FramingAsked(school.Framing, school.FrameSites, null, FrameRule.Anyone);

    /// <summary>Sets on whose pages what a school publishes may stand.</summary>
    public async Task<IActionResult> OnPostFramingAsync(int school, Framing? by, string? sites)
    {
        var read = FrameRule.Read(by, sites);
        if (!read.Succeeded)
        {
            Framed = (school, new FramingAsked(by ?? Framing.Anyone, sites ?? "", read.Refusal, FrameRule.Anyone));
            await LoadAsync();
            return Page();
        }

        await embeddings.SetForSchoolAsync(school, read.Value);
        return RedirectToPage();
    }

    /// <summary>Sets the logo and the colours of what a school publishes.</summary>
    public async Task<IActionResult> OnPostLookAsync(int school, IFormFile? logo, bool noLogo, string? accent, string? ground)
    {
        if (logo is not null || noLogo)
        {
            using var file = new MemoryStream();
            if (logo is not null)
            {
                if (logo.Length > PictureReader.MostBytes)
                {
                    return await RefusedAsync($"“{logo.FileName}” is too large for a logo.");
                }

                await logo.CopyToAsync(file);
            }

            if (await looks.SetLogoAsync(school, logo is null ? null : file.ToArray(), logo?.FileName ?? "") is { } refusal)
            {
                return await RefusedAsync(refusal);
            }
        }

        string Chosen(string name, string? value) => Request.Form[$"own-{name}"] == "true" ? SignForms.Colour(value ?? "") : "";
        await looks.SetColoursAsync(school, Chosen("accent", accent), Chosen("ground", ground));
        return RedirectToPage();
    }

    /// <summary>Puts a teacher into a school; out of the old one, what colleagues shared with them is theirs no more.</summary>
    public async Task<IActionResult> OnPostMoveAsync(string person, int? school)
    {
        var teacher = await people.FindByIdAsync(person);
        var into = school is { } id ? await schools.FindAsync(id) : null;
        if (teacher is not null && (school is null || into is not null))
        {
            teacher.SchoolId = school;
            await people.UpdateAsync(teacher);
            if (Fragments.IsOne(HttpContext))
            {
                return HttpContext.Said(
                    into is null ? $"{teacher.DisplayName} is in no school now." : $"{teacher.DisplayName} is in {into.Name} now."
                );
            }
        }
        else if (Fragments.IsOne(HttpContext))
        {
            return Fragments.Refused("This teacher or school is not there any more. Load the page again.");
        }

        return RedirectToPage();
    }

    /// <summary>Makes an account and invites its owner: by mail, and by a link to hand on.</summary>
    public async Task<IActionResult> OnPostTeacherAsync(string? name, string? email, int? school)
    {
        Typed = ((name ?? "").Trim(), (email ?? "").Trim());
        var made = await accounts.InviteAsync(Typed.Name, Typed.Email, school);
        if (!made.Succeeded)
        {
            return await RefusedAsync(made.Refusal!);
        }

        var me = (await people.FindByIdAsync(User.Id()))!;
        Invited = (
            made.Value.Person.DisplayName,
            $"{OwnAddress.Of(HttpContext)}/welcome/{made.Value.Secret}",
            await accounts.MailInviteAsync(made.Value.Person, made.Value.Secret, me.DisplayName, OwnAddress.Of(HttpContext))
        );
        Typed = ("", "");
        await LoadAsync();
        return Page();
    }

    private async Task<IActionResult> RefusedAsync(string problem)
    {
        Problem = problem;
        await LoadAsync();
        return Page();
    }

    private async Task LoadAsync()
    {
        Schools = await schools.AllAsync();
        Teachers = (await people.GetUsersInRoleAsync(Roles.Teacher))
            .OrderBy(person => person.DisplayName, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
    }
}
