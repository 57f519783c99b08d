using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Votes;

/// <summary>Counts votes.</summary>
public sealed class VoteCounts(SlateDb db)
{
    /// <summary>Counts one more vote, inside the transaction that is open.</summary>
    internal static async Task AddAsync(SlateDb db, AttemptRecord attempt, string spotId, PollResponse vote)
    {
        foreach (var (part, choice) in vote.Parts.Select(part => (part.Part, part.Value)).Prepend(("", "")))
        {
            await db.Database.ExecuteSqlAsync($"""
                INSERT INTO VoteCounts (ActivityId, AssignmentId, SpotId, Part, Choice, Count) VALUES ({attempt.ActivityId}, {attempt.AssignmentId ?? 0}, {spotId}, {part}, {choice}, 1)
                ON CONFLICT (ActivityId, AssignmentId, SpotId, Part, Choice) DO UPDATE SET Count = Count + 1
                """);
        }
    }

    /// <summary>How all have voted in an activity, by spot.</summary>
    public async Task<IReadOnlyDictionary<string, Tally>> OfAsync(string activityId) => Tallied(await db.VoteCounts.AsNoTracking().Where(count => count.ActivityId == activityId).ToListAsync());

    /// <summary>The attempt's state with how the others of its assignment voted, where this learner has voted and may see it.</summary>
    public async Task<AttemptState> WithTalliesAsync(LoadedAttempt attempt)
    {
        var asked = attempt.State.Questions.Where(question => question is { Question: PollQuestion { ShowsVotes: true }, Tries.Count: > 0 }).Select(question => question.Spot.Id).ToList();
        if (asked.Count == 0)
        {
            return attempt.State;
        }

        var (activity, assignment) = (attempt.Record.ActivityId, attempt.Record.AssignmentId ?? 0);
        return attempt.State with { Tallies = Tallied(await db.VoteCounts.AsNoTracking().Where(count => count.ActivityId == activity && count.AssignmentId == assignment && asked.Contains(count.SpotId)).ToListAsync()) };
    }

    private static Dictionary<string, Tally> Tallied(IEnumerable<VoteCount> counts) => counts.GroupBy(count => count.SpotId).ToDictionary(same => same.Key, same => new Tally(
        same.Where(count => count.Part.Length == 0).Sum(count => count.Count),
        same.Where(count => count.Part.Length > 0).GroupBy(count => (count.Part, count.Choice)).Select(votes => new VotesFor(votes.Key.Part, votes.Key.Choice, votes.Sum(count => count.Count))).ToValueList()));
}
