namespace ZestySlate.Core;

/// <summary>A result that can fail for a reason a person understands: a value, or a refusal in words about their thing.</summary>
public readonly record struct Outcome<T>
{
    private readonly T? _value;

    private Outcome(T? value, string? refusal) => (_value, Refusal) = (value, refusal);

    /// <summary>Why it was refused, as a sentence; null when it was not.</summary>
    public string? Refusal { get; }

    /// <summary>True when there is a value.</summary>
    public bool Succeeded => Refusal is null;

    /// <summary>The value. Asking a refusal for its value is a bug and throws.</summary>
    public T Value => Succeeded ? _value! : throw new InvalidOperationException("A refusal has no value: " + Refusal);

    /// <summary>The refusal with this reason.</summary>
    public static Outcome<T> Refused(string reason) => new(default, reason);

    public static implicit operator Outcome<T>(T value) => new(value, null);
}
