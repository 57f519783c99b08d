using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Questions;

/// <summary>What an option, a pair's side or an item shows: words, a picture, a sound, or several of them.</summary>
public sealed record Face
{
    public string Text { get; init; } = "";

    public Picture? Picture { get; init; }

    public Sound? Sound { get; init; }

    /// <summary>True when there is nothing to see or hear.</summary>
    public bool IsEmpty => Text.Trim().Length == 0 && Picture is null && Sound is null;

    /// <summary>What it is called in lists and reasons: its words, else what the picture shows or the sound says.</summary>
    public string Name =>
        Text.Trim() is { Length: > 0 } words ? words
        : Picture?.AlternativeText is { Length: > 0 } seen ? seen
        : Sound?.Transcript is { Length: > 0 } heard ? heard
        : Picture is not null ? "🖼"
        : Sound is not null ? "♪"
        : "";

    /// <summary>True when a learner cannot tell it from the other: they are interchangeable.</summary>
    public bool LooksLike(Face other) =>
        string.Equals(Text.Trim(), other.Text.Trim(), StringComparison.Ordinal)
        && Picture?.Media == other.Picture?.Media
        && Sound?.Media == other.Sound?.Media;

    /// <summary>
    /// True when the newer faces only say it otherwise: which of them look alike, and which show nothing, is as it was. Where
    /// things that look alike are interchangeable, anything else would change what is right.
    /// </summary>
    internal static bool AreAlikeAsBefore(IReadOnlyList<Face> older, IReadOnlyList<Face> newer) =>
        older.Count == newer.Count
        && Enumerable
            .Range(0, older.Count)
            .All(one =>
                older[one].IsEmpty == newer[one].IsEmpty
                && Enumerable.Range(0, one).All(other => older[one].LooksLike(older[other]) == newer[one].LooksLike(newer[other]))
            );

    internal IEnumerable<Picture> Pictures => Picture is null ? [] : [Picture];

    internal IEnumerable<string> Played => Sound is null ? [] : [Sound.Media];

    /// <summary>Plain words as a face.</summary>
    public static Face Of(string text) => new() { Text = text };
}

/// <summary>A part of a question that shows something.</summary>
/// <param name="Key">The part, and where it has two sides, the side.</param>
/// <param name="Name">What the author calls it.</param>
/// <param name="Face">What it shows.</param>
/// <param name="TakesSound">True when it can be a sound.</param>
public sealed record PartFace(string Key, string Name, Face Face, bool TakesSound = true);
