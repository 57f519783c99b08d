using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Formats.Embedding;
using ZestySlate.Formats.Media;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>A video that was found at an address.</summary>
/// <param name="Film">It as a backdrop.</param>
/// <param name="Title">What it is called there; empty when that is not said.</param>
public sealed record HostedFound(VideoBackdrop Film, string Title);

/// <summary>Finds out how a video is played that lies at an address: a file at once, a page of a video host by the player it tells of.</summary>
public sealed class HostedLookup(AddressFetcher fetcher, OEmbedLookup pages, MediaIntake intake, MediaLibrary library)
{
    /// <summary>The backdrop with the video of an address, or why it cannot be used, in words about this address.</summary>
    /// <param name="typed">The address, as it was typed.</param>
    /// <param name="into">The backdrop that gets it; what else is said of it stays.</param>
    /// <param name="ownerId">Whose media library gets the picture that the host has of it.</param>
    /// <param name="stop">Cancelled when nobody waits for it any more.</param>
    public async Task<Outcome<HostedFound>> FindAsync(string typed, VideoBackdrop into, string ownerId, CancellationToken stop)
    {
        var address = WebAddress.Completed(typed);
        var head = await fetcher.HeadAsync(address, stop);
        if (!head.Succeeded)
        {
            return Outcome<HostedFound>.Refused(head.Refusal!);
        }

        if (FileSorts.Of(head.Value.First) is FileSort.Mp4 or FileSort.WebM)
        {
            return new HostedFound(into.With(new HostedVideo(address, null), 0, 0, 0), "");
        }

        if (await pages.PlayerAsync(address, stop) is not { Player: { } player } page)
        {
            return Outcome<HostedFound>.Refused(
                $"“{address}” is neither a video (MP4 or WebM) nor a page that tells of its player (oEmbed). If its terms allow it, save the video "
                    + "and bring it as a file."
            );
        }

        return await fetcher.ForbidsFramesAsync(player, stop) switch
        {
            null => Outcome<HostedFound>.Refused($"The player of “{address}” cannot be reached now. Try it once more in a while."),
            true => Outcome<HostedFound>.Refused(
                $"“{new Uri(address).Authority}” forbids that its player is shown in other pages. If its terms allow it, save the video and bring "
                    + "it as a file."
            ),
            _ => new HostedFound(
                into.With(new HostedVideo(address, player) { Credit = page.ProviderName }, 0, page.Width ?? 0, page.Height ?? 0) with
                {
                    Poster = await PosterAsync(page, ownerId, stop) ?? into.Poster,
                },
                page.Title
            ),
        };
    }

    /// <summary>The picture that the host has of it, in the media library; null where it cannot be had, which is no reason to go without
    /// the video.</summary>
    private async Task<Picture?> PosterAsync(OEmbedPlayer page, string ownerId, CancellationToken stop)
    {
        if (
            page.Thumbnail is not { } address
            || await fetcher.FileAsync(address, stop, PictureReader.MostBytes) is not { Succeeded: true } file
        )
        {
            return null;
        }

        var ready = await intake.ReadAsync(file.Value.Bytes, file.Value.Name, stop);
        return ready is { Succeeded: true, Value.Kind: MediaKind.Picture }
            ? MediaPurposes.PictureOf(await library.AddAsync(ready.Value, file.Value.Name, ownerId)) with
            {
                AlternativeText = page.Title,
                Credit = page.ProviderName,
            }
            : null;
    }
}
