namespace ZestySlate.Core.Activities;

/// <summary>A picture as it is used in an activity: which file, how large, what it says to those who cannot see it, and whose it is.</summary>
public sealed record Picture
{
    /// <summary>The SHA-256 of the file's bytes in lower-case hexadecimal; the file is found by it.</summary>
    public required string Media { get; init; }

    /// <summary>Natural width in pixels.</summary>
    public required int Width { get; init; }

    /// <summary>Natural height in pixels.</summary>
    public required int Height { get; init; }

    /// <summary>What the picture says, for those who cannot see it.</summary>
    public string AlternativeText { get; init; } = "";

    /// <summary>True when the picture says nothing the text does not say; it is then left out for screen readers.</summary>
    public bool Decorative { get; init; }

    /// <summary>Who made it.</summary>
    public string Credit { get; init; } = "";

    /// <summary>Under what terms it may be used.</summary>
    public string Licence { get; init; } = "";

    /// <summary>True when nobody has yet said what the picture shows, nor that it shows nothing of note.</summary>
    public bool LacksAlternativeText => !Decorative && string.IsNullOrWhiteSpace(AlternativeText);

    /// <summary>The same file with the words of another use of it.</summary>
    public Picture WithWordsOf(Picture other) =>
        this with
        {
            AlternativeText = other.AlternativeText,
            Decorative = other.Decorative,
            Credit = other.Credit,
            Licence = other.Licence,
        };
}
