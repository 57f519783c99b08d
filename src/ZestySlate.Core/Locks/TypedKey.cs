using System.Globalization;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks;

/// <summary>A key that is typed in.</summary>
public abstract record TypedKey : LockKey
{
    /// <summary>The longest code that is read, in characters.</summary>
    public const int LongestCode = 100;

    /// <summary>Points that each wrong code takes from the total, which never falls below zero by it; 0 when wrong codes cost nothing.</summary>
    public decimal WrongCosts { get; init; }

    /// <summary>How it is typed.</summary>
    public abstract Typing Typing { get; }

    /// <summary>Whether what was typed opens.</summary>
    public abstract bool Fits(string typed, CultureInfo culture);

    /// <summary>Examples of what opens, as one types them.</summary>
    internal abstract IReadOnlyList<string> Examples { get; }

    internal sealed override bool OpensWith(IOpening there) => false;

    internal override string? Refuse() => WrongCosts < 0 ? AuthorWords.Say("wrongCodeCostsNothingOr") : null;
}

/// <summary>How a key is typed.</summary>
public enum Typing
{
    /// <summary>It is not.</summary>
    None,

    /// <summary>In letters or signs.</summary>
    Letters,

    /// <summary>As a number.</summary>
    Number,
}
