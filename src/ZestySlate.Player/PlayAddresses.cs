using ZestySlate.Core.Activities;

namespace ZestySlate.Player;

/// <summary>Where what a page shows and plays is found: media by their hash, and what ships with the product. Each host has its own.</summary>
public abstract class PlayAddresses
{
    /// <summary>A file of the media library.</summary>
    /// <param name="hash">Its hash.</param>
    public abstract string Media(string hash);

    /// <summary>A picture, no wider than this when it is kept that narrow.</summary>
    public abstract string Picture(Picture picture, int widest);

    /// <summary>What ships with the product: a style sheet, a sheet of symbols.</summary>
    /// <param name="name">Its name, with its folder.</param>
    public abstract string Asset(string name);
}

/// <summary>The addresses of the server's own pages.</summary>
public class SiteAddresses : PlayAddresses
{
    public override string Media(string hash) => $"/media/{hash}";

    public override string Picture(Picture picture, int widest) => Media(picture.Media) + (picture.Width > widest ? $"/{widest}" : "");

    public override string Asset(string name) => $"/dist/{name}";
}
