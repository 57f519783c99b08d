using System.Collections.Concurrent;

namespace ZestySlate.Web.Teaching;

/// <summary>Knows which attempts were heard of lately, and wakes those who keep a lookout over their activity.</summary>
public sealed class Watch(TimeProvider clock)
{
    /// <summary>A learner's page asks every 20 seconds; who was not heard of for longer has no connection.</summary>
    private static readonly TimeSpan Silence = TimeSpan.FromSeconds(45);

    private const int Most = 20000;
    private readonly ConcurrentDictionary<string, DateTimeOffset> _heard = new();
    private readonly ConcurrentDictionary<string, long> _changes = new();

    /// <summary>An attempt was heard of.</summary>
    /// <param name="activityId">Its activity.</param>
    /// <param name="attemptId">The attempt.</param>
    /// <param name="changed">True when something happened in it.</param>
    public void Hear(string activityId, string attemptId, bool changed)
    {
        if (_heard.Count > Most)
        {
            _heard.Clear();
        }

        var isNew = !IsConnected(attemptId);
        _heard[attemptId] = clock.GetUtcNow();
        if (changed || isNew)
        {
            _changes.AddOrUpdate(activityId, 1, (_, count) => count + 1);
        }
    }

    /// <summary>True when the attempt's page was heard of lately.</summary>
    public bool IsConnected(string attemptId) => _heard.TryGetValue(attemptId, out var at) && clock.GetUtcNow() - at < Silence;

    /// <summary>Rises whenever something happens in an activity.</summary>
    public long ChangesOf(string activityId) => _changes.GetValueOrDefault(activityId);

    /// <summary>The attempts that were heard of lately.</summary>
    public IReadOnlyList<string> Connected => _heard.Where(one => clock.GetUtcNow() - one.Value < Silence).Select(one => one.Key).ToList();
}
