using System.Collections.Concurrent;
using Microsoft.IdentityModel.Tokens;

namespace ZestySlate.Web.Lti;

/// <summary>
/// The public keys of course sites, fetched when a key is unknown and kept for a while, so that their rotation needs no hand
/// of ours. A set that was had serves until a new one is had: a course site whose keys cannot be fetched just now is none the worse.
/// </summary>
public sealed class KeySets(IHttpClientFactory http, TimeProvider clock)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10),
        NotSooner = TimeSpan.FromSeconds(1),
        OnDoubtNotSooner = TimeSpan.FromSeconds(30);
    private readonly ConcurrentDictionary<string, Place> _places = new();

    /// <summary>The keys at one address. Whoever looks there holds the gate.</summary>
    private sealed class Place
    {
        public SemaphoreSlim Gate { get; } = new(1, 1);

        public IList<SecurityKey> Keys { get; set; } = [];

        /// <summary>When they were had.</summary>
        public DateTimeOffset HadAt { get; set; } = DateTimeOffset.MinValue;

        /// <summary>When they were looked for last, with or without luck.</summary>
        public DateTimeOffset LookedAt { get; set; } = DateTimeOffset.MinValue;
    }

    /// <summary>The keys at an address; fetched again when the wanted one is not among those known, or they are old.</summary>
    /// <param name="address">The JWKS address.</param>
    /// <param name="wantedKeyId">The kid of the header; null for any.</param>
    /// <exception cref="HttpRequestException">None were ever had, and none can be had now.</exception>
    public Task<IList<SecurityKey>> GetAsync(string address, string? wantedKeyId) =>
        LookAsync(address, (place, now) =>
            (now - place.HadAt >= Fresh || (wantedKeyId is not null && place.Keys.All(key => key.KeyId != wantedKeyId)))
            && now - place.LookedAt >= NotSooner
        );

    /// <summary>One fresh look after a signature that no known key made: the course site may have put a new key under an old name.</summary>
    public Task<IList<SecurityKey>> AgainAsync(string address) =>
        LookAsync(address, (place, now) => now - place.LookedAt >= OnDoubtNotSooner);

    private async Task<IList<SecurityKey>> LookAsync(string address, Func<Place, DateTimeOffset, bool> wants)
    {
        var place = _places.GetOrAdd(address, _ => new Place());
        await place.Gate.WaitAsync();
        try
        {
            var now = clock.GetUtcNow();
            if (place.Keys.Count > 0 && !wants(place, now))
            {
                return place.Keys;
            }

            place.LookedAt = now;
            try
            {
                var found = new JsonWebKeySet(await http.CreateClient(LtiServices.Client).GetStringAsync(address)).GetSigningKeys();
                (place.Keys, place.HadAt) = found.Count > 0 ? (found, now) : (place.Keys, place.HadAt);
            }
            catch (Exception problem)
                when (problem is HttpRequestException or TaskCanceledException or ArgumentException or InvalidOperationException)
            {
                // What was had before serves on.
            }

            return place.Keys.Count > 0 ? place.Keys : throw new HttpRequestException("The keys of the course site could not be fetched.");
        }
        finally
        {
            place.Gate.Release();
        }
    }
}
