namespace ZestySlate.Storage.Media;

/// <summary>A picture file, found by the hash of its bytes.</summary>
public sealed class MediaRecord
{
    public required string Hash { get; set; }

    public required string ContentType { get; set; }

    public required int Width { get; set; }

    public required int Height { get; set; }

    public required long Bytes { get; set; }

    public required string OriginalName { get; set; }

    public required string OwnerId { get; set; }

    public required DateTimeOffset At { get; set; }
}
