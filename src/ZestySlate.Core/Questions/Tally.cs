using ZestySlate.Core.Questions.Capabilities;

namespace ZestySlate.Core.Questions;

/// <summary>Votes counted together, without who gave them.</summary>
/// <param name="Voters">How many have voted.</param>
/// <param name="Votes">How many took which choice of which statement.</param>
public sealed record Tally(int Voters, ValueList<VotesFor> Votes)
{
    /// <summary>Anonymous votes are shown from so many voters on, and move on by so many at a time: so no vote is told by a number that changes.</summary>
    public const int LeastAnonymous = 5;

    /// <summary>How many of the voters are among the votes that an anonymous poll shows.</summary>
    public int ShownVoters { get; init; }

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
    /// <param name="part">What was rated.</param>
    /// <param name="steps">The ids of the steps, in order.</param>
    public double? AverageOf(string part, IReadOnlyList<string> steps)
    {
        var (sum, count) = (0.0, 0);
        for (var i = 0; i < steps.Count; i++)
        {
            var votes = For(part, steps[i]);
            (sum, count) = (sum + ((i + 1) * votes), count + votes);
        }

        return count > 0 ? sum / count : null;
    }

    /// <summary>What may be shown of it: all votes, or of anonymous ones those of whole groups of voters. Null while that is nothing.</summary>
    public Tally? ShownBy(VoteRules rules)
    {
        var shown = rules.Anonymous
            ? new Tally(ShownVoters, Votes.Select(votes => votes with { Count = votes.Shown }).ToValueList())
            : this;
        return shown.Voters >= rules.VotersNeeded ? shown : null;
    }

    /// <summary>The tally with one more vote; once enough have come that are not shown yet, all are.</summary>
    public Tally With(ValueList<PartAnswer> vote)
    {
        var voters = Voters + 1;
        var votes = Votes
            .Concat(vote.Select(part => new VotesFor(part.Part, part.Value, 1)))
            .GroupBy(votes => (votes.Part, votes.Choice))
            .Select(same => new VotesFor(same.Key.Part, same.Key.Choice, same.Sum(votes => votes.Count), same.Sum(votes => votes.Shown)));
        return voters - ShownVoters >= LeastAnonymous
            ? new(voters, votes.Select(votes => votes with { Shown = votes.Count }).ToValueList()) { ShownVoters = voters }
            : new(voters, votes.ToValueList()) { ShownVoters = ShownVoters };
    }
}

/// <summary>How many took a choice.</summary>
/// <param name="Part">The statement.</param>
/// <param name="Choice">The choice.</param>
/// <param name="Count">How many.</param>
/// <param name="Shown">How many of them an anonymous poll shows.</param>
public sealed record VotesFor(string Part, string Choice, int Count, int Shown = 0);
