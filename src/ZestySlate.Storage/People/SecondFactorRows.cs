using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.People;

/// <summary>What is kept of a person's second factor: the key of the app, recovery codes, codes used last, passkeys.</summary>
public static class SecondFactorRows
{
    /// <summary>Forgets all of it.</summary>
    public static async Task ForgetAsync(SlateDb db, string personId)
    {
        await db.UserTokens.Where(token => token.UserId == personId).ExecuteDeleteAsync();
        await db.UserPasskeys.Where(passkey => passkey.UserId == personId).ExecuteDeleteAsync();
    }
}
