using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The owner lets colleagues of the school in, and gives copies away.</summary>
[Authorize(Policy = Rights.ActivityOwner)]
public sealed class ColleaguesModel(ActivityStore store, ActivityLibrary library, UserManager<Person> people) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<(Person Person, bool? MayEdit)> Colleagues { get; private set; } = [];

    public string? Said { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>The e-mail address that was typed.</summary>
    public string Email { get; private set; } = "";

    public Task OnGetAsync(string activity) => LoadAsync(activity);

    public async Task<IActionResult> OnPostRightAsync(string activity, string person, string? right)
    {
        await LoadAsync(activity);
        var name = Colleagues.FirstOrDefault(colleague => colleague.Person.Id == person).Person?.DisplayName;
        var done = await library.LetInAsync(
            Record,
            person,
            right switch
            {
                "edit" => true,
                "read" => false,
                _ => null,
            }
        );
        var words = done
            ? $"{name} may {right switch { "edit" => "edit it", "read" => "look at it and copy it", _ => "do nothing with it" }} now."
            : "This colleague is not in your school any more. Load the page again.";
        if (Fragments.IsOne(HttpContext))
        {
            return done ? HttpContext.Said(words) : Fragments.Refused(words);
        }

        Said = done ? words : null;
        Problem = done ? null : words;
        await LoadAsync(activity);
        return Page();
    }

    /// <summary>Puts a copy into the library of the teacher with this e-mail address.</summary>
    public async Task<IActionResult> OnPostCopyAsync(string activity, string? email)
    {
        await LoadAsync(activity);
        Email = (email ?? "").Trim();
        if (await people.FindByEmailAsync(Email) is not { } colleague || !await people.IsInRoleAsync(colleague, Roles.Teacher))
        {
            Problem =
                Email.Length == 0
                    ? "Type the e-mail address of the colleague."
                    : $"No teacher signs in here as “{Email}”. Check the address, or send them the link below.";
            return Page();
        }

        var me = (await people.FindByIdAsync(User.Id()))!;
        await library.CopyAsync(activity, me.Id, colleague.Id, colleague.Id == me.Id ? "" : $"From {me.DisplayName.Replace('/', ' ')}");
        (Said, Email) = (
            $"{colleague.DisplayName} has a copy now, in the folder “From {me.DisplayName}”. It is theirs: what either "
                + "of you changes does not reach the other.",
            ""
        );
        return Page();
    }

    private async Task LoadAsync(string activity)
    {
        Record = await store.RecordAsync(activity);
        Colleagues = await library.ColleaguesAsync(Record);
    }
}
