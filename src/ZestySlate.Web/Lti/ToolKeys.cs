using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>Our own keys: the newest signs, all are published, so that a new one can be made at any time.</summary>
public sealed class ToolKeys(SlateDb db, TimeProvider clock)
{
    /// <summary>The key that signs now; made at first use.</summary>
    public async Task<SigningCredentials> SigningAsync()
    {
        var newest = await db.ToolKeys.AsNoTracking().OrderByDescending(key => key.CreatedAt).FirstOrDefaultAsync() ?? await RotateAsync();
        return new SigningCredentials(KeyOf(newest), SecurityAlgorithms.RsaSha256);
    }

    /// <summary>Makes a new key, which signs from now on.</summary>
    public async Task<ToolKey> RotateAsync()
    {
        using var rsa = RSA.Create(2048);
        var key = new ToolKey
        {
            Id = Ids.New(16),
            Pem = rsa.ExportPkcs8PrivateKeyPem(),
            CreatedAt = clock.GetUtcNow(),
        };
        db.ToolKeys.Add(key);
        await db.SaveChangesAsync();
        return key;
    }

    /// <summary>The public halves as a JSON Web Key Set (RFC 7517).</summary>
    public async Task<object> PublicAsync()
    {
        await SigningAsync();
        var keys = await db.ToolKeys.AsNoTracking().ToListAsync();
        return new
        {
            keys = keys.Select(key =>
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
            }),
        };
    }

    private static RsaSecurityKey KeyOf(ToolKey key)
    {
        var rsa = RSA.Create();
        rsa.ImportFromPem(key.Pem);
        return new RsaSecurityKey(rsa) { KeyId = key.Id };
    }
}
