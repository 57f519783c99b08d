using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Backdrops.Videos;

/// <summary>A video that lies elsewhere: a file at an address, or a page of a video host with a player that can be driven.</summary>
/// <param name="Address">Its address, as it was typed.</param>
/// <param name="Player">What is put into a frame and driven by messages; null for a file that is played directly.</param>
public sealed record HostedVideo(string Address, string? Player)
{
    public string Credit { get; init; } = "";

    public string Licence { get; init; } = "";

    /// <summary>Who serves it.</summary>
    [JsonIgnore]
    public string Host => Uri.TryCreate(Address, UriKind.Absolute, out var address) ? address.Authority : "";

    /// <summary>Why it cannot be used, in words; null when it can.</summary>
    public string? Refuse() => WebAddress.Refuse(Address) ?? (Player is null ? null : WebAddress.Refuse(Player));

    /// <summary>True for the same video, whoever is named for it.</summary>
    internal bool IsSame(HostedVideo? other) => other?.Address == Address && other.Player == Player;
}
