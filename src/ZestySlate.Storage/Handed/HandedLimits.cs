namespace ZestySlate.Storage.Handed;

/// <summary>How much may be handed over, so that no learner, and no class, fills the disk on which everybody's answers are kept.</summary>
/// <param name="BytesPerAttempt">In one attempt, files and recordings together.</param>
/// <param name="BytesPerActivity">In all attempts at one activity.</param>
public sealed record HandedLimits(long BytesPerAttempt = 500_000_000, long BytesPerActivity = 20_000_000_000)
{
    /// <summary>The most files and recordings in one attempt, also of those that no answer names any more.</summary>
    public const int MostFiles = 200;
}
