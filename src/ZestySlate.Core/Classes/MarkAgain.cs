using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes;

/// <summary>
/// Marking attempts again after a key was corrected: each is replayed against the corrected key, question by question where
/// ids match. A person's points outrank both keys and stay.
/// </summary>
public static class MarkAgain
{
    /// <summary>The event by which an attempt takes the key of an edition; its id is the same whenever the run is gone through, so that it
    /// counts once.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="edition">The edition with the corrected key.</param>
    /// <param name="run">The run's id.</param>
    /// <param name="at">When.</param>
    public static TookKey Event(AttemptState state, int edition, string run, DateTimeOffset at) =>
        new(edition, run)
        {
            Id = "key-" + run,
            At = at,
            EndedAt = state.HandedInAt,
            EndedBy = state.EndedBy,
        };

    /// <summary>The event that undoes a run in an attempt.</summary>
    public static GaveBackKey Undo(string run, DateTimeOffset at) => new(run) { Id = "unkey-" + run, At = at };

    /// <summary>What changes in an attempt's grade; null when nothing does.</summary>
    public static GradeChange? Between(AttemptState before, AttemptState after)
    {
        var (was, now) = (AttemptReport.Of(before), AttemptReport.Of(after));
        var answers = was
            .Answers.Join(now.Answers, answer => answer.SpotId, answer => answer.SpotId, (old, mended) => (Old: old, New: mended))
            .Where(pair => (pair.Old.Points, pair.Old.OutOf, pair.Old.Verdict) != (pair.New.Points, pair.New.OutOf, pair.New.Verdict))
            .Select(pair => new AnswerChange(
                pair.New.SpotId,
                pair.New.Question,
                pair.New.Response,
                pair.Old.Points,
                pair.New.Points,
                pair.New.OutOf,
                pair.New.Reason
            ))
            .ToValueList();
        return answers.Count == 0 && was.Score == now.Score ? null : new GradeChange(was.Score, now.Score, answers);
    }
}

/// <summary>How a grade changes when an attempt is marked again.</summary>
/// <param name="Before">The score by the key that counts now.</param>
/// <param name="After">The score by the corrected key.</param>
/// <param name="Answers">The answers whose marks change, with the new reasons.</param>
public sealed record GradeChange(Score Before, Score After, ValueList<AnswerChange> Answers)
{
    /// <summary>By how much the percentage rises; below 0 when it falls.</summary>
    public Fraction Rise => After.Percent - Before.Percent;
}

/// <summary>How the mark of one answer changes.</summary>
public sealed record AnswerChange(
    string SpotId,
    string Question,
    string Response,
    Fraction Before,
    Fraction After,
    decimal OutOf,
    string Reason
);
