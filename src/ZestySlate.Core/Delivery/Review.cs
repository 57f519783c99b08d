using ZestySlate.Core.Marking;

namespace ZestySlate.Core.Delivery;

/// <summary>What a teacher says of an answer.</summary>
public sealed record Review
{
    /// <summary>The longest comment, in characters.</summary>
    public const int LongestComment = 4000;

    /// <summary>The points of the whole answer, 0 to what can be reached; null to leave those there are.</summary>
    public decimal? Points { get; init; }

    /// <summary>What the rows of the rubric earned; the points are their sum where there are any.</summary>
    public ValueList<RowPoints> Rows { get; init; } = [];

    public string Comment { get; init; } = "";

    /// <summary>The most comments on spots of one answer.</summary>
    public const int MostNotes = 50;

    /// <summary>Comments on spots of the answer.</summary>
    public ValueList<ReviewNote> Notes { get; init; } = [];

    /// <summary>Who said it, by the person's id.</summary>
    public required string By { get; init; }

    /// <summary>The verdict that its points are, out of so many; null when it gives none, or there are none to give.</summary>
    public Verdict? VerdictOf(decimal outOf) =>
        Points is not { } points || outOf == 0 ? null
        : points >= outOf ? Verdict.Right
        : points > 0 ? Verdict.Partly
        : Verdict.Wrong;

    /// <summary>True when another says the same, whoever said it; what is empty says as much as none at all.</summary>
    public bool SaysAs(Review? other) => other is null ? IsEmpty : this with { By = other.By } == other;

    /// <summary>True when nothing is said.</summary>
    public bool IsEmpty => Points is null && Rows.Count == 0 && Comment.Length == 0 && Notes.Count == 0;
}

/// <summary>What a row of a rubric earned.</summary>
/// <param name="Row">The row's id.</param>
public sealed record RowPoints(string Row, decimal Points);
