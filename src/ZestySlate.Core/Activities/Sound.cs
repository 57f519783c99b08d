namespace ZestySlate.Core.Activities;

/// <summary>A sound as it is used in an activity.</summary>
public sealed record Sound
{
    /// <summary>The SHA-256 of the file's bytes in lower-case hexadecimal.</summary>
    public required string Media { get; init; }

    /// <summary>What is heard, in words, for those who cannot hear it.</summary>
    public string Transcript { get; init; } = "";

    public string Credit { get; init; } = "";

    public string Licence { get; init; } = "";
}

/// <summary>A video file as it is used in a note.</summary>
public sealed record VideoFile
{
    /// <summary>The SHA-256 of the file's bytes in lower-case hexadecimal.</summary>
    public required string Media { get; init; }

    /// <summary>The captions file (WebVTT), by its hash; empty for none.</summary>
    public string Captions { get; init; } = "";

    public string Credit { get; init; } = "";

    public string Licence { get; init; } = "";
}
