using System.Collections.Concurrent;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Activities;

/// <summary>Published editions and the newest states of drafts, kept in memory: an edition never changes, and a draft's version rises with
/// every change. All go when there are too many.</summary>
public sealed class EditionCache
{
    private const int Most = 500;
    private readonly ConcurrentDictionary<(string, int), Activity> _editions = new();

    private readonly ConcurrentDictionary<string, (int Version, Activity Document)> _drafts = new();

    private readonly ConcurrentDictionary<string, (int Number, DateTimeOffset At)> _newest = new();

    /// <summary>How long a number is trusted that another process may have raised.</summary>
    private static readonly TimeSpan Trusted = TimeSpan.FromSeconds(5);

    internal int? Newest(string activityId, DateTimeOffset now) =>
        _newest.TryGetValue(activityId, out var known) && now - known.At < Trusted ? known.Number : null;

    internal void SetNewest(string activityId, int number, DateTimeOffset now) => _newest[activityId] = (number, now);

    internal Activity Draft(string activityId, int version, Func<Activity> load)
    {
        if (_drafts.TryGetValue(activityId, out var known) && known.Version == version)
        {
            return known.Document;
        }

        var document = load();
        SetDraft(activityId, version, document);
        return document;
    }

    internal void SetDraft(string activityId, int version, Activity document)
    {
        if (_drafts.Count > Most)
        {
            _drafts.Clear();
        }

        _drafts[activityId] = (version, document);
    }

    internal Activity Get(string activityId, int number, Func<Activity> load)
    {
        if (_editions.Count > Most)
        {
            _editions.Clear();
        }

        return _editions.GetOrAdd((activityId, number), _ => load());
    }
}
