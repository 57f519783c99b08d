using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Formats.Classes;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>Adds learners to a class from a file or pasted names: shown first, then taken.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class ImportModel(ClassStore classes) : PageModel
{
    /// <summary>Somebody in the file, and whether they are in the class already, or twice in the file; who is in it may have a number or an
    /// address filled in.</summary>
    public sealed record Row(RosterEntry Entry, string Said, bool IsNew, bool Fills);

    public ClassRecord Class { get; private set; } = null!;

    public IReadOnlyList<Row> Rows { get; private set; } = [];

    public string? Problem { get; private set; }

    public string Pasted { get; private set; } = "";

    public Task OnGetAsync([FromRoute(Name = "class")] int id) => LoadAsync(id);

    /// <summary>Shows who is in the file and who of them is new.</summary>
    public async Task OnPostAsync([FromRoute(Name = "class")] int id, IFormFile? file, string? pasted)
    {
        await LoadAsync(id);
        Pasted = pasted ?? "";
        Outcome<ValueList<RosterEntry>> read;
        if (file is { Length: > RosterFile.Largest })
        {
            read = Outcome<ValueList<RosterEntry>>.Refused($"“{file.FileName}” is larger than {RosterFile.Largest >> 20} MB.");
        }
        else if (file is { Length: > 0 })
        {
            using var bytes = new MemoryStream();
            await file.CopyToAsync(bytes);
            read = RosterFile.Read(bytes.ToArray());
        }
        else
        {
            read = RosterFile.ReadText(Pasted);
        }

        if (!read.Succeeded)
        {
            Problem = read.Refusal;
            return;
        }

        var roster = await classes.RosterAsync(id);
        var (known, before) = (new RosterIndex(roster), new RosterIndex([]));
        Rows = read
            .Value.Select(entry =>
            {
                var there = known.Find(entry.Name, entry.Number, entry.Email);
                var row =
                    there is not null ? new Row(entry, Filled(there, entry), false, WhatIsMissing(there, entry).Length > 0)
                    : before.Find(entry.Name, entry.Number, entry.Email) is not null
                        ? new Row(entry, "stands twice in the file", false, false)
                    : new Row(entry, "", true, false);
                before.Add(
                    new EnrolmentRecord
                    {
                        ClassId = id,
                        PersonId = "",
                        RosterName = entry.Name,
                        Number = entry.Number,
                        Email = entry.Email,
                    }
                );
                return row;
            })
            .ToList();
    }

    private static string WhatIsMissing(EnrolmentRecord there, RosterEntry entry) =>
        string.Join(
            " and ",
            new[]
            {
                there.Number.Length == 0 && entry.Number.Length > 0 ? "number" : "",
                there.Email.Length == 0 && entry.Email.Length > 0 ? "e-mail address" : "",
            }.Where(what => what.Length > 0)
        );

    private static string Filled(EnrolmentRecord there, RosterEntry entry) =>
        (
            string.Equals(there.RosterName, entry.Name, StringComparison.CurrentCultureIgnoreCase)
                ? "in the class already"
                : $"is {there.RosterName} of the class"
        ) + (WhatIsMissing(there, entry) is { Length: > 0 } missing ? $"; the {missing} will be added" : "");

    /// <summary>Takes those that are ticked.</summary>
    public async Task<IActionResult> OnPostTakeAsync(
        [FromRoute(Name = "class")] int id,
        string[] learner,
        string[] number,
        string[] email,
        int[] take
    )
    {
        await LoadAsync(id);
        var taken = await classes.AddAsync(id, TickedLearners.Of(learner, number, email, take));
        if (!taken.Succeeded)
        {
            Problem = taken.Refusal;
            return Page();
        }

        return LocalRedirect($"~/classes/{id}?added={taken.Value.Added}&filled={taken.Value.Filled}");
    }

    private async Task LoadAsync(int id) => Class = await classes.ClassAsync(id);
}
