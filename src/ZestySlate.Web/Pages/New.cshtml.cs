using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Scenes;
using ZestySlate.Formats.Questions;
using ZestySlate.Formats.Starts;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Backdrops.Videos;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;
using ZestySlate.Web.Questions;
using ZestySlate.Web.Security;
using ZestySlate.Web.Starts;

namespace ZestySlate.Web.Pages;

/// <summary>Begins an activity: on a picture, a video, a list of questions, a web page.</summary>
[Authorize(Policy = Rights.Teacher)]
[RequestSizeLimit(MediaIntake.MostBytes)]
public sealed class NewModel(
    ActivityStore store,
    MediaIntake intake,
    AddressFetcher fetcher,
    HostedLookup lookup,
    StartCatalogue starts,
    ActivityLibrary library,
    Installation installation
) : PageModel
{
    /// <summary>What somebody has, as they said; null for not said.</summary>
    [BindProperty(SupportsGet = true)]
    public Material? Has { get; set; }

    /// <summary>What learners are to do, as somebody said; null for not said.</summary>
    [BindProperty(SupportsGet = true)]
    public Doing? Does { get; set; }

    /// <summary>What a teacher would call it; empty for not said.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Words { get; set; }

    /// <summary>The starts that fit.</summary>
    public IEnumerable<Start> Fitting => starts.All.Where(start => start.Fits(Has, Does, (Words ?? "").Cut(200)));

    /// <summary>What the school offers as ways to start, for words that are in their titles or subjects; all where nothing is asked for.</summary>
    public async Task<IReadOnlyList<ActivityRecord>> OfSchoolAsync() =>
        Has is not (null or Material.Nothing) || Does is not null
            ? []
            : (await library.StartsAsync(User.Id()))
                .Where(record =>
                    $"{record.Title} {record.Subject}".Contains((Words ?? "").Trim(), StringComparison.CurrentCultureIgnoreCase)
                )
                .ToList();

    /// <summary>True where the starts alone are shown.</summary>
    public bool IsPart { get; private set; }

    /// <summary>The starts that fit, alone.</summary>
    public IActionResult OnGetStarts()
    {
        IsPart = true;
        return Partial("_Starts", this);
    }

    public string? Problem { get; private set; }

    /// <summary>What is wrong with the address of a page.</summary>
    public string? PageProblem { get; private set; }

    /// <summary>What is wrong with the address of a video.</summary>
    public string? VideoProblem { get; private set; }

    /// <summary>What is wrong with the list of questions.</summary>
    public string? ListProblem { get; private set; }

    /// <summary>What is wrong with a file from elsewhere.</summary>
    public string? FileProblem { get; private set; }

    [BindProperty(SupportsGet = true)]
    public string? Shows { get; set; }

    [BindProperty]
    public string? List { get; set; }

    [BindProperty]
    public Recipe Recipe { get; set; } = Recipe.Quiz;

    public string Address { get; private set; } = "";

    /// <summary>What a new activity is in unless somebody chooses otherwise.</summary>
    public string UsualLanguage => installation.Set.Language;

    [BindProperty]
    public string? Title { get; set; }

    public void OnGet() { }

    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (file is null)
        {
            Problem = "Choose a picture or a video first.";
            return Page();
        }

        if (BroughtFile.Takes(file.FileName))
        {
            return await OnPostFileAsync(file);
        }

        var added = await intake.TakeAsync(file, User.Id(), HttpContext.RequestAborted);
        if (!added.Succeeded)
        {
            Problem = added.Refusal;
            return Page();
        }

        var item = added.Value;
        if (MediaPurposes.BackdropOf(item) is not { } backdrop)
        {
            Problem = $"“{file.FileName}” is kept in your media library, but it is no picture and no video. Begin with one of these.";
            return Page();
        }

        return await BeginAsync(TitleOf(file, backdrop.KindName), backdrop);
    }

    /// <summary>Begins an activity of a file made elsewhere: of questions, or of a story.</summary>
    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        if (file is null || !BroughtFile.Takes(file.FileName))
        {
            FileProblem = $"Choose a file first: {string.Join(", ", BroughtFile.Endings)}.";
            return Page();
        }

        using var kept = new MemoryStream();
        if (file.Length <= BroughtFile.MostBytes)
        {
            await file.CopyToAsync(kept, HttpContext.RequestAborted);
        }

        var read =
            file.Length > BroughtFile.MostBytes
                ? Outcome<Activity>.Refused(
                    $"“{file.FileName}” is larger than {BroughtFile.MostBytes / 1048576} MB. Begin with a part of it."
                )
                : BroughtFile.Read(kept.ToArray(), file.FileName, TitleOf(file, "My questions"), UsualLanguage);
        if (!read.Succeeded)
        {
            FileProblem = read.Refusal;
            return Page();
        }

        var draft = await store.CreateAsync(User.Id(), read.Value);
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }

    /// <summary>The title that was typed, or the file's name as words.</summary>
    private string TitleOf(IFormFile file, string otherwise) =>
        !string.IsNullOrWhiteSpace(Title) ? Title.Trim()
        : Path.GetFileNameWithoutExtension(file.FileName).Replace('-', ' ').Replace('_', ' ').Trim() is { Length: > 0 } name ? name.Cut(120)
        : otherwise;

    /// <summary>Begins an activity on a video that lies at an address, or with none yet: a large file is brought in the workbench.</summary>
    public async Task<IActionResult> OnPostVideoAsync(string? address, CancellationToken stop)
    {
        var title = string.IsNullOrWhiteSpace(Title) ? "" : Title.Trim();
        if (string.IsNullOrWhiteSpace(address))
        {
            return await BeginAsync(title.Length > 0 ? title : "A video", new VideoBackdrop());
        }

        Address = address.Trim();
        var found = await lookup.FindAsync(Address, new VideoBackdrop(), User.Id(), stop);
        if (!found.Succeeded)
        {
            VideoProblem = found.Refusal;
            return Page();
        }

        return await BeginAsync(
            title.Length > 0 ? title
                : found.Value.Title is { Length: > 0 } there ? there
                : "A video",
            found.Value.Film
        );
    }

    /// <summary>Begins an activity of questions by a recipe. Of a list with problems nothing is lost: it comes back with what is wrong.</summary>
    public async Task<IActionResult> OnPostQuestionsAsync(string? language)
    {
        var tag = Languages.Known(language) ?? UsualLanguage;
        var activity = Recipes.Begin(Recipe, string.IsNullOrWhiteSpace(Title) ? "My questions" : Title.Trim(), tag);
        if (!string.IsNullOrWhiteSpace(List))
        {
            var read = ReadQuestions.Of(List, activity.Words.Culture);
            if (read.Problems.Count > 0)
            {
                ListProblem = string.Join(
                    " ",
                    read.Problems.Take(5).Select(problem => $"Line {problem.Line}, column {problem.Column}: {problem.Message}")
                );
                return Page();
            }

            activity = activity with { Scenes = [activity.Scenes[0] with { Spots = read.Spots() }] };
        }

        var draft = await store.CreateAsync(User.Id(), activity);
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }

    /// <summary>Begins a page with one question of a kind, empty; it is open for changing.</summary>
    public async Task<IActionResult> OnPostKindAsync(string? kind)
    {
        if (QuestionForms.Offers.FirstOrDefault(offer => offer.Key == kind) is not { } offer)
        {
            return BadRequest();
        }

        var begun = Recipes.Begin(Recipe.Worksheet, "My questions", UsualLanguage);
        var scene = begun.Scenes[0];
        var spot = new Spot
        {
            Id = Ids.New(),
            Place = Place.At(scene.Backdrop, 0.5, 0.5),
            Content = new Ask(offer.Make()),
        };
        var draft = await store.CreateAsync(User.Id(), begun with { Scenes = [scene with { Spots = [spot] }] });
        return LocalRedirect($"~/author/{draft.Record.Id}?selected={spot.Id}");
    }

    /// <summary>Begins an activity that is a web page of somebody else's.</summary>
    public async Task<IActionResult> OnPostPageAsync(string? address, int width, int height, string? resizes, CancellationToken stop)
    {
        Address = WebAddress.Completed(address ?? "");
        if (WebAddress.Refuse(Address) is { } refusal)
        {
            PageProblem = refusal;
            return Page();
        }

        var page = new WebPageBackdrop(Address, Math.Clamp(width, 200, 4000), Math.Clamp(height, 150, 4000), resizes == "yes")
        {
            Refuses = await fetcher.ForbidsFramesAsync(Address, stop) == true,
        };
        var title = string.IsNullOrWhiteSpace(Title) ? new Uri(Address).Host : Title.Trim();
        return await BeginAsync(title, page);
    }

    /// <summary>An activity of one scene, and on to where it is built.</summary>
    private async Task<IActionResult> BeginAsync(string title, Backdrop backdrop)
    {
        var draft = await store.CreateAsync(
            User.Id(),
            new Activity
            {
                Title = title,
                Language = UsualLanguage,
                Scenes = [new Scene { Id = Ids.New(), Backdrop = backdrop }],
            }
        );
        return LocalRedirect($"~/author/{draft.Record.Id}");
    }
}
