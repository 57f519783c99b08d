using System.Globalization;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editions;

namespace ZestySlate.Storage.Activities;

/// <summary>Names one version of an activity: an edition, or a kept state of its draft.</summary>
/// <param name="IsEdition">True for an edition.</param>
/// <param name="Number">Its number among its like.</param>
public readonly record struct VersionKey(bool IsEdition, int Number)
{
    /// <summary>As it stands in addresses: “edition-3”, “state-12”.</summary>
    public override string ToString() => $"{(IsEdition ? "edition" : "state")}-{Number.ToString(CultureInfo.InvariantCulture)}";

    /// <summary>As it is said: “edition 3”, “state 12”.</summary>
    public string Said => ToString().Replace('-', ' ');

    /// <summary>Reads what stands in an address; null for anything else.</summary>
    public static VersionKey? Read(string? typed) =>
        typed?.Split('-') is [("edition" or "state") and var sort, var number]
        && int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var known)
            ? new VersionKey(sort == "edition", known)
            : null;
}

/// <summary>One version in the list.</summary>
/// <param name="Key">Which.</param>
/// <param name="At">When it was made.</param>
/// <param name="Author">Who made it.</param>
/// <param name="Name">What it was called; empty for nothing.</param>
/// <param name="Step">What was done last, for a state of the draft.</param>
/// <param name="Document">Its content.</param>
/// <param name="Since">What differs from the one before it; null for the first.</param>
public sealed record VersionEntry(
    VersionKey Key,
    DateTimeOffset At,
    string Author,
    string Name,
    string Step,
    Activity Document,
    EditionDifference? Since
);

/// <summary>The versions of activities: every edition, and what is kept of the draft's states.</summary>
public sealed class Versions(IDbContextFactory<SlateDb> open)
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 80;

    /// <summary>Which versions are listed.</summary>
    private static IQueryable<Row> Rows(SlateDb db, string activityId, bool all) =>
        db
            .Editions.Where(edition => edition.ActivityId == activityId)
            .Select(edition => new Row
            {
                IsEdition = true,
                Number = edition.Number,
                Parent = edition.Number - 1,
                At = edition.At,
                AuthorId = edition.AuthorId,
                Name = edition.Name,
                Step = "",
            })
            .Concat(
                db.Revisions.Where(revision => revision.ActivityId == activityId && (all || revision.Name != ""))
                    .Select(revision => new Row
                    {
                        IsEdition = false,
                        Number = revision.Number,
                        Parent = revision.Parent,
                        At = revision.At,
                        AuthorId = revision.AuthorId,
                        Name = revision.Name,
                        Step = revision.Summary,
                    })
            );

    private sealed class Row
    {
        public bool IsEdition { get; init; }

        public int Number { get; init; }

        public int? Parent { get; init; }

        public DateTimeOffset At { get; init; }

        public string AuthorId { get; init; } = "";

        public string Name { get; init; } = "";

        public string Step { get; init; } = "";
    }

    /// <summary>A page of versions, the newest first, and how many there are.</summary>
    /// <param name="activityId">The activity.</param>
    /// <param name="all">False for editions and named states alone.</param>
    /// <param name="skip">How many to pass over.</param>
    /// <param name="take">How many at most.</param>
    public async Task<(int Total, IReadOnlyList<VersionEntry> Page)> ListAsync(string activityId, bool all, int skip, int take)
    {
        await using var db = await open.CreateDbContextAsync();
        var total = await Rows(db, activityId, all).CountAsync();
        var rows = await Rows(db, activityId, all)
            .OrderByDescending(row => row.At)
            .ThenByDescending(row => row.IsEdition)
            .ThenByDescending(row => row.Number)
            .Skip(skip)
            .Take(take)
            .ToListAsync();
        var people = rows.Select(row => row.AuthorId).ToList();
        var names = await db
            .Users.AsNoTracking()
            .Where(person => people.Contains(person.Id))
            .ToDictionaryAsync(person => person.Id, person => person.DisplayName);
        var documents = await DocumentsAsync(db, activityId, rows);
        return (
            total,
            rows.Select(row => new VersionEntry(
                    new VersionKey(row.IsEdition, row.Number),
                    row.At,
                    names.GetValueOrDefault(row.AuthorId, "somebody"),
                    row.Name,
                    row.Step,
                    documents[(row.IsEdition, row.Number)],
                    row.Parent is { } before && documents.TryGetValue((row.IsEdition, before), out var older)
                        ? EditionDifference.Between(older, documents[(row.IsEdition, row.Number)])
                        : null
                ))
                .ToList()
        );
    }

    /// <summary>The contents of these versions and of those before them, each read once.</summary>
    private static async Task<Dictionary<(bool, int), Activity>> DocumentsAsync(SlateDb db, string activityId, List<Row> rows)
    {
        List<int> Numbers(bool editions) =>
            rows.Where(row => row.IsEdition == editions).SelectMany(row => new[] { row.Number, row.Parent ?? 0 }).Distinct().ToList();
        var (editions, states) = (Numbers(true), Numbers(false));
        var found = new Dictionary<(bool, int), Activity>();
        foreach (
            var one in await db
                .Editions.AsNoTracking()
                .Where(edition => edition.ActivityId == activityId && editions.Contains(edition.Number))
                .ToListAsync()
        )
        {
            found[(true, one.Number)] = Compressed.Read(one.Document);
        }

        foreach (
            var one in await db
                .Revisions.AsNoTracking()
                .Where(revision => revision.ActivityId == activityId && states.Contains(revision.Number))
                .ToListAsync()
        )
        {
            found[(false, one.Number)] = Compressed.Read(one.Document);
        }

        return found;
    }

    /// <summary>The content of one version; null when there is none, or no longer.</summary>
    public async Task<Activity?> DocumentAsync(string activityId, VersionKey key)
    {
        await using var db = await open.CreateDbContextAsync();
        var bytes = key.IsEdition
            ? await db
                .Editions.Where(edition => edition.ActivityId == activityId && edition.Number == key.Number)
                .Select(edition => edition.Document)
                .SingleOrDefaultAsync()
            : await db
                .Revisions.Where(revision => revision.ActivityId == activityId && revision.Number == key.Number)
                .Select(revision => revision.Document)
                .SingleOrDefaultAsync();
        return bytes is null ? null : Compressed.Read(bytes);
    }

    /// <summary>Calls a version something, or takes its name away. A state that has a name is kept for good.</summary>
    /// <returns>False when it is not there any more.</returns>
    public async Task<bool> NameAsync(string activityId, VersionKey key, string name)
    {
        var called = name.Cut(LongestName);
        await using var db = await open.CreateDbContextAsync();
        var named = key.IsEdition
            ? await db
                .Editions.Where(edition => edition.ActivityId == activityId && edition.Number == key.Number)
                .ExecuteUpdateAsync(set => set.SetProperty(edition => edition.Name, called))
            : await db
                .Revisions.Where(revision => revision.ActivityId == activityId && revision.Number == key.Number)
                .ExecuteUpdateAsync(set => set.SetProperty(revision => revision.Name, called));
        return named == 1;
    }
}
