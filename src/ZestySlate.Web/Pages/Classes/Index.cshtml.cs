using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Formats.Classes;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>The teacher's classes; a new one is typed in.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class IndexModel(ClassStore classes) : PageModel
{
    public IReadOnlyList<(ClassRecord Class, int Learners, int Given)> List { get; private set; } = [];

    public string? Problem { get; private set; }

    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Names { get; set; } = "";

    public Task OnGetAsync() => LoadAsync();

    /// <summary>The learners as they were read, to be looked at before the class is made; empty where every line is a name as it stands.</summary>
    public IReadOnlyList<(RosterEntry Entry, string Said)> Read { get; private set; } = [];

    /// <summary>Makes a class of names as they were typed; where more was read than names one a line, it is shown first.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (string.IsNullOrWhiteSpace(Names))
        {
            return await MadeAsync([]);
        }

        var read = RosterFile.ReadText(Names);
        if (!read.Succeeded)
        {
            Problem = read.Refusal;
            await LoadAsync();
            return Page();
        }

        var typed = Names.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        var twice = read.Value.GroupBy(entry => entry.Name).Where(same => same.Count() > 1).Select(same => same.Key).ToHashSet();
        if (twice.Count == 0 && read.Value.Select(entry => entry.Name).SequenceEqual(typed))
        {
            return await MadeAsync([.. read.Value.Select(entry => (entry.Name, entry.Number, entry.Email))]);
        }

        Read = [.. read.Value.Select(entry => (entry, twice.Contains(entry.Name) ? "stands twice: tell them apart" : ""))];
        await LoadAsync();
        return Page();
    }

    /// <summary>Makes the class of those that are ticked.</summary>
    public async Task<IActionResult> OnPostTakeAsync(string[] learner, string[] number, string[] email, int[] take)
    {
        var taken = TickedLearners.Of(learner, number, email, take);
        // What was mended stays on the page when the class cannot be made of it.
        Read = [.. taken.Select(one => (new RosterEntry(one.Name, one.Number, one.Email), ""))];
        return await MadeAsync(taken);
    }

    private async Task<IActionResult> MadeAsync(IReadOnlyList<(string Name, string Number, string Email)> learners)
    {
        var made = await classes.CreateAsync(User.Id(), Name ?? "", learners);
        if (made.Succeeded)
        {
            return LocalRedirect($"~/classes/{made.Value.Id}");
        }

        Problem = made.Refusal;
        await LoadAsync();
        return Page();
    }

    private async Task LoadAsync() => List = await classes.OfTeacherAsync(User.Id());
}
