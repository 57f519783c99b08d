using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Videos;

namespace ZestySlate.Core.Activities;

/// <summary>Whose something shown or played is, and under what terms.</summary>
/// <param name="Who">Whom to name.</param>
/// <param name="Licence">The terms; empty when none are said.</param>
/// <param name="What">What sort of thing it is, for the credits.</param>
public sealed record Source(string Who, string Licence, string What)
{
    public static Source Of(Picture picture) => new(picture.Credit, picture.Licence, "Picture");

    public static Source Of(Sound sound) => new(sound.Credit, sound.Licence, "Sound");

    public static Source Of(VideoFile video) => new(video.Credit, video.Licence, "Video");

    public static Source Of(HostedVideo video) => new(video.Credit, video.Licence, "Video");

    public static Source Of(PdfFile file) => new(file.Credit, file.Licence, "Pdf");
}
