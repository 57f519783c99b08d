namespace ZestySlate.Core.Questions;

/// <summary>A file that a learner handed over. What it is was told by its content, never by its name.</summary>
/// <param name="Id">Names the stored file; unguessable.</param>
/// <param name="Name">The name it came with.</param>
/// <param name="Kind">What it is.</param>
/// <param name="ContentType">The type it is served under.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="Seconds">How long it plays; 0 where that is not known.</param>
public sealed record HandedFile(string Id, string Name, HandedKind Kind, string ContentType, long Bytes, double Seconds = 0)
{
    /// <summary>True when its content can be shown in a page as it is; everything else is only ever saved.</summary>
    public bool IsShown => Kind is HandedKind.Picture or HandedKind.Sound or HandedKind.Video;
}

/// <summary>What a handed-over file is.</summary>
public enum HandedKind
{
    Picture,
    Sound,
    Video,
    Pdf,

    /// <summary>A text: plain, OpenDocument, Office Open XML or rich text.</summary>
    Text,

    /// <summary>A table: comma-separated, OpenDocument or Office Open XML.</summary>
    Table,

    /// <summary>Slides: OpenDocument or Office Open XML.</summary>
    Slides,

    /// <summary>Anything else.</summary>
    Other,
}
