namespace ZestySlate.Web.Media;

/// <summary>How large files may be, as those who run the installation set it.</summary>
/// <param name="Video">The most bytes of a video.</param>
public sealed record MediaLimits(long Video)
{
    /// <summary>The largest video, in MB, where nothing is set.</summary>
    public const long UsualVideoMegabytes = 500;
}
