using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>The terms of one assignment of a class: when, how often, what counts, and what is different for whom.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class AssignmentPageModel(ClassStore classes, AssignmentStore assignments, IOptions<MailSettings> mail, TimeProvider clock)
    : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public AssignmentRecord Given { get; private set; } = null!;

    public IReadOnlyList<(EnrolmentRecord Learner, AssignmentException? Exception)> Learners { get; private set; } = [];

    public string? Problem { get; private set; }

    public bool Saved { get; private set; }

    /// <summary>True when a mail server is set up.</summary>
    public bool MailsGo => mail.Value.IsSet;

    /// <summary>How many learners have no e-mail address.</summary>
    public int WithoutMail => Learners.Count(one => one.Learner.Email.Length == 0);

    /// <summary>By which clock times are typed and shown.</summary>
    public TypedTimes Clock { get; private set; } = TypedTimes.Read(null);

    /// <summary>True while it is being given: when it is due is asked, and learners do not see it before.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Giving { get; set; }

    /// <summary>True when it was said that it is due at no time.</summary>
    [BindProperty]
    public bool NoDue { get; set; }

    public async Task<IActionResult> OnGetAsync([FromRoute(Name = "class")] int id, int assignment, bool saved)
    {
        Saved = saved;
        return await LoadAsync(id, assignment) ? Page() : NotFound();
    }

    /// <summary>A share as its field holds it, in percent.</summary>
    public static string Percent(decimal share) => (share * 100).ToString("0.##", CultureInfo.InvariantCulture);

    public async Task<IActionResult> OnPostAsync([FromRoute(Name = "class")] int id, int assignment)
    {
        if (!await LoadAsync(id, assignment))
        {
            return NotFound();
        }

        var form = Request.Form;
        Clock = TypedTimes.Read(form["offset"]);
        DateTimeOffset? Time(string field) =>
            Clock.At(field, DateTime.TryParse(form[field], CultureInfo.InvariantCulture, out var typed) ? typed : null);
        decimal? Number(string field, decimal most, string what)
        {
            var typed = form[field].ToString().Replace("%", "").Trim();
            if (typed.Length == 0)
            {
                return null;
            }

            if (EditForms.Decimal(typed) is not { } number || number < 0 || number > most)
            {
                Problem ??=
                    $"{what} lies between 0 and {most.ToString(CultureInfo.InvariantCulture)}; “{typed}” does not. Nothing was changed.";
                return null;
            }

            return number;
        }

        AssignmentException Typed(EnrolmentRecord learner) =>
            new()
            {
                AssignmentId = assignment,
                PersonId = learner.PersonId,
                Excused = form["excused-" + learner.PersonId] == "true",
                ExtraDays = (int)(Number("days-" + learner.PersonId, 365, $"The extra days of {learner.RosterName}") ?? 0),
            };

        await assignments.ChangeAsync(id, assignment, (given, exceptions) =>
        {
            // What was typed stays on the page, also where it cannot be kept.
            Given = given;
            given.From = Time("from");
            given.Due = Time("due");
            given.Until = Time("until");
            given.KeptBack = form["keptBack"] == "true";
            given.Instructions = form["instructions"].ToString().ReplaceLineEndings("\n").Cut(2000);
            given.Goes = (int?)Number("goes", 100, "How often it may be done") is > 0 and var goes ? goes : null;
            given.Counts = Named.TryRead<GoCounts>(form["counts"], out var counts) ? counts : GoCounts.Best;
            given.LostPerDay = (Number("lost", 100, "What a day costs, in percent,") ?? 0) / 100;
            given.LeastKept = (Number("least", 100, "What is kept at least, in percent,") ?? 0) / 100;
            given.Worth = Number("worth", 10000, "What it is worth") is > 0 and var worth ? worth : null;
            given.Category = form["category"].ToString().Cut(60);
            given.ShowsPoints = bool.TryParse(form["points"], out var points) ? points : null;
            given.ShownFrom = Named.TryRead<RevealMoment>(form["shownFrom"], out var moment) ? moment : null;
            if (MailsGo)
            {
                var mails = form["mails"]
                    .Aggregate(AssignmentMails.None, (all, one) => all | (int.TryParse(one, out var flag) ? (AssignmentMails)flag : 0));
                given.MailsSince = given.Mails == AssignmentMails.None ? clock.GetUtcNow() : given.MailsSince;
                given.Mails = mails;
            }

            Problem ??= Giving && given.Due is null && !NoDue ? "When is it due? Type a date, or tick “No due date”." : null;
            Problem ??= given.TimesFor(0).Refusal is { } refusal ? refusal + " Nothing was changed." : null;
            Learners = [.. Learners.Select(one => (one.Learner, (AssignmentException?)Typed(one.Learner)))];
            foreach (var (learner, exception) in Learners)
            {
                exceptions.Set(learner.PersonId, exception!.Excused, exception.ExtraDays);
            }

            return Problem is null;
        });
        return Problem is null ? LocalRedirect($"~/classes/{id}/assignments/{assignment}?saved=true") : Page();
    }

    private async Task<bool> LoadAsync(int id, int assignment)
    {
        Class = await classes.ClassAsync(id);
        if (await assignments.InClassAsync(id, assignment) is not { } found)
        {
            return false;
        }

        Given = found.Given;
        Learners = (await classes.RosterAsync(id))
            .OrderBy(learner => learner.RosterName, StringComparer.CurrentCultureIgnoreCase)
            .Select(learner => (learner, found.Exceptions.GetValueOrDefault(learner.PersonId)))
            .ToList();
        return true;
    }
}
