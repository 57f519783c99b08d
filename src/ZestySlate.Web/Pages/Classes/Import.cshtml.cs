using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Formats.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>Adds learners to a class from a file or pasted names: shown first, then taken.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class ImportModel(SlateDb db, ClassStore classes) : PageModel
{
    /// <summary>Somebody in the file, and whether they are in the class already, or twice in the file.</summary>
    public sealed record Row(RosterEntry Entry, string Said, bool IsNew);

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
            read = Outcome<ValueList<RosterEntry>>.Refused($"«{file.FileName}» is larger than {RosterFile.Largest >> 20} MB.");
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

        var roster = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == id).ToListAsync();
        var before = new List<EnrolmentRecord>();
        Rows = read.Value.Select(entry =>
        {
            var learner = (entry.Name, entry.Number, entry.Email);
            var said = ClassStore.Same(roster, learner) is not null ? "in the class already" : ClassStore.Same(before, learner) is not null ? "stands twice in the file" : "";
            before.Add(new EnrolmentRecord { ClassId = id, PersonId = "", RosterName = entry.Name, Number = entry.Number, Email = entry.Email });
            return new Row(entry, said, said.Length == 0);
        }).ToList();
    }

    /// <summary>Takes those that are ticked.</summary>
    public async Task<IActionResult> OnPostTakeAsync([FromRoute(Name = "class")] int id, string[] name, string[] number, string[] email, int[] take)
    {
        await LoadAsync(id);
        var taken = await classes.AddAsync(id, take.Where(i => i >= 0 && i < name.Length && i < number.Length && i < email.Length).Distinct().Select(i => (name[i], number[i] ?? "", email[i] ?? "")).ToList());
        if (!taken.Succeeded)
        {
            Problem = taken.Refusal;
            return Page();
        }

        return LocalRedirect($"~/classes/{id}?added={taken.Value}");
    }

    private async Task LoadAsync(int id) => Class = await db.Classes.AsNoTracking().SingleAsync(c => c.Id == id);
}
