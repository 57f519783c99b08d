using System.Collections.Concurrent;
using Microsoft.IdentityModel.Tokens;

namespace ZestySlate.Web.Lti;

/// <summary>The public keys of course sites, fetched when a key is unknown and kept for a while, so that their rotation needs no hand of ours.</summary>
public sealed class KeySets(IHttpClientFactory http, TimeProvider clock)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10),
        NotSooner = TimeSpan.FromSeconds(1);
    private readonly ConcurrentDictionary<string, (JsonWebKeySet Keys, DateTimeOffset At)> _known = new();

    /// <summary>The keys at an address; fetched again when the wanted one is not among those known.</summary>
    public async Task<IList<SecurityKey>> GetAsync(string address, string? wantedKeyId)
    {
        var now = clock.GetUtcNow();
        if (
            _known.TryGetValue(address, out var known)
            && now - known.At < Fresh
            && (known.Keys.Keys.Any(key => key.Kid == wantedKeyId) || now - known.At < NotSooner)
        )
        {
            return known.Keys.GetSigningKeys();
        }

        var json = await http.CreateClient(LtiServices.Client).GetStringAsync(address);
        var keys = new JsonWebKeySet(json);
        _known[address] = (keys, now);
        return keys.GetSigningKeys();
    }
}
