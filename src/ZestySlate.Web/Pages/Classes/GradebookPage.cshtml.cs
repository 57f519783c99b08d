using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Wording;
using ZestySlate.Formats.Classes;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>The gradebook of a class: learner by assignment, as points or percent, and as files.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class GradebookPageModel(ClassStore classes, Gradebooks books) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public Gradebook Book { get; private set; } = null!;

    /// <summary>True when percent are shown instead of points.</summary>
    public bool InPercent { get; private set; }

    /// <summary>What is wrong with the weights typed, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>The weights as they are or were typed.</summary>
    public string Weights { get; private set; } = "";

    /// <summary>A grade as a cell shows it.</summary>
    public string Shown(Grade grade) =>
        InPercent
            ? grade.Percent is { } percent
                ? Words.English.Number(Math.Round(percent))
                : ""
            : grade.Points is { } points
                ? Words.English.Number(points)
                : "";

    public Task OnGetAsync([FromRoute(Name = "class")] int id, string? show) => LoadAsync(id, show);

    public async Task<IActionResult> OnGetCsvAsync([FromRoute(Name = "class")] int id)
    {
        await LoadAsync(id, null);
        return File(Encoding.UTF8.GetBytes(GradebookFiles.Csv(Book)), "text/csv; charset=utf-8", $"gradebook-{Class.Code}.csv");
    }

    public async Task<IActionResult> OnGetWorkbookAsync([FromRoute(Name = "class")] int id)
    {
        await LoadAsync(id, null);
        return File(
            GradebookFiles.Workbook(Book),
            "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
            $"gradebook-{Class.Code}.xlsx"
        );
    }

    /// <summary>Sets how much the categories weigh.</summary>
    public async Task<IActionResult> OnPostWeightsAsync([FromRoute(Name = "class")] int id, string? weights)
    {
        var read = CategoryWeights.Read(weights ?? "");
        if (read.Succeeded)
        {
            await classes.SetWeightsAsync(id, (weights ?? "").ReplaceLineEndings("\n").Trim());
            return LocalRedirect($"~/classes/{id}/gradebook");
        }

        await LoadAsync(id, null);
        (Problem, Weights) = (read.Refusal, weights ?? "");
        return Page();
    }

    private async Task LoadAsync(int id, string? show)
    {
        Class = await classes.ClassAsync(id);
        (InPercent, Weights) = (show == "percent", Class.Weights);
        Book = await books.OfAsync(Class);
    }
}
