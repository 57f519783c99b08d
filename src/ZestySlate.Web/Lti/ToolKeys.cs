using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>Our own keys: the newest signs; older ones stay published for a while, so that a new one can be made at any time and what an old
/// one has signed is still good.</summary>
public sealed class ToolKeys(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>How long a key is published after another took its place. What it signed is good for minutes; course sites may keep key
    /// sets for days.</summary>
    public static readonly TimeSpan StaysFor = TimeSpan.FromDays(30);

    /// <summary>The key that signs now; made at first use.</summary>
    public async Task<SigningCredentials> SigningAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        var newest = await db.ToolKeys.AsNoTracking().OrderByDescending(key => key.CreatedAt).FirstOrDefaultAsync() ?? await RotateAsync();
        return new SigningCredentials(KeyOf(newest), SecurityAlgorithms.RsaSha256);
    }

    /// <summary>Makes a new key, which signs from now on.</summary>
    public async Task<ToolKey> RotateAsync()
    {
        await using var db = await open.CreateDbContextAsync();
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

    /// <summary>Withdraws all keys but the one that signs, at once: one of them may have become known to others.</summary>
    public async Task WithdrawOldAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        var newest = (await db.ToolKeys.AsNoTracking().OrderByDescending(key => key.CreatedAt).FirstAsync()).Id;
        await db.ToolKeys.Where(key => key.Id != newest).ExecuteDeleteAsync();
    }

    /// <summary>The published keys, the one that signs first.</summary>
    public async Task<IReadOnlyList<ToolKey>> PublishedAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        await SigningAsync();
        var newestFirst = await db.ToolKeys.AsNoTracking().OrderByDescending(key => key.CreatedAt).ToListAsync();
        var until = clock.GetUtcNow() - StaysFor;
        return newestFirst.Where((_, at) => at == 0 || newestFirst[at - 1].CreatedAt > until).ToList();
    }

    /// <summary>The public halves as a JSON Web Key Set (RFC 7517).</summary>
    public async Task<object> PublicAsync()
    {
        var keys = await PublishedAsync();
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
