using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Formats.Starts;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;
using ZestySlate.Web.Security;
using ZestySlate.Web.Starts;

namespace ZestySlate.Web.Pages;

/// <summary>One start: what it asks for, an example to try, and the press that begins.</summary>
[Authorize(Policy = Rights.Teacher)]
[RequestSizeLimit(MediaIntake.MostBytes)]
public sealed class StartModel(
    StartCatalogue starts,
    StartExamples examples,
    ActivityStore store,
    MediaIntake intake,
    Installation installation
) : PageModel
{
    public Start Chosen { get; private set; } = null!;

    /// <summary>What is wrong with what was given.</summary>
    public string? Problem { get; private set; }

    /// <summary>True where the example alone is shown.</summary>
    public bool IsExample { get; private set; }

    /// <summary>True where the example is made of what was typed.</summary>
    public bool IsYours => !string.IsNullOrWhiteSpace(Typed) && Problem is null;

    [BindProperty]
    public string? Typed { get; set; }

    [BindProperty]
    public string? Title { get; set; }

    public IActionResult OnGet(string start)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        Chosen = known;
        examples.Make(known, User.Id(), "");
        return Page();
    }

    /// <summary>The example of what is typed just now.</summary>
    public IActionResult OnPostExample(string start)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        (Chosen, IsExample) = (known, true);
        Problem = examples.Make(known, User.Id(), Typed ?? "");
        return Partial("_StartExample", this);
    }

    /// <summary>Begins an activity, and leads to where it is built. Of what was typed nothing is lost: it comes back with what is wrong.</summary>
    public async Task<IActionResult> OnPostAsync(string start, IFormFile? file)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        Chosen = known;
        Problem = examples.Refuse(known, Typed ?? "");
        if (Problem is not null)
        {
            // Before a file is taken: it would have to be chosen once more.
            return Page();
        }

        var given = await GivenAsync(known, file);
        if (!given.Succeeded)
        {
            Problem = given.Refusal;
            return Page();
        }

        var title = string.IsNullOrWhiteSpace(Title) ? known.Title : Title.Trim();
        var made = StartMaker.Make(known, title.Cut(120), installation.Set.Language, Typed ?? "", given.Value.Backdrop);
        if (!made.Succeeded)
        {
            Problem = made.Refusal;
            return Page();
        }

        var draft = await store.CreateAsync(User.Id(), made.Value);
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }

    /// <summary>Begins with the example itself, to be taken apart.</summary>
    public async Task<IActionResult> OnPostApartAsync(string start)
    {
        if (starts.Of(start) is not { } known)
        {
            return NotFound();
        }

        var draft = await store.CreateAsync(User.Id(), examples.Sample(known));
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }

    private sealed record Given(Backdrop? Backdrop);

    /// <summary>What it stands on: what was given, or until then a plain board or a video that is to come.</summary>
    private async Task<Outcome<Given>> GivenAsync(Start known, IFormFile? file)
    {
        if (!known.TakesPicture && !known.TakesVideo)
        {
            return new Given(null);
        }

        if (file is null)
        {
            return new Given(known.TakesVideo ? new VideoBackdrop() : new PlainBoardBackdrop());
        }

        var added = await intake.TakeAsync(file, User.Id(), HttpContext.RequestAborted);
        if (!added.Succeeded)
        {
            return Outcome<Given>.Refused(added.Refusal!);
        }

        var backdrop = MediaPurposes.BackdropOf(added.Value);
        return backdrop is null || backdrop.HasTime != known.TakesVideo
            ? Outcome<Given>.Refused(
                $"“{file.FileName}” is kept in your media library, but it is no {(known.TakesVideo ? "video" : "picture")}."
            )
            : new Given(backdrop);
    }
}
