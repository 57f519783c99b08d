using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Scenes;

/// <summary>What a picture of all directions is like: longitudes across and latitudes down, both evenly, so that it is twice as wide as high.</summary>
public static class Equirectangular
{
    /// <summary>The least width at which a panorama is sharp enough to look round in, in pixels.</summary>
    public const int LeastWidth = 2048;

    /// <summary>True when something of this size can show all directions: exactly twice as wide as high, as far as whole pixels allow.</summary>
    public static bool Fits(int width, int height) => height > 0 && Math.Abs(((double)width / height) - 2) <= 0.01;

    /// <summary>Why a picture of this size is no panorama, in words with the size and what is needed; null when it is one.</summary>
    public static string? Refuse(int width, int height)
    {
        if (!Fits(width, height))
        {
            return AuthorWords.Say("picturePixelsTimesWideHigh", width, height, (double)width / height, width / 2);
        }

        return width < LeastWidth ? AuthorWords.Say("picturePixelsPanoramaNeedsAt", width, height, LeastWidth, LeastWidth / 2) : null;
    }
}
