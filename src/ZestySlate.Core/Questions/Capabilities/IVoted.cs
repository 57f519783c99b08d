namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family that is answered by a vote: once, for good, and counted with those of others.</summary>
public interface IVoted
{
    /// <summary>How votes on this question are treated.</summary>
    VoteRules VotesOf(Question question);

    /// <summary>What a vote takes: for each part that is voted on, the choices.</summary>
    ValueList<PartAnswer> ChoicesOf(Response vote);
}

/// <summary>How votes are treated.</summary>
/// <param name="Anonymous">True when votes are only counted: nobody can learn who voted for what.</param>
/// <param name="Shown">True when who has voted sees how all have voted.</param>
public sealed record VoteRules(bool Anonymous, bool Shown)
{
    /// <summary>How many must have voted before anybody sees how.</summary>
    public int VotersNeeded => Anonymous ? Tally.LeastAnonymous : 1;
}
