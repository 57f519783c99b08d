using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Delivery;

/// <summary>The wrong codes typed into one lock so far.</summary>
/// <param name="Wrong">How many.</param>
/// <param name="LastAt">When the last one was typed.</param>
public sealed record CodeTries(int Wrong, DateTimeOffset LastAt);

/// <summary>When locks open, and how fast codes may be tried.</summary>
public static class Locks
{
    /// <summary>The longest code that is read, in characters.</summary>
    public const int LongestCode = 100;

    private const int FreeTries = 3, FirstPause = 5, LongestPause = 300;

    /// <summary>Whether a typed code opens.</summary>
    public static bool Fits(TypedKey key, string typed, CultureInfo culture) => key switch
    {
        CodeKey code => code.Accepted.Any(accepted => accepted.Trim().Length > 0
            && new TextReading { MatchCase = code.MatchCase, LenientAccents = code.LenientAccents }.Same(typed, accepted, culture)),
        NumberKey number => NumberReading.Read(typed, culture) is { } read
            && (Fraction.Abs(read.Value - number.Value) <= number.Tolerance || (read.Other is { } other && Fraction.Abs(other - number.Value) <= number.Tolerance)),
        _ => false,
    };

    /// <summary>
    /// When the next code may be tried: at once for the first three wrong ones, then after a pause that doubles with each
    /// (5, 10, 20 … up to 300 seconds), so that no script can try them all.
    /// </summary>
    public static DateTimeOffset NextTry(CodeTries tries) => tries.Wrong < FreeTries
        ? tries.LastAt
        : tries.LastAt.AddSeconds(Math.Min(LongestPause, FirstPause * Math.Pow(2, Math.Min(10, tries.Wrong - FreeTries))));

    /// <summary>Whether a lock that needs no typing opens in this state.</summary>
    internal static bool OpensBy(LockKey key, Func<string, QuestionState?> questionOf, IReadOnlySet<string> opened, Func<Fraction> points) => key switch
    {
        AnswerKey answer => questionOf(answer.SpotId) is { } question && question.Tries.Any(t => t.Mark.Verdict == Verdict.Right),
        ScoreKey score => points() >= score.Points,
        FoundKey found => found.SpotIds.Count > 0 && found.SpotIds.Count(opened.Contains) >= found.Needed,
        _ => false,
    };
}
