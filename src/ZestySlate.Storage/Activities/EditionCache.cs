using System.Collections.Concurrent;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Activities;

/// <summary>Published editions, kept in memory: they never change. The oldest go when there are too many.</summary>
public sealed class EditionCache
{
    private const int Most = 500;
    private readonly ConcurrentDictionary<(string, int), Activity> _editions = new();

    internal Activity Get(string activityId, int number, Func<Activity> load)
    {
        if (_editions.Count > Most)
        {
            _editions.Clear();
        }

        return _editions.GetOrAdd((activityId, number), _ => load());
    }
}
