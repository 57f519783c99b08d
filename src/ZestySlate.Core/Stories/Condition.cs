namespace ZestySlate.Core.Stories;

/// <summary>How something that a story counts must stand: a state, or how often one was in a scene.</summary>
/// <param name="Of">What is counted.</param>
/// <param name="Is">How it is compared.</param>
/// <param name="Value">With what.</param>
public sealed record Condition(Counted Of, Comparison Is, decimal Value)
{
    /// <summary>The least with which it holds; null where there is none.</summary>
    internal decimal? Least => Is == Comparison.AtMost ? null : Value;

    /// <summary>The most with which it holds; null where there is none.</summary>
    internal decimal? Most => Is == Comparison.AtLeast ? null : Value;

    /// <summary>Whether it is so with this value.</summary>
    public bool Holds(decimal value) => CanHold(value, value);

    /// <summary>Whether it can be so for what stands between two values.</summary>
    public bool CanHold(decimal least, decimal most) => !(most < Least) && !(least > Most);
}

/// <summary>Something that a story counts.</summary>
/// <param name="Id">The id of a state, or of a scene.</param>
/// <param name="IsVisits">True for how often one was in a scene.</param>
public sealed record Counted(string Id, bool IsVisits = false);

/// <summary>What must be so for a way to be there: one of the conditions, or luck.</summary>
/// <param name="AnyOf">The conditions; one is enough.</param>
/// <param name="Chance">How likely it is there though none of them holds, 0..1.</param>
public sealed record Clause(ValueList<Condition> AnyOf, decimal Chance = 0);

/// <summary>How something is compared with a number.</summary>
public enum Comparison
{
    /// <summary>As much, or more.</summary>
    AtLeast,

    /// <summary>As much, or less.</summary>
    AtMost,

    /// <summary>Just so much.</summary>
    Just,
}
