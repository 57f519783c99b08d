using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Account;

/// <summary>The first person of a new installation takes charge of it: guarded by a code from the log or the configuration, and gone once
/// there is a keeper.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.SignIn)]
public sealed class SetupModel(
    SchoolStore schools,
    Installation installation,
    UserManager<Person> people,
    Sessions sessions,
    TimeProvider clock
) : PageModel
{
    /// <summary>Two who set it up at once go one after the other; the second comes too late.</summary>
    private static readonly SemaphoreSlim OneAtATime = new(1, 1);

    /// <summary>What is typed.</summary>
    public sealed class Typed
    {
        public string Code { get; set; } = "";

        public string Name { get; set; } = "";

        public string Email { get; set; } = "";

        public string Password { get; set; } = "";

        public string School { get; set; } = "";

        public string Language { get; set; } = "en";

        public string Address { get; set; } = "";

        public string MailServer { get; set; } = "";

        public int? MailPort { get; set; }

        public string MailUser { get; set; } = "";

        public string MailPassword { get; set; } = "";

        public string MailFrom { get; set; } = "";
    }

    [BindProperty]
    public Typed New { get; set; } = new();

    public string? Problem { get; private set; }

    public Installation Installation => installation;

    public async Task<IActionResult> OnGetAsync()
    {
        (New.Address, New.Language) = (OwnAddress.Of(HttpContext), Languages.AskedFor(Request));
        return await installation.NeedsSetupAsync() ? Page() : LocalRedirect("~/sign-in");
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await OneAtATime.WaitAsync(HttpContext.RequestAborted);
        try
        {
            if (!await installation.NeedsSetupAsync())
            {
                return LocalRedirect("~/sign-in");
            }

            Problem = await RefuseAsync();
            return Problem is null ? await TakeChargeAsync() : Page();
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    private async Task<string?> RefuseAsync()
    {
        var keeper = new Person { UserName = New.Email.Trim(), Email = New.Email.Trim() };
        return !installation.IsCode(New.Code)
                ? "This is not the code. It stands in the log of the server, in the line that begins with “Nobody runs this installation yet”."
            : New.Name.Trim().Length == 0 || !New.Email.Contains('@', StringComparison.Ordinal)
                ? "You need a name and an e-mail address to sign in with."
            : New.School.Trim().Length == 0 ? "The school needs a name; it can be changed later."
            : OwnAddress.Read(New.Address) is null
                ? "The address begins with https:// (or http:// for a try) and ends with the host: https://slate.example."
            : (await people.PasswordValidators[0].ValidateAsync(people, keeper, New.Password)).Succeeded ? null
            : $"A password has at least {people.Options.Password.RequiredLength} characters.";
    }

    private async Task<IActionResult> TakeChargeAsync()
    {
        var school = await schools.KeepAsync(null, New.School.Cut(120));
        var keeper = new Person
        {
            UserName = New.Email.Trim(),
            Email = New.Email.Trim(),
            DisplayName = New.Name.Cut(100),
            CreatedAt = clock.GetUtcNow(),
            SchoolId = school,
        };
        var made = await people.CreateAsync(keeper, New.Password);
        if (!made.Succeeded)
        {
            await schools.RemoveAsync(school);
            Problem = string.Join(' ', made.Errors.Select(error => error.Description).Distinct());
            return Page();
        }

        await people.AddToRolesAsync(keeper, [Roles.Teacher, Roles.Keeper]);
        await installation.SaveAsync(
            new InstallationRecord
            {
                Address = OwnAddress.Read(New.Address)!,
                Language = Languages.Known(New.Language) ?? "en",
                MailServer = New.MailServer.Trim(),
                MailPort = New.MailPort ?? 587,
                MailUser = New.MailUser.Trim(),
                MailPassword = New.MailPassword,
                MailFrom = New.MailFrom.Trim(),
            }
        );
        installation.TakenCharge();
        await sessions.BeginAsync(keeper, stays: true);
        return LocalRedirect("~/library");
    }
}
