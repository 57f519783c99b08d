using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Number;

namespace ZestySlate.Core.Questions.Grid;

/// <summary>A table of which some cells are given and others are to be filled.</summary>
public sealed record GridQuestion : Question
{
    /// <summary>The most rows or columns.</summary>
    public const int Most = 60;

    public ValueList<GridColumn> Columns { get; init; } = [];

    /// <summary>The ids of the rows, from the top.</summary>
    public ValueList<string> Rows { get; init; } = [];

    /// <summary>The rows that are there only once something is known; the others always are.</summary>
    public ValueList<LaterRow> Later { get; init; } = [];

    /// <summary>How many rows at the top are heads.</summary>
    public int HeadRows { get; init; } = 1;

    /// <summary>How many columns at the beginning are heads; they stay in sight.</summary>
    public int HeadColumns { get; init; } = 1;

    /// <summary>The cells that hold something or are to be filled; the others are empty.</summary>
    public ValueList<GridCell> Cells { get; init; } = [];

    /// <summary>The id of a cell: its row and its column.</summary>
    public static string IdOf(string row, string column) => $"{row}.{column}";
}

/// <summary>A row that is there only once something is known.</summary>
/// <param name="Row">The row's id.</param>
/// <param name="Needs">The id of the clue card that is found, or of the stop that is done.</param>
public sealed record LaterRow(string Row, string Needs);

/// <summary>A column.</summary>
/// <param name="Id">Unique in the question.</param>
public sealed record GridColumn(string Id)
{
    /// <summary>Its width against the other columns, 0.2..10.</summary>
    public decimal Width { get; init; } = 1;
}

/// <summary>A cell.</summary>
public sealed record GridCell
{
    /// <summary>Its row and its column, as <see cref="GridQuestion.IdOf"/> writes them.</summary>
    public required string Id { get; init; }

    public CellKind Kind { get; init; }

    /// <summary>True when what is filled in is marked; a given cell never is.</summary>
    public bool IsMarked { get; init; } = true;

    /// <summary>What stands in a given cell; the right text or pick; <c>yes</c> for a right tick.</summary>
    public string Text { get; init; } = "";

    /// <summary>Other texts that are right.</summary>
    public ValueList<string> Variants { get; init; } = [];

    /// <summary>Texts that are wrong however near they come.</summary>
    public ValueList<string> NotThis { get; init; } = [];

    /// <summary>How a text is read.</summary>
    public TextReading Reading { get; init; } = new();

    /// <summary>The right number, in <see cref="Unit"/>; null while there is none.</summary>
    public Fraction? Value { get; init; }

    /// <summary>The unit of the number, or the sign of the currency; learners may leave it out.</summary>
    public string Unit { get; init; } = "";

    public Tolerance Tolerance { get; init; } = new(ToleranceKind.Absolute, 0);

    /// <summary>What can be picked.</summary>
    public ValueList<string> Options { get; init; } = [];

    /// <summary>What it is worth, above 0.</summary>
    public decimal Points { get; init; } = 1;

    public CellTone Tone { get; init; }

    public CellAlign Align { get; init; }

    /// <summary>True when it has a strong border.</summary>
    public bool Framed { get; init; }

    /// <summary>Words for the learner once it is marked.</summary>
    public string Feedback { get; init; } = "";

    /// <summary>True when learners fill it.</summary>
    internal bool IsFilled => Kind != CellKind.Given;

    internal bool IsPart => IsFilled && IsMarked;

    internal bool IsNumber => Kind is CellKind.Number or CellKind.Currency or CellKind.Percent;
}

/// <summary>What a cell takes.</summary>
public enum CellKind
{
    /// <summary>It is given and takes nothing.</summary>
    Given,
    Text,
    Number,

    /// <summary>A number with or without the sign of a currency.</summary>
    Currency,

    /// <summary>A number with or without the sign for percent.</summary>
    Percent,
    Tick,
    Pick,
}

/// <summary>The ground of a cell.</summary>
public enum CellTone
{
    None,
    Quiet,
    Zest,
    Green,
    Blue,
    Red,
}

/// <summary>Where what a cell holds stands in it.</summary>
public enum CellAlign
{
    /// <summary>Numbers at the end, all else at the beginning.</summary>
    Usual,
    Start,
    Middle,
    End,
}

/// <summary>What was filled in, cell by cell; a tick is <c>yes</c>.</summary>
public sealed record GridResponse : PartsResponse;

/// <summary>What a learner may see of a table.</summary>
/// <param name="Cells">All cells, row by row.</param>
public sealed record GridView(ValueList<GridColumn> Columns, int HeadRows, int HeadColumns, ValueList<ValueList<GridCellView>> Cells)
    : QuestionView;

/// <summary>What a learner may see of a cell.</summary>
/// <param name="Text">What stands in a given cell.</param>
/// <param name="Given">What the learner filled in.</param>
/// <param name="Right">The right answer, once it may be shown; else empty.</param>
/// <param name="Points">What it is worth.</param>
public sealed record GridCellView(
    string Id,
    CellKind Kind,
    bool IsMarked,
    string Text,
    string Given,
    ValueList<string> Options,
    string Unit,
    decimal Points,
    CellTone Tone,
    CellAlign Align,
    bool Framed,
    bool Kept,
    PartSaid Said,
    string Right
);
