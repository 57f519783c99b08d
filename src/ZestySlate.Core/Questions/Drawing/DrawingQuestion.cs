using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.Drawing;

/// <summary>A board to draw on.</summary>
public sealed record DrawingQuestion : JudgedQuestion
{
    public Board Board { get; init; } = new();

    /// <summary>What can be drawn; none for everything. The first is in hand at the beginning.</summary>
    public ValueList<DrawnSort> Sorts { get; init; } = [];

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces => [Board.Face];

    public override Question WithFace(string key, Func<Face, Face> change) =>
        key == Board.FaceKey ? this with { Board = Board with { Picture = change(Board.Face.Face).Picture } } : this;
}

/// <summary>What a mark on a board is.</summary>
public enum DrawnSort
{
    /// <summary>A free line, as thick as the pen was pressed.</summary>
    Line,

    Straight,
    Arrow,
    Rectangle,
    Ellipse,
    Text,
    Stamp,
}

/// <summary>
/// One mark on a board, as vectors. Measures are ten-thousandths of the board's width, in both directions from the top left.
/// </summary>
public sealed record DrawnMark
{
    /// <summary>Unique in the drawing, rising: what has a greater number lies above.</summary>
    public required long Number { get; init; }

    public required DrawnSort Sort { get; init; }

    /// <summary>#rrggbb.</summary>
    public string Colour { get; init; } = "#17232b";

    /// <summary>How thick a line is, or how high a text or a stamp: 5..4000.</summary>
    public int Width { get; init; } = 40;

    /// <summary>
    /// x,y of each point, and for a free line the pressure 0..100 after another comma; points parted by spaces.
    /// A line has any number, a text or a stamp one, everything else two.
    /// </summary>
    public string Points { get; init; } = "";

    /// <summary>The words of a text, or the name of a stamp.</summary>
    public string Words { get; init; } = "";
}

/// <summary>A drawing; or, on its way from the hand, what was added to it or changed in it, and what was taken away.</summary>
public sealed record DrawingResponse : Response
{
    public ValueList<DrawnMark> Marks { get; init; } = [];

    /// <summary>Numbers of marks taken away since; none in a drawing as it stands.</summary>
    public ValueList<long> Gone { get; init; } = [];

    public override Anchoring Anchoring => Anchoring.Point;
}

/// <summary>What a learner may see of it.</summary>
/// <param name="Ratio">Width over height of the board.</param>
public sealed record DrawingView(
    Board Board,
    double Ratio,
    ValueList<DrawnSort> Sorts,
    ValueList<DrawnMark> Marks,
    ValueList<RubricRow> Rubric
) : QuestionView;
