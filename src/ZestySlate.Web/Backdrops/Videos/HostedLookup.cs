using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Formats.Media;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>What is found at the address of a video.</summary>
/// <param name="Video">How it is played.</param>
/// <param name="Title">What it is called there; empty when that is not said.</param>
/// <param name="Width">Pixels across; 0 when that is not said.</param>
/// <param name="Height">Pixels down; 0 when that is not said.</param>
/// <param name="Thumbnail">The address of a picture of it, or null.</param>
public sealed record HostedFound(HostedVideo Video, string Title, int Width, int Height, string? Thumbnail);

/// <summary>Finds out how a video is played that lies at an address: a file at once, a page of a video host by the player it tells of.</summary>
public sealed class HostedLookup(AddressFetcher fetcher, OEmbedLookup pages)
{
    /// <summary>How it is played, or why it cannot be, in words about this address.</summary>
    public async Task<Outcome<HostedFound>> FindAsync(string typed, CancellationToken stop)
    {
        var address = WebAddress.Completed(typed);
        var head = await fetcher.HeadAsync(address, stop);
        if (!head.Succeeded)
        {
            return Outcome<HostedFound>.Refused(head.Refusal!);
        }

        if (FileSorts.Of(head.Value.First) is FileSort.Mp4 or FileSort.WebM)
        {
            return new HostedFound(new HostedVideo(address, null), "", 0, 0, null);
        }

        if (await pages.PlayerAsync(address, stop) is not { Player: { } player } page)
        {
            return Outcome<HostedFound>.Refused(
                $"«{address}» is neither a video (MP4 or WebM) nor a page that tells of its player (oEmbed). If its terms allow it, save the video "
                    + "and bring it as a file."
            );
        }

        return await fetcher.ForbidsFramesAsync(player, stop) switch
        {
            null => Outcome<HostedFound>.Refused($"The player of «{address}» cannot be reached now. Try it once more in a while."),
            true => Outcome<HostedFound>.Refused(
                $"«{new Uri(address).Authority}» forbids that its player is shown in other pages. If its terms allow it, save the video and bring "
                    + "it as a file."
            ),
            _ => new HostedFound(
                new HostedVideo(address, player) { Credit = page.ProviderName },
                page.Title,
                page.Width ?? 0,
                page.Height ?? 0,
                page.Thumbnail
            ),
        };
    }
}
