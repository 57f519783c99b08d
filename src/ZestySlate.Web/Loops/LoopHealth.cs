using System.Collections.Concurrent;

namespace ZestySlate.Web.Loops;

/// <summary>Something that is done in the background and fails at present.</summary>
/// <param name="What">What it does, in words: “Mailing”.</param>
/// <param name="Since">Since when it fails.</param>
/// <param name="Next">When it is tried next.</param>
/// <param name="Why">What was wrong at the last try.</param>
public sealed record LoopTrouble(string What, DateTimeOffset Since, DateTimeOffset Next, string Why);

/// <summary>Knows which work in the background fails, so that whoever runs the installation is told.</summary>
public sealed class LoopHealth
{
    private readonly ConcurrentDictionary<string, LoopTrouble> _troubles = new();

    /// <summary>What fails at present, the longest first.</summary>
    public IReadOnlyList<LoopTrouble> Troubles => _troubles.Values.OrderBy(trouble => trouble.Since).ToList();

    internal void Failed(string what, DateTimeOffset now, DateTimeOffset next, string why) =>
        _troubles.AddOrUpdate(what, _ => new(what, now, next, why), (_, before) => before with { Next = next, Why = why });

    internal void Went(string what) => _troubles.TryRemove(what, out _);
}
