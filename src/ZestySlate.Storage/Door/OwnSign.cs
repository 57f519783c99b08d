using ZestySlate.Core;

namespace ZestySlate.Storage.Door;

/// <summary>
/// What a learner shows at the door of a class on another device: two pictures in their order, or a word. It is no password: a
/// few tries are all there are, and then the teacher is asked.
/// </summary>
public static class OwnSign
{
    /// <summary>The fewest letters of a word.</summary>
    public const int LeastLetters = 5;

    /// <summary>The most letters of a word.</summary>
    public const int MostLetters = 60;

    /// <summary>The pictures to choose from, by the name of their symbol.</summary>
    public static IReadOnlyList<string> Pictures { get; } =
    [
        "umbrella",
        "anchor",
        "fish",
        "bird",
        "cat",
        "dog",
        "turtle",
        "rabbit",
        "snail",
        "apple",
        "cherry",
        "carrot",
        "bike",
        "car",
        "rocket",
        "sailboat",
        "tent",
        "bell",
        "moon",
        "sun",
        "star",
        "leaf",
        "flower",
        "snowflake",
    ];

    /// <summary>Reads a sign as it was given; refused by the name of the words for it, which take the fewest and the most letters, when it
    /// is none. Case and outer spaces of a word do not matter.</summary>
    /// <param name="first">The first picture, or null.</param>
    /// <param name="second">The second picture, or null.</param>
    /// <param name="word">A word, or null; where there is one, it is the sign.</param>
    public static Outcome<string> Read(string? first, string? second, string? word)
    {
        var said = (word ?? "").Trim().Normalize().ToLowerInvariant();
        if (said.Length > 0)
        {
            return said.Length is >= LeastLetters and <= MostLetters ? "word " + said : Outcome<string>.Refused("signWordLength");
        }

        return Pictures.Contains(first) && Pictures.Contains(second)
            ? $"pictures {first} {second}"
            : Outcome<string>.Refused("signMissing");
    }
}
