namespace ZestySlate.Core.Questions;

/// <summary>A row of a rubric: what a person looks at, and what it can earn.</summary>
public sealed record RubricRow
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public string Title { get; init; } = "";

    /// <summary>The most it earns, 0 or more.</summary>
    public decimal Points { get; init; } = 1;

    /// <summary>What is looked for, in words for learner and marker.</summary>
    public string Words { get; init; } = "";
}

/// <summary>What editions do with rubrics.</summary>
internal static class RubricRows
{
    /// <summary>The rows with the words of a newer version.</summary>
    internal static ValueList<RubricRow> WithWording(this ValueList<RubricRow> rows, ValueList<RubricRow> newer) =>
        rows.Replace(
            _ => true,
            row => newer.FirstOrDefault(other => other.Id == row.Id) is { } same ? row with { Title = same.Title, Words = same.Words } : row
        );
}
