using System.Text.Json.Serialization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Questions.Number;

/// <summary>A question answered by a number, perhaps with a unit.</summary>
public sealed record NumberQuestion : Question
{
    /// <summary>The right number in <see cref="Unit"/>; null while there is none.</summary>
    public decimal? Value { get; init; }

    public Tolerance Tolerance { get; init; } = new(ToleranceKind.Absolute, 0);

    /// <summary>The unit of the right number; empty for none.</summary>
    public string Unit { get; init; } = "";

    public UnitUse UnitUse { get; init; } = UnitUse.None;

    /// <summary>What a right number earns with a wrong unit, or without one that is required: 0..1.</summary>
    public decimal WrongUnitShare { get; init; } = 0.5m;

    /// <summary>The unit of the table, or null when there is none or it is a unit of its own.</summary>
    [JsonIgnore]
    public Unit? KnownUnit => UnitUse == UnitUse.None ? null : Units.Find(Unit);
}

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
public sealed record Tolerance(ToleranceKind Kind, decimal Amount)
{
    /// <summary>Whether a number comes near enough.</summary>
    public bool Takes(decimal given, decimal right) => Kind switch
    {
        ToleranceKind.Relative => Math.Abs(given - right) <= Math.Abs(right) * Amount,
        ToleranceKind.DecimalPlaces => RoundTo(given, (int)Amount) == RoundTo(right, (int)Amount),
        ToleranceKind.SignificantFigures => RoundTo(given, PlacesFor(right)) == RoundTo(right, PlacesFor(right)),
        _ => Math.Abs(given - right) <= Amount,
    };

    private int PlacesFor(decimal right)
    {
        var magnitude = right == 0 ? 0 : (int)Math.Floor(Math.Log10((double)Math.Abs(right)));
        return Math.Max(1, (int)Amount) - 1 - magnitude;
    }

    /// <summary>Rounds half away from zero, to tens and hundreds for places below 0.</summary>
    private static decimal RoundTo(decimal value, int places)
    {
        if (places >= 0)
        {
            return Math.Round(value, Math.Min(places, 28), MidpointRounding.AwayFromZero);
        }

        var step = Enumerable.Repeat(10m, Math.Min(28, -places)).Aggregate(1m, (product, ten) => product * ten);
        return Math.Round(value / step, 0, MidpointRounding.AwayFromZero) * step;
    }
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
