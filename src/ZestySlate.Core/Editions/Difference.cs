namespace ZestySlate.Core.Editions;

/// <summary>One thing in which two editions differ.</summary>
/// <param name="Sort">Whom it reaches.</param>
/// <param name="Words">What it is, in words.</param>
internal sealed record Difference(DifferenceSort Sort, string Words);

/// <summary>Whom a difference reaches.</summary>
internal enum DifferenceSort
{
    /// <summary>Everybody, at once.</summary>
    Wording,

    /// <summary>New attempts, and others when their teacher has them marked again.</summary>
    Key,

    /// <summary>New attempts only.</summary>
    Structure,
}
