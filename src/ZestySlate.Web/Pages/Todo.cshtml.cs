using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>What a learner of a class has to do, is at, has handed in and was given back.</summary>
[Authorize(Policy = Rights.SignedIn)]
public sealed class TodoModel(AssignmentStore assignments, AttemptReader reader, OwnSignIns signIns, TimeProvider clock) : PageModel
{
    /// <summary>One assignment as the learner sees it.</summary>
    /// <param name="Given">The assignment.</param>
    /// <param name="Times">When it can be worked on by this learner.</param>
    /// <param name="Stage">Where the learner stands.</param>
    public sealed record Entry(AssignmentRecord Given, AssignmentTimes Times, Stage Stage)
    {
        /// <summary>The learner's view of the work that was handed in; null before, and where there is too much of it.</summary>
        public LearnerView? Work { get; init; }

        /// <summary>The first words of what the teacher says of the whole; empty for nothing.</summary>
        public string Said => Work is { ReturnedAt: not null } given ? Opening(given.WholeComment) : "";

        private static string Opening(string comment)
        {
            var line = comment.ReplaceLineEndings(" ");
            return line.Length <= LongestOpening
                ? line
                : line[..(line[..LongestOpening].LastIndexOf(' ') is > 0 and var at ? at : LongestOpening)] + " …";
        }

        /// <summary>True when it is past due and not handed in.</summary>
        public bool IsLate(DateTimeOffset now) => Stage < Stage.HandedIn && now > Times.DueForThem;
    }

    /// <summary>Where a learner stands with an assignment, in the order of the page.</summary>
    public enum Stage
    {
        ToDo,
        Begun,
        HandedIn,
        Returned,
    }

    /// <summary>The most works whose points are looked up, the newest of them; and the most of a comment that is shown here.</summary>
    private const int MostLookedUp = 40,
        LongestOpening = 90;

    public IReadOnlyList<Entry> List { get; private set; } = [];

    public DateTimeOffset Now { get; private set; }

    /// <summary>True for a learner of a class, who can have a sign-in of their own.</summary>
    public bool MaySignIn { get; private set; }

    public async Task OnGetAsync()
    {
        var me = User.Id();
        Now = clock.GetUtcNow();
        MaySignIn = FrameSessionPath.SessionOf(HttpContext) is null && await signIns.LearnerAsync(me) is not null;
        var attempts = (await reader.AssignedAsync(me)).ToLookup(a => a.AssignmentId);
        List = (await assignments.ForLearnerAsync(me))
            .Select(one => new Entry(
                one.Given,
                one.Given.TimesFor(one.Exception?.ExtraDays ?? 0),
                attempts[one.Given.Id].MaxBy(a => a.BeganAt) switch
                {
                    null => Stage.ToDo,
                    { ReturnedAt: not null } => Stage.Returned,
                    { HandedInAt: not null } => Stage.HandedIn,
                    _ => Stage.Begun,
                }
            ))
            .OrderBy(entry => entry.Times.DueForThem ?? DateTimeOffset.MaxValue)
            .ThenBy(entry => entry.Given.Title, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        var works = await WorksAsync(List, attempts);
        List = List.Select(entry => entry with { Work = works.GetValueOrDefault(entry.Given.Id) }).ToList();
    }

    /// <summary>What was handed in, as its learner may see it now, by assignment.</summary>
    private async Task<Dictionary<int, LearnerView>> WorksAsync(IEnumerable<Entry> list, ILookup<int?, AttemptRecord> attempts)
    {
        var times = list.Where(entry => entry.Stage >= Stage.HandedIn).ToDictionary(entry => entry.Given.Id, entry => entry.Times);
        var newest = times
            .Keys.Select(id => attempts[id].MaxBy(attempt => attempt.BeganAt)!)
            .OrderByDescending(attempt => attempt.HandedInAt);
        return (await reader.AsTheyStandAsync(newest.Take(MostLookedUp))).ToDictionary(
            work => work.Record.AssignmentId!.Value,
            work => LearnerView.Of(work.State, Now, times[work.Record.AssignmentId!.Value].DueForThem)
        );
    }
}
