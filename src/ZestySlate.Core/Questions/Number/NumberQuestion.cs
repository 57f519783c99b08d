using System.Text.Json.Serialization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Questions.Number;

/// <summary>A question answered by a number, perhaps with a unit.</summary>
public sealed record NumberQuestion : Question
{
    /// <summary>The right number in <see cref="Unit"/>; null while there is none.</summary>
    public Fraction? Value { get; init; }

    public Tolerance Tolerance { get; init; } = new(ToleranceKind.Absolute, 0);

    /// <summary>The unit of the right number; empty for none.</summary>
    public string Unit { get; init; } = "";

    public UnitUse UnitUse { get; init; } = UnitUse.None;

    /// <summary>What a right number earns with a wrong unit, or without one that is required: 0..1.</summary>
    public decimal WrongUnitShare { get; init; } = 0.5m;

    /// <summary>Words for who gives the right number.</summary>
    public string Feedback { get; init; } = "";

    /// <summary>Wrong numbers that are foreseen, with words for who gives them.</summary>
    public ValueList<ForeseenNumber> Foreseen { get; init; } = [];

    /// <summary>The unit of the table, or null when there is none or it is a unit of its own.</summary>
    [JsonIgnore]
    public Unit? KnownUnit => UnitUse == UnitUse.None ? null : Units.Find(Unit);
}

/// <summary>A wrong number that is foreseen.</summary>
/// <param name="Id">Unique in the question.</param>
/// <param name="Value">The number, in the unit of the right one; null while there is none. It is as near as the tolerance says.</param>
/// <param name="Feedback">Words for who gives it.</param>
public sealed record ForeseenNumber(string Id, Fraction? Value, string Feedback);

/// <summary>Whether a unit is to be written.</summary>
public enum UnitUse
{
    None,
    Optional,
    Required,
}

/// <summary>How near a number must come.</summary>
/// <param name="Kind">How nearness is measured.</param>
/// <param name="Amount">A difference; a share of the right number (0.05 for 5 %); a number of decimal places or of significant figures.</param>
public sealed record Tolerance(ToleranceKind Kind, Fraction Amount)
{
    /// <summary>Whether a number comes near enough.</summary>
    public bool Takes(Fraction given, Fraction right) =>
        Kind switch
        {
            ToleranceKind.Relative => Fraction.Abs(given - right) <= Fraction.Abs(right) * Amount,
            ToleranceKind.DecimalPlaces => Rounded(given, Whole) == Rounded(right, Whole),
            ToleranceKind.SignificantFigures => Rounded(given, PlacesFor(right)) == Rounded(right, PlacesFor(right)),
            _ => Fraction.Abs(given - right) <= Amount,
        };

    private int Whole => (int)Fraction.Clamp(Amount, 0, NumberReading.MostPower).ToDecimal();

    private int PlacesFor(Fraction right) => Math.Max(1, Whole) - 1 - right.Magnitude;

    private static Fraction Rounded(Fraction value, int places) =>
        value.Rounded(Math.Clamp(places, -2 * NumberReading.MostPower, 2 * NumberReading.MostPower));
}

/// <summary>How nearness is measured.</summary>
public enum ToleranceKind
{
    Absolute,
    Relative,
    DecimalPlaces,
    SignificantFigures,
}

/// <summary>What a learner typed.</summary>
public sealed record NumberResponse : Response
{
    public string Text { get; init; } = "";
}

/// <summary>What a learner may see of a question for a number.</summary>
/// <param name="Given">What the learner typed.</param>
/// <param name="UnitUse">Whether a unit is to be written.</param>
/// <param name="Right">The right answer, once it may be shown; else empty.</param>
public sealed record NumberView(string Given, UnitUse UnitUse, PartSaid Said, string Right) : QuestionView;
