namespace ZestySlate.Core.Classes;

/// <summary>An assignment in a gradebook.</summary>
/// <param name="Id">The assignment.</param>
/// <param name="ActivityId">What was given.</param>
/// <param name="Category">What it belongs to; empty for none.</param>
/// <param name="Rule">How its grades are told.</param>
/// <param name="OutOf">What it is worth.</param>
public sealed record GradebookColumn(int Id, string ActivityId, string Title, string Category, GradeRule Rule, decimal OutOf);

/// <summary>A learner in a gradebook.</summary>
/// <param name="PersonId">The learner.</param>
/// <param name="Cells">One for each column.</param>
/// <param name="Total">The total in percent; null when there is none yet.</param>
public sealed record GradebookRow(string PersonId, string Name, ValueList<GradebookCell> Cells, decimal? Total);

/// <summary>A grade with the attempt to open, or null when there is none.</summary>
public sealed record GradebookCell(Grade Grade, string? AttemptId);

/// <summary>The grades of a class, learner by assignment.</summary>
/// <param name="Class">The class's name.</param>
public sealed record Gradebook(string Class, ValueList<GradebookColumn> Columns, ValueList<GradebookRow> Rows)
{
    /// <summary>The mean of a column in percent, over those who have a grade; null when nobody has.</summary>
    public decimal? MeanOf(int column)
    {
        var grades = Rows.Select(row => row.Cells[column].Grade.Percent).OfType<decimal>().ToList();
        return grades.Count == 0 ? null : grades.Average();
    }
}
