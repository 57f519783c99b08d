namespace ZestySlate.Core.Questions.Poll;

/// <summary>Votes counted together, without who gave them.</summary>
/// <param name="Voters">How many have voted.</param>
/// <param name="Votes">How many took which choice of which statement.</param>
public sealed record Tally(int Voters, ValueList<VotesFor> Votes)
{
    /// <summary>Anonymous votes are shown from so many voters on, so that a first vote is not told by the first number.</summary>
    public const int LeastAnonymous = 3;

    /// <summary>Nobody has voted.</summary>
    public static Tally None { get; } = new(0, []);

    /// <summary>How many took a choice.</summary>
    public int For(string part, string choice)
    {
        foreach (var votes in Votes)
        {
            if (votes.Part == part && votes.Choice == choice)
            {
                return votes.Count;
            }
        }

        return 0;
    }

    /// <summary>The average step of a scale, from 1; null when nobody has rated.</summary>
    public double? AverageOf(string part, ValueList<PollChoice> steps)
    {
        var (sum, count) = (0.0, 0);
        for (var i = 0; i < steps.Count; i++)
        {
            var votes = For(part, steps[i].Id);
            (sum, count) = (sum + ((i + 1) * votes), count + votes);
        }

        return count > 0 ? sum / count : null;
    }

    /// <summary>How many must have voted before anybody sees how.</summary>
    public static int NeededFor(PollQuestion poll) => poll.Anonymous ? LeastAnonymous : 1;

    /// <summary>The tally with one more vote.</summary>
    public Tally With(PollResponse vote) => new(Voters + 1,
        [.. Votes.Concat(vote.Parts.Select(part => new VotesFor(part.Part, part.Value, 1))).GroupBy(votes => (votes.Part, votes.Choice)).Select(same => new VotesFor(same.Key.Part, same.Key.Choice, same.Sum(votes => votes.Count)))]);
}

/// <summary>How many took a choice.</summary>
public sealed record VotesFor(string Part, string Choice, int Count);
