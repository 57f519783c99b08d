namespace ZestySlate.Core.Captions;

/// <summary>Finds where something is said and where it is silent, by how loud it is, for videos without captions.</summary>
public static class Silences
{
    /// <summary>How much time one value of loudness stands for, in seconds.</summary>
    public const decimal Step = 0.05m;

    /// <summary>The shortest pause that counts, in seconds: between sentences one breathes, between words one does not.</summary>
    public const decimal Shortest = 0.4m;

    /// <summary>The most values that are looked at: two hours.</summary>
    public const int Most = 144_000;

    /// <summary>The least difference between loud and quiet by which one can tell speech from silence.</summary>
    private const int LeastContrast = 20;

    /// <summary>How far above quiet, on the way to loud, something is said.</summary>
    private const double Said = 0.25;

    /// <summary>The stretches in which something is said, each from its beginning to the silence that follows it; none where loud and quiet
    /// cannot be told apart.</summary>
    /// <param name="loudness">One value for each <see cref="Step"/>, from 0 (silent) to 255 (as loud as can be), on a scale of decibels.</param>
    public static ValueList<Sentence> Spoken(ReadOnlySpan<byte> loudness)
    {
        var curve = loudness[..Math.Min(loudness.Length, Most)];
        var sorted = curve.ToArray();
        Array.Sort(sorted);
        if (sorted.Length == 0 || At(sorted, 0.9) - At(sorted, 0.1) < LeastContrast)
        {
            return [];
        }

        var least = At(sorted, 0.1) + ((At(sorted, 0.9) - At(sorted, 0.1)) * Said);
        var (spoken, begun, last, pause) = (new List<Sentence>(), -1, -1, (int)(Shortest / Step));
        for (var i = 0; i < curve.Length; i++)
        {
            if (curve[i] < least)
            {
                continue;
            }

            if (begun >= 0 && i - last > pause)
            {
                spoken.Add(new Sentence(begun * Step, (last + 1) * Step, ""));
                begun = i;
            }

            begun = begun < 0 ? i : begun;
            last = i;
        }

        return begun < 0 ? [] : spoken.Append(new Sentence(begun * Step, (last + 1) * Step, "")).ToValueList();
    }

    private static byte At(byte[] sorted, double share) => sorted[(int)((sorted.Length - 1) * share)];
}
