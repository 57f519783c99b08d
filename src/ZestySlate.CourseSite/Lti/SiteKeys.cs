using System.Security.Cryptography;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>The course site's own keys.</summary>
public sealed class SiteKeys(SiteStore store)
{
    /// <summary>The key that signs.</summary>
    public SigningCredentials Signing()
    {
        if (store.Read(state => state.Keys.Count) == 0)
        {
            Rotate();
        }

        return new SigningCredentials(KeyOf(store.Read(state => state.Keys[^1])), SecurityAlgorithms.RsaSha256);
    }

    /// <summary>A new key takes the place of all others.</summary>
    /// <param name="underOldName">True to give it the old one's name, which a careful site does not.</param>
    public void Rotate(bool underOldName = false)
    {
        var old = store.Read(state => state.Keys.LastOrDefault()?.Id);
        using var rsa = RSA.Create(2048);
        var key = new SiteKey
        {
            Id = underOldName && old is not null ? old : "site-" + Guid.NewGuid().ToString("N")[..12],
            Pem = rsa.ExportPkcs8PrivateKeyPem(),
        };
        store.Change(state => state.Keys = [key]);
    }

    /// <summary>The public halves (RFC 7517).</summary>
    public object Public()
    {
        Signing();
        return new
        {
            keys = store
                .Read(state => state.Keys.ToList())
                .Select(key =>
                {
                    var half = KeyOf(key).Rsa.ExportParameters(false);
                    return new
                    {
                        kty = "RSA",
                        use = "sig",
                        alg = "RS256",
                        kid = key.Id,
                        n = Base64UrlEncoder.Encode(half.Modulus!),
                        e = Base64UrlEncoder.Encode(half.Exponent!),
                    };
                })
                .ToList(),
        };
    }

    private static RsaSecurityKey KeyOf(SiteKey key)
    {
        var rsa = RSA.Create();
        rsa.ImportFromPem(key.Pem);
        return new RsaSecurityKey(rsa) { KeyId = key.Id };
    }
}
