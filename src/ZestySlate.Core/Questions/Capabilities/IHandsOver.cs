using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family whose answers name files that were handed over.</summary>
public interface IHandsOver
{
    /// <summary>What files this question takes.</summary>
    HandedWish FilesOf(Question question);
}

/// <summary>What files a question takes.</summary>
/// <param name="Kinds">What may be handed over; none for any sort of file.</param>
/// <param name="Megabytes">The greatest file, in megabytes (2²⁰ bytes).</param>
public sealed record HandedWish(ValueList<HandedKind> Kinds, int Megabytes)
{
    /// <summary>The greatest file that any question takes, in megabytes.</summary>
    public const int LargestMegabytes = 50;

    /// <summary>The longest recording that is made on the page, in seconds; null where none is made.</summary>
    public int? RecordedSeconds { get; init; }

    /// <summary>True when a file of this kind may be handed over.</summary>
    public bool Takes(HandedKind kind) => Kinds.Count == 0 || Kinds.Contains(kind);

    /// <summary>Why a file cannot be handed over here, or null when it can.</summary>
    public Reason? Refuse(HandedFile file) =>
        !Takes(file.Kind) ? Reason.Of("fileKindNotTaken", file.Name)
        : file.Bytes > Megabytes * 1024L * 1024 ? Reason.Of("fileTooLarge", file.Name, Math.Round(file.Bytes / 1048576m, 1), Megabytes)
        : file.Bytes == 0 ? Reason.Of("fileEmpty", file.Name)
        : null;
}
