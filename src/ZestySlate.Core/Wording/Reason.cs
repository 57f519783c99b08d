namespace ZestySlate.Core.Wording;

/// <summary>
/// Something said to learners or teachers that is put into words only where it is read, in the language that is wanted there:
/// why a mark is as it is, why an event was not taken.
/// </summary>
/// <param name="Key">The entry in the language's file.</param>
/// <param name="Arguments">What stands at {0}, {1}, …: texts, numbers (the first decides singular or plural), further reasons.</param>
public sealed record Reason(string Key, ValueList<object> Arguments)
{
    /// <summary>What is said after it, or null.</summary>
    public Reason? Next { get; init; }

    /// <summary>A reason of this entry.</summary>
    public static Reason Of(string key, params object[] arguments) => new(key, arguments.ToValueList());

    /// <summary>True when it tells nothing but the verdict, of an answer that is in sight.</summary>
    public bool RepeatsVerdict =>
        Next is null && Key is "isRight" or "isNotRight" or "typedRight" or "typedWrong" or "numberRight" or "numberWrong";

    /// <summary>This, and after it another one.</summary>
    public Reason Then(Reason? next) => next is null ? this : this with { Next = Next is null ? next : Next.Then(next) };
}
