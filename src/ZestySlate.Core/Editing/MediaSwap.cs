using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Editing;

/// <summary>One file of the library in another's place. The words of each use stay.</summary>
/// <param name="Old">The hash of the file that was used.</param>
/// <param name="New">The hash of the one to use.</param>
/// <param name="Width">Its width in pixels; 0 for what is not a picture.</param>
/// <param name="Height">Its height in pixels; 0 for what is not a picture.</param>
/// <param name="Seconds">How long a video lasts; 0 for anything else, and where it is not known.</param>
internal sealed record MediaSwap(string Old, string New, int Width, int Height, decimal Seconds = 0)
{
    /// <summary>True when this file is the one to be replaced.</summary>
    internal bool Concerns(string media) => media == Old;

    internal string Of(string media) => Concerns(media) ? New : media;

    internal Picture Of(Picture picture) =>
        Concerns(picture.Media) ? picture with { Media = New, Width = Width, Height = Height } : picture;

    internal Picture? OrNone(Picture? picture) => picture is null ? null : Of(picture);

    internal Sound? Of(Sound? sound) => sound is not null && Concerns(sound.Media) ? sound with { Media = New } : sound;

    internal VideoFile? Of(VideoFile? video) =>
        video is null ? null : video with { Media = Of(video.Media), Captions = Of(video.Captions) };

    internal Sign Of(Sign sign) => sign.Picture is null ? sign : sign with { Picture = Of(sign.Picture) };

    internal ScoreBands Of(ScoreBands bands) => ScoreBands.Of(bands.Bands.Select(band => band with { Picture = OrNone(band.Picture) }));
}
