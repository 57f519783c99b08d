namespace ZestySlate.Core.Stories;

/// <summary>How a state of the story must stand.</summary>
/// <param name="State">The state's id.</param>
/// <param name="Is">How it is compared.</param>
/// <param name="Value">With what.</param>
public sealed record StateCondition(string State, Comparison Is, decimal Value)
{
    /// <summary>Whether it is so with this value.</summary>
    public bool Holds(decimal value) =>
        Is switch
        {
            Comparison.AtLeast => value >= Value,
            Comparison.AtMost => value <= Value,
            _ => value == Value,
        };

    /// <summary>Whether it can be so for a state that stands between two values.</summary>
    public bool CanHold(decimal least, decimal most) =>
        Is switch
        {
            Comparison.AtLeast => most >= Value,
            Comparison.AtMost => least <= Value,
            _ => least <= Value && most >= Value,
        };
}

/// <summary>How a state is compared with a number.</summary>
public enum Comparison
{
    /// <summary>As much, or more.</summary>
    AtLeast,

    /// <summary>As much, or less.</summary>
    AtMost,

    /// <summary>Just so much.</summary>
    Just,
}
