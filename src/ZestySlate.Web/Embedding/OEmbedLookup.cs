using System.Text;
using ZestySlate.Formats.Embedding;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Embedding;

/// <summary>What is found out of an address that an author typed.</summary>
/// <param name="Forbids">Whether it forbids to be framed; null when it could not be asked.</param>
/// <param name="Title">Its title, or null.</param>
/// <param name="Player">The address to put into a frame instead, as the page says by oEmbed; null for the page itself.</param>
/// <param name="Width">The width in pixels that it wants, or null.</param>
/// <param name="Height">The height in pixels that it wants, or null.</param>
public sealed record AddressFound(bool? Forbids, string? Title = null, string? Player = null, int? Width = null, int? Height = null);

/// <summary>Asks a page what it says of itself: by oEmbed where it offers that, else by its headers.</summary>
public sealed class OEmbedLookup(AddressFetcher fetcher)
{
    /// <summary>What is found of the address; where the page is away or talks nonsense, only that it could not be asked.</summary>
    public async Task<AddressFound> FindAsync(string typed, CancellationToken stop)
    {
        var address = Core.Activities.WebAddress.Completed(typed);
        var forbids = await fetcher.ForbidsFramesAsync(address, stop);
        if (forbids is null || await PlayerAsync(address, stop) is not { } player)
        {
            return new AddressFound(forbids);
        }

        return new AddressFound(
            player.Player is { } src ? await fetcher.ForbidsFramesAsync(src, stop) : forbids,
            player.Title.Length > 0 ? player.Title : null,
            player.Player,
            player.Width,
            player.Height
        );
    }

    /// <summary>What a page says of its player; null where it says nothing, or is away.</summary>
    public async Task<OEmbedPlayer?> PlayerAsync(string address, CancellationToken stop)
    {
        var page = await fetcher.FileAsync(address, stop, OEmbed.Longest * 4);
        if (!page.Succeeded)
        {
            return null;
        }

        var at = OEmbed.Discover(Encoding.UTF8.GetString(page.Value.Bytes), new Uri(address));
        if (at is null)
        {
            return null;
        }

        var answer = await fetcher.FileAsync(at.AbsoluteUri, stop, OEmbed.Longest);
        return answer.Succeeded ? OEmbed.Read(Encoding.UTF8.GetString(answer.Value.Bytes), new Uri(address)) : null;
    }
}
