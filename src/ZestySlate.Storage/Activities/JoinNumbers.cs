using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;

namespace ZestySlate.Storage.Activities;

/// <summary>Numbers by which a published activity is found where codes are typed.</summary>
public sealed class JoinNumbers(IDbContextFactory<SlateDb> open)
{
    /// <summary>How many digits a number has.</summary>
    public const int Digits = 6;

    private const int Tries = 20;

    /// <summary>The number of a published activity, made if it has none; null while it is not published.</summary>
    public async Task<string?> EnsureAsync(string activityId)
    {
        for (var i = 0; i < Tries; i++)
        {
            await using var db = await open.CreateDbContextAsync();
            var known = await db.Activities.AsNoTracking().SingleAsync(activity => activity.Id == activityId);
            if (known.NewestEdition == 0 || known.JoinNumber is not null)
            {
                return known.JoinNumber;
            }

            // The first is no zero, so that nobody leaves it out.
            var number = $"{RandomNumberGenerator.GetInt32(100_000, 1_000_000)}";
            try
            {
                await db
                    .Activities.Where(activity => activity.Id == activityId && activity.JoinNumber == null)
                    .ExecuteUpdateAsync(set => set.SetProperty(activity => activity.JoinNumber, number));
            }
            catch (Exception problem) when (StoreTrouble.IsTaken(problem))
            {
                // Another activity has this one: another is tried.
            }
        }

        throw new InvalidOperationException("No join number is free.");
    }

    /// <summary>The activity of a typed number, or null; spaces and hyphens do not matter.</summary>
    public async Task<string?> FindAsync(string typed)
    {
        var number = Ids.ReadCode(typed);
        if (number.Length != Digits || !number.All(char.IsAsciiDigit))
        {
            return null;
        }

        await using var db = await open.CreateDbContextAsync();
        return await db
            .Activities.Where(activity => activity.JoinNumber == number && activity.BinnedAt == null)
            .Select(activity => activity.Id)
            .SingleOrDefaultAsync();
    }
}
