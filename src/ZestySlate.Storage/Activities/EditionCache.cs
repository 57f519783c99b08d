using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Activities;

/// <summary>
/// Published editions and the newest states of drafts, kept in memory: an edition never changes, and a draft's version rises with
/// every change. Documents are shared as they are, since nothing changes one; each weighs what it takes in the database.
/// </summary>
/// <param name="most">How many bytes of documents, as the database has them, are kept at most; in memory they take some ten times that.</param>
public sealed class EditionCache(long most = 16 * 1024 * 1024) : IDisposable
{
    /// <summary>How long a number is trusted that another process may have raised.</summary>
    private static readonly TimeSpan Trusted = TimeSpan.FromSeconds(5);

    private const int NumberBytes = 64;

    private readonly MemoryCache _kept = new(new MemoryCacheOptions { SizeLimit = most });

    internal int? Newest(string activityId, DateTimeOffset now) =>
        _kept.TryGetValue<(int Number, DateTimeOffset At)>(("newest", activityId), out var known) && now - known.At < Trusted
            ? known.Number
            : null;

    internal void SetNewest(string activityId, int number, DateTimeOffset now) => Keep(("newest", activityId), (number, now), NumberBytes);

    /// <summary>The draft in a version; read from what the database has where it is not known.</summary>
    internal Activity Draft(string activityId, int version, byte[] stored)
    {
        if (_kept.TryGetValue<(int Version, Activity Document)>(("draft", activityId), out var known) && known.Version == version)
        {
            return known.Document;
        }

        var document = Compressed.Read(stored);
        SetDraft(activityId, version, document, stored.Length);
        return document;
    }

    internal void SetDraft(string activityId, int version, Activity document, int bytes) =>
        Keep(("draft", activityId), (version, document), bytes);

    /// <summary>An edition; loaded where it is not known.</summary>
    internal Activity Edition(string activityId, int number, Func<byte[]> load)
    {
        var key = ("edition", activityId, number);
        if (_kept.TryGetValue<Activity>(key, out var known))
        {
            return known!;
        }

        var stored = load();
        return Keep(key, Compressed.Read(stored), stored.Length);
    }

    /// <summary>How many documents and numbers are kept.</summary>
    public int Count => _kept.Count;

    private T Keep<T>(object key, T value, int bytes) => _kept.Set(key, value, new MemoryCacheEntryOptions { Size = bytes });

    public void Dispose() => _kept.Dispose();
}
