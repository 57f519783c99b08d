using System.ComponentModel.DataAnnotations;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Storage.Media;

/// <summary>A stored file, found by the hash of its bytes.</summary>
public sealed class MediaRecord
{
    public required string Hash { get; set; }

    public required string ContentType { get; set; }

    /// <summary>Pixels; 0 for what is not a picture.</summary>
    public required int Width { get; set; }

    public required int Height { get; set; }

    public required long Bytes { get; set; }

    public required string OriginalName { get; set; }

    public required string OwnerId { get; set; }

    public required DateTimeOffset At { get; set; }

    /// <summary>The file that is shown in its place for good, since this one showed what must not be seen; its own bytes are gone.</summary>
    public string? ReplacedBy { get; set; }

    /// <summary>Since when nothing was found that shows or plays it; null while something does.</summary>
    public DateTimeOffset? UnusedSince { get; set; }
}

/// <summary>One entry of a teacher's media library: a file with its name, words and place.</summary>
public sealed class MediaItem
{
    public required string Id { get; set; }

    public required string OwnerId { get; set; }

    /// <summary>The file it shows now.</summary>
    public required string Hash { get; set; }

    public required MediaKind Kind { get; set; }

    public required string Name { get; set; }

    /// <summary>The folder, parts separated by a slash; empty for none.</summary>
    public string Folder { get; set; } = "";

    /// <summary>Tags, separated by commas.</summary>
    public string Tags { get; set; } = "";

    public string AlternativeText { get; set; } = "";

    public bool Decorative { get; set; }

    public string Credit { get; set; } = "";

    public string Licence { get; set; } = "";

    /// <summary>What is heard, for those who cannot hear it.</summary>
    public string Transcript { get; set; } = "";

    public int Width { get; set; }

    public int Height { get; set; }

    public long Bytes { get; set; }

    /// <summary>How long a video lasts; 0 for anything else, and where it is not known.</summary>
    public decimal Seconds { get; set; }

    public DateTimeOffset AddedAt { get; set; }

    /// <summary>When it was put into the bin; null while it is in use.</summary>
    public DateTimeOffset? BinnedAt { get; set; }

    /// <summary>All words of it in small letters, for searching.</summary>
    public string SearchText { get; set; } = "";

    /// <summary>True when it can be looked round in.</summary>
    public bool IsPanorama => Kind == MediaKind.Picture && Height > 0 && Core.Scenes.Equirectangular.Refuse(Width, Height) is null;

    /// <summary>Counts its changes, so that a page that shows how it was does not write over what it is now.</summary>
    [ConcurrencyCheck]
    public int Version { get; set; }

    /// <summary>Puts what follows from its words in line, after a change.</summary>
    internal void Settle()
    {
        SearchText = $"{Name} {Tags} {Folder} {AlternativeText} {Credit} {Transcript}".ToLowerInvariant();
        Version++;
    }
}

/// <summary>What a media file is for.</summary>
public enum MediaKind
{
    Picture,
    Sound,
    Video,
    Captions,
    Pdf,
}

/// <summary>A file that an activity's draft shows or plays.</summary>
public sealed class MediaUse
{
    public required string ActivityId { get; set; }

    public required string Hash { get; set; }
}
