using System.Text.Json.Serialization;
using ZestySlate.Core.Questions.Number;

namespace ZestySlate.Core.Questions.NumberLine;

/// <summary>A number that is shown on a line, or typed.</summary>
public sealed record NumberLineQuestion : Question
{
    /// <summary>The most steps of a line.</summary>
    public const int MostSteps = 10_000;

    /// <summary>The furthest an end can lie from nothing: what a page's own numbers still tell apart.</summary>
    public static Fraction Furthest { get; } = 1_000_000_000_000;

    /// <summary>The number at the left end.</summary>
    public Fraction From { get; init; }

    /// <summary>The number at the right end, greater than <see cref="From"/>.</summary>
    public Fraction To { get; init; } = 10;

    /// <summary>How far a press of a key moves, greater than 0.</summary>
    public Fraction Step { get; init; } = 1;

    /// <summary>The right number; null while there is none.</summary>
    public Fraction? Value { get; init; }

    public Tolerance Tolerance { get; init; } = new(ToleranceKind.Absolute, 0);

    /// <summary>What is counted, written behind the numbers; empty for nothing.</summary>
    public string Unit { get; init; } = "";

    /// <summary>Into how many parts labels may cut a line, the first that fits.</summary>
    private static readonly int[] Cuts = [10, 8, 6, 5, 4, 3, 2];

    /// <summary>True when it can be moved along: it has a length and steps, and neither more of them than can be moved nor numbers that no
    /// page can hold.</summary>
    [JsonIgnore]
    public bool IsLine =>
        Step > 0 && From < To && Fraction.Max(Fraction.Abs(From), Fraction.Abs(To)) <= Furthest && (To - From) / Step <= MostSteps;

    /// <summary>The numbers that stand below the line, evenly apart: both ends, and between them as many as are easily read.</summary>
    [JsonIgnore]
    public ValueList<Fraction> Labels
    {
        get
        {
            var steps = IsLine ? (To - From) / Step : 1;
            var fitting = Cuts.Where(count => (steps / count).IsWhole).ToList();
            // Whole numbers between labels are read most easily.
            var parts = fitting.FirstOrDefault(count => ((To - From) / count).IsWhole, fitting.FirstOrDefault(1));
            return Enumerable.Range(0, parts + 1).Select(i => From + ((To - From) * i / parts)).ToValueList();
        }
    }
}

/// <summary>The number that was shown or typed.</summary>
public sealed record NumberLineResponse : Response
{
    public string Text { get; init; } = "";
}

/// <summary>What a learner may see of it.</summary>
/// <param name="From">The left end, as it is written in pages.</param>
/// <param name="To">The right end, as it is written in pages.</param>
/// <param name="Step">A step, as it is written in pages.</param>
/// <param name="Labels">The numbers below the line, as they are written in the language.</param>
/// <param name="Unit">What is counted; empty for nothing.</param>
/// <param name="Given">What was typed.</param>
/// <param name="At">Where the pointer stands, as it is written in pages: at what was given, or at the left end, where it tells nothing.</param>
/// <param name="Right">The right number, once it may be shown; else empty.</param>
public sealed record NumberLineView(
    string From,
    string To,
    string Step,
    ValueList<string> Labels,
    string Unit,
    string Given,
    string At,
    PartSaid Said,
    string Right
) : QuestionView;
