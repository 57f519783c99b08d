using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Votes;

/// <summary>Counts votes.</summary>
public sealed class VoteCounts(IDbContextFactory<SlateDb> open)
{
    /// <summary>Counts one more vote, inside the transaction that is open.</summary>
    internal static async Task AddAsync(SlateDb db, AttemptRecord attempt, string spotId, ValueList<PartAnswer> vote)
    {
        var (activity, assignment) = (attempt.ActivityId, attempt.AssignmentId ?? 0);
        var here = db.VoteCounts.Where(count => count.ActivityId == activity && count.AssignmentId == assignment && count.SpotId == spotId);
        foreach (var (part, choice) in vote.Select(part => (part.Part, part.Value)).Prepend(("", "")))
        {
            if (
                await here.Where(count => count.Part == part && count.Choice == choice)
                    .ExecuteUpdateAsync(set => set.SetProperty(count => count.Count, count => count.Count + 1)) == 0
            )
            {
                db.VoteCounts.Add(
                    new VoteCount
                    {
                        ActivityId = activity,
                        AssignmentId = assignment,
                        SpotId = spotId,
                        Part = part,
                        Choice = choice,
                        Count = 1,
                    }
                );
            }
        }

        // Nobody is seen to have voted by the count that changes just then: what is shown rises by several voters at once.
        await db.SaveInTogetherAsync();
        await here.Where(_ => here.Any(voters => voters.Part == "" && voters.Count - voters.Shown >= Tally.LeastAnonymous))
            .ExecuteUpdateAsync(set => set.SetProperty(count => count.Shown, count => count.Count));
    }

    /// <summary>How all have voted in an activity, by spot.</summary>
    public async Task<IReadOnlyDictionary<string, Tally>> OfAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return Tallied(await db.VoteCounts.AsNoTracking().Where(count => count.ActivityId == activityId).ToListAsync());
    }

    /// <summary>The attempt's state with how the others of its assignment voted, where this learner has voted and may see it.</summary>
    public async Task<AttemptState> WithTalliesAsync(LoadedAttempt attempt)
    {
        var asked = attempt
            .State.Questions.Where(question =>
                question.Tries.Count > 0 && QuestionTypes.For(question.Question).As<IVoted>()?.VotesOf(question.Question).Shown == true
            )
            .Select(question => question.Spot.Id)
            .ToList();
        if (asked.Count == 0)
        {
            return attempt.State;
        }

        await using var db = await open.CreateDbContextAsync();
        var (activity, assignment) = (attempt.Record.ActivityId, attempt.Record.AssignmentId ?? 0);
        return attempt.State with
        {
            Tallies = Tallied(
                await db
                    .VoteCounts.AsNoTracking()
                    .Where(count => count.ActivityId == activity && count.AssignmentId == assignment && asked.Contains(count.SpotId))
                    .ToListAsync()
            ),
        };
    }

    private static Dictionary<string, Tally> Tallied(IEnumerable<VoteCount> counts) =>
        counts
            .GroupBy(count => count.SpotId)
            .ToDictionary(
                same => same.Key,
                same => new Tally(
                    same.Where(count => count.Part.Length == 0).Sum(count => count.Count),
                    same.Where(count => count.Part.Length > 0)
                        .GroupBy(count => (count.Part, count.Choice))
                        .Select(votes => new VotesFor(
                            votes.Key.Part,
                            votes.Key.Choice,
                            votes.Sum(count => count.Count),
                            votes.Sum(count => count.Shown)
                        ))
                        .ToValueList()
                )
                {
                    ShownVoters = same.Where(count => count.Part.Length == 0).Sum(count => count.Shown),
                }
            );
}
