using System.Globalization;

namespace ZestySlate.Web.Authoring;

/// <summary>
/// How far the clock of who typed times is ahead of UTC: today, and at each time that was typed, which may lie on the other
/// side of the change of clocks.
/// </summary>
public sealed class TypedTimes
{
    /// <summary>The farthest that any clock is from UTC, in minutes.</summary>
    private const int Farthest = 840;

    private readonly int _today;
    private readonly Dictionary<string, int> _at = [];

    private TypedTimes(int today) => _today = today;

    /// <summary>Reads what the page's script says: “60 due=120 from=60”, in minutes; nothing counts as UTC.</summary>
    public static TypedTimes Read(string? said)
    {
        var parts = (said ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var read = new TypedTimes(Minutes(parts.FirstOrDefault()) ?? 0);
        foreach (var pair in parts.Skip(1).Select(part => part.Split('=')))
        {
            if (pair is [var field, var minutes] && Minutes(minutes) is { } ahead)
            {
                read._at[field] = ahead;
            }
        }

        return read;
    }

    /// <summary>The moment that was typed into a field; null for none.</summary>
    public DateTimeOffset? At(string field, DateTime? typed) =>
        typed is { } local && local > DateTime.MinValue.AddDays(1) && local < DateTime.MaxValue.AddDays(-1)
            ? new DateTimeOffset(DateTime.SpecifyKind(local, DateTimeKind.Unspecified), AheadOf(field))
            : null;

    /// <summary>A moment as its field holds it, by the typist's clock.</summary>
    public string Local(string field, DateTimeOffset? at) =>
        at?.ToOffset(AheadOf(field)).ToString("yyyy-MM-dd'T'HH:mm", CultureInfo.InvariantCulture) ?? "";

    private TimeSpan AheadOf(string field) => TimeSpan.FromMinutes(_at.GetValueOrDefault(field, _today));

    private static int? Minutes(string? said) =>
        int.TryParse(said, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var minutes) && Math.Abs(minutes) <= Farthest
            ? minutes
            : null;
}
