namespace ZestySlate.Core.Classes.Rehearsing;

/// <summary>What a simulated learner knows of one question, part by part, and how they guess where they do not.</summary>
/// <param name="random">Where chance comes from; the same seed gives the same learner.</param>
/// <param name="knows">How likely each part is known, 0..1.</param>
public sealed class Chance(SeededRandom random, double knows)
{
    /// <summary>True when the next part is known.</summary>
    public bool Knows() => Happens(knows);

    /// <summary>True with this likelihood, 0..1.</summary>
    public bool Happens(double likelihood) => (random.NextBits() >> 11) * (1.0 / (1UL << 53)) < likelihood;

    /// <summary>One of some things, or null when there is none.</summary>
    public T? One<T>(IReadOnlyList<T> of) => of.Count == 0 ? default : of[random.Next(of.Count)];

    /// <summary>A number from 0 up to, not including, the limit.</summary>
    public int Next(int limit) => random.Next(limit);

    /// <summary>What is known, or else one of the others; what is known too when there is no other.</summary>
    public T Known<T>(T right, IReadOnlyList<T> others) => Knows() || others.Count == 0 ? right : others[random.Next(others.Count)];

    /// <summary>A thing in its order; each that is not known changes places with its neighbour.</summary>
    public ValueList<T> InOrder<T>(IEnumerable<T> right)
    {
        var order = right.ToArray();
        for (var i = 0; i + 1 < order.Length; i++)
        {
            if (!Knows())
            {
                (order[i], order[i + 1]) = (order[i + 1], order[i]);
            }
        }

        return order.ToValueList();
    }

    /// <summary>A word as somebody types it who is not sure of it: another of the words there are, or one with two letters exchanged.</summary>
    public string Unsure(string right, IReadOnlyList<string> others)
    {
        if (others.Count > 0 && Happens(0.6))
        {
            return others[random.Next(others.Count)];
        }

        if (right.Length < 4)
        {
            return right + "e";
        }

        var at = random.Next(right.Length - 1);
        return right[at] == right[at + 1]
            ? right.Remove(at, 1)
            : string.Concat(right.AsSpan(0, at), [right[at + 1], right[at]], right.AsSpan(at + 2));
    }

    /// <summary>A number somebody comes to who is not sure: off by a tenth, a factor of ten, or with the other sign.</summary>
    public Fraction Unsure(Fraction right) =>
        random.Next(4) switch
        {
            0 => right * 10,
            1 => right == 0 ? 1 : -right,
            2 => right + Fraction.Max(1, (Fraction.Abs(right) / 10).Rounded(-right.Magnitude + 1)),
            _ => right - Fraction.Max(1, (Fraction.Abs(right) / 10).Rounded(-right.Magnitude + 1)),
        };
}
