using System.Net.Http.Headers;

namespace ZestySlate.Web.Lti;

/// <summary>What an answer to a score means.</summary>
/// <param name="Kind">What is to be done.</param>
/// <param name="Said">What the teacher reads; null when it was taken.</param>
/// <param name="After">How long the course site wants to be left alone (RFC 9110, 10.2.3 Retry-After), or null.</param>
internal sealed record ScoreVerdict(ScoreVerdict.Means Kind, string? Said = null, TimeSpan? After = null)
{
    /// <summary>What is to be done.</summary>
    public enum Means
    {
        /// <summary>It was taken.</summary>
        Taken,

        /// <summary>It may be taken later.</summary>
        Later,

        /// <summary>The course site cannot be spoken with just now: what stands behind this one is tried in a turn of its own.</summary>
        LaterAll,

        /// <summary>Its column is gone: another may have taken its place.</summary>
        ColumnGone,

        /// <summary>It will never be taken as it is.</summary>
        Never,
    }

    private static readonly TimeSpan LongestAfter = TimeSpan.FromHours(24);

    /// <summary>Of an answer.</summary>
    /// <param name="status">Its status code.</param>
    /// <param name="after">Its Retry-After header, or null.</param>
    /// <param name="now">Now.</param>
    public static ScoreVerdict Of(int status, RetryConditionHeaderValue? after, DateTimeOffset now) =>
        status switch
        {
            >= 200 and < 300 => new ScoreVerdict(Means.Taken),
            404 or 410 => new ScoreVerdict(
                Means.ColumnGone,
                $"the course site does not have the column any more ({status}): open the assignment in the course once, so that it names its column, "
                    + "then send again"
            ),
            403 => new ScoreVerdict(
                Means.Never,
                "the course site does not let grades be written into this column (403): whoever runs it must grant the scope “score”; then send again"
            ),
            409 => new ScoreVerdict(Means.Never, "the course site has a newer one (409)"),
            400 or 405 or 406 or 411 or 413 or 414 or 415 or 422 => new ScoreVerdict(
                Means.Never,
                $"the course site does not take this grade ({status}): look at the column's points there, then send again"
            ),
            429 or 502 or 503 or 504 => new ScoreVerdict(Means.LaterAll, $"the course site answered {status}", Wait(after, now)),
            >= 300 and < 400 => new ScoreVerdict(Means.Later, "the course site sends grades on to somebody else"),
            _ => new ScoreVerdict(Means.Later, $"the course site answered {status}", Wait(after, now)),
        };

    private static TimeSpan? Wait(RetryConditionHeaderValue? after, DateTimeOffset now)
    {
        var wait = after?.Delta ?? after?.Date - now;
        return wait is not { } some || some <= TimeSpan.Zero ? null
            : some < LongestAfter ? some
            : LongestAfter;
    }
}
