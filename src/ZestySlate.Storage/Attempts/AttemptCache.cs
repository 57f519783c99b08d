using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Storage.Attempts;

/// <summary>
/// The events and states of attempts that were at work lately. It can never make a wrong write: an event is stored under its
/// number, and when another process has stored that number already, the write fails, the cache is dropped and the attempt is
/// read anew.
/// </summary>
public sealed class AttemptCache : IDisposable
{
    private static readonly MemoryCacheEntryOptions Entry = new() { Size = 1, SlidingExpiration = TimeSpan.FromMinutes(20) };
    private readonly SemaphoreSlim[] _gates = [.. Enumerable.Range(0, 256).Select(_ => new SemaphoreSlim(1, 1))];
    private readonly MemoryCache _attempts = new(new MemoryCacheOptions { SizeLimit = 5000 });

    internal sealed record Known(AttemptRecord Record, IReadOnlyList<AttemptEvent> Events, AttemptState State);

    internal Known? Find(string attemptId) => _attempts.Get<Known>(attemptId);

    internal void Keep(Known known) => _attempts.Set(known.Record.Id, known, Entry);

    /// <summary>Lets one after the other write to an attempt, so that those of this process do not race; disposing it lets the next one in.</summary>
    internal async Task<IDisposable> EnterAsync(string attemptId)
    {
        var gate = _gates[(uint)attemptId.GetHashCode(StringComparison.Ordinal) % _gates.Length];
        await gate.WaitAsync();
        return new Entered(gate);
    }

    private sealed class Entered(SemaphoreSlim gate) : IDisposable
    {
        public void Dispose() => gate.Release();
    }

    /// <summary>Forgets attempts that were changed from elsewhere.</summary>
    public void Forget(IEnumerable<string> attemptIds)
    {
        foreach (var id in attemptIds)
        {
            Drop(id);
        }
    }

    internal void Drop(string attemptId) => _attempts.Remove(attemptId);

    public void Dispose()
    {
        _attempts.Dispose();
        Array.ForEach(_gates, gate => gate.Dispose());
    }
}
