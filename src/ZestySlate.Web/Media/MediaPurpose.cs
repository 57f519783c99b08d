using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Media;

/// <summary>What a file from the library can be in an activity.</summary>
/// <param name="Key">Its name in requests.</param>
/// <param name="Kind">The kind of file that it takes.</param>
/// <param name="Use">The edit that puts the file to use; null where what it was for is not there.</param>
internal sealed record MediaPurpose(string Key, MediaKind Kind, Func<FileUse, Edit?> Use);

/// <summary>A file that is to be put to use.</summary>
/// <param name="Item">The file in the library.</param>
/// <param name="Activity">The activity.</param>
/// <param name="Spot">The spot it is for, or null.</param>
/// <param name="Scene">The scene it is for, or null.</param>
/// <param name="Part">The part of it that it is for, where there are several; else empty.</param>
internal sealed record FileUse(MediaItem Item, Activity Activity, Spot? Spot, Scene? Scene, string Part)
{
    /// <summary>What is said in it, where it was recorded by saying something known; else empty.</summary>
    public string Said { get; init; } = "";

    /// <summary>The picture with the words that the library has for it.</summary>
    public Picture Picture => MediaPurposes.PictureOf(Item);

    /// <summary>The sound, with the library's words for it, or what is said in it.</summary>
    public Sound Sound =>
        MediaPurposes.SoundOf(Item) is var sound && sound.Transcript.Length == 0 ? sound with { Transcript = Said } : sound;

    public VideoFile Video => MediaPurposes.VideoOf(Item);
}
