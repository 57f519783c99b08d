using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes;

/// <summary>When an assignment can be worked on, for one learner.</summary>
/// <param name="From">When it can be opened; null for at once.</param>
/// <param name="Due">When it is due; null for never.</param>
/// <param name="Until">Until when it is accepted; null for no end.</param>
/// <param name="ExtraDays">How many days later it is due and accepted for this learner.</param>
public readonly record struct AssignmentTimes(DateTimeOffset? From, DateTimeOffset? Due, DateTimeOffset? Until, int ExtraDays = 0)
{
    /// <summary>When it is due for this learner.</summary>
    public DateTimeOffset? DueForThem => Due?.AddDays(Math.Max(0, ExtraDays));

    /// <summary>Until when it is accepted from this learner.</summary>
    public DateTimeOffset? UntilForThem => Until?.AddDays(Math.Max(0, ExtraDays));

    /// <summary>True while it cannot be opened yet.</summary>
    public bool IsBefore(DateTimeOffset now) => now < From;

    /// <summary>True once it is accepted no more; what was handed in can still be read.</summary>
    public bool IsOver(DateTimeOffset now) => now > UntilForThem;

    /// <summary>Why these times cannot be, in words; null when they can.</summary>
    public string? Refusal =>
        From > Due ? AuthorWords.Say("dueBeforeCanOpenedCheck")
        : Until < Due ? AuthorWords.Say("acceptedNoLongerThanDue")
        : From > Until ? AuthorWords.Say("acceptedOnlyUntilBeforeCan")
        : null;
}
