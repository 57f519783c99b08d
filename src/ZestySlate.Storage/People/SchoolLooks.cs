using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.People;

/// <summary>How what a school publishes looks, where an activity says nothing else.</summary>
/// <param name="SchoolId">The school.</param>
/// <param name="Name">What it is called.</param>
/// <param name="LogoMark">Tells this logo from every other; empty for none.</param>
/// <param name="Accent">The colour of the main action, as #rrggbb; empty for the product's own.</param>
/// <param name="Ground">The colour behind the page, as #rrggbb; empty for the product's own.</param>
public sealed record SchoolLook(int SchoolId, string Name, string LogoMark, string Accent, string Ground)
{
    /// <summary>Where the logo is found; null for none. Another logo has another address.</summary>
    public string? LogoAddress => LogoMark.Length == 0 ? null : $"/schools/{SchoolId}/logo/{LogoMark}.png";

    /// <summary>An activity's look, with the school's colours where it has none of its own.</summary>
    public Look Under(Look own) =>
        own with
        {
            Accent = own.Accent.Length > 0 ? own.Accent : Accent,
            BackgroundColour = own.BackgroundColour.Length > 0 ? own.BackgroundColour : Ground,
        };
}

/// <summary>The logos and colours of schools.</summary>
public sealed class SchoolLooks(IDbContextFactory<SlateDb> open)
{
    /// <summary>The most pixels a logo is kept with, by its sides: twice what it is shown at.</summary>
    public const int LogoHeight = 96,
        LogoWidth = 480;

    /// <summary>The look of the school whose teacher owns an activity; null for none.</summary>
    public async Task<SchoolLook?> OfActivityAsync(string activityId, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        return await (
            from activity in db.Activities
            where activity.Id == activityId
            join person in db.Users on activity.OwnerId equals person.Id
            join school in db.Schools on person.SchoolId equals school.Id
            select new SchoolLook(school.Id, school.Name, school.LogoMark, school.Accent, school.Ground)
        ).SingleOrDefaultAsync(stop);
    }

    /// <summary>A school's logo as PNG; null when it has none, or another one by now.</summary>
    public async Task<byte[]?> LogoAsync(int schoolId, string mark, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        return await db
            .Schools.Where(school => school.Id == schoolId && school.LogoMark == mark && mark != "")
            .Select(school => school.Logo)
            .SingleOrDefaultAsync(stop);
    }

    /// <summary>Sets the colours of a school; empty for the product's own.</summary>
    public async Task SetColoursAsync(int schoolId, string accent, string ground)
    {
        await using var db = await open.CreateDbContextAsync();
        await db
            .Schools.Where(school => school.Id == schoolId)
            .ExecuteUpdateAsync(set => set.SetProperty(school => school.Accent, accent).SetProperty(school => school.Ground, ground));
    }

    /// <summary>Sets or takes away the logo of a school. What is wrong with the file, in words, or null.</summary>
    /// <param name="schoolId">The school.</param>
    /// <param name="file">PNG, JPEG, WebP or GIF; null to take the logo away.</param>
    /// <param name="name">What the file is called.</param>
    public async Task<string?> SetLogoAsync(int schoolId, byte[]? file, string name, CancellationToken stop = default)
    {
        byte[]? logo = null;
        if (file is not null)
        {
            using var turn = await PictureGate.EnterAsync(stop);
            var read = PictureReader.Read(file, name, PictureReader.MostWhole);
            if (!read.Succeeded)
            {
                return read.Refusal;
            }

            logo = Fitted(read.Value.Content.Bytes);
        }

        var mark = logo is null ? "" : Convert.ToHexStringLower(SHA256.HashData(logo))[..16];
        await using var db = await open.CreateDbContextAsync(stop);
        await db
            .Schools.Where(school => school.Id == schoolId)
            .ExecuteUpdateAsync(set => set.SetProperty(school => school.Logo, logo).SetProperty(school => school.LogoMark, mark), stop);
        return null;
    }

    /// <summary>The picture as PNG, no larger than a logo is kept.</summary>
    private static byte[] Fitted(byte[] picture)
    {
        using var whole = SKBitmap.Decode(picture);
        var share = Math.Min(1, Math.Min((double)LogoHeight / whole.Height, (double)LogoWidth / whole.Width));
        var size = new SKSizeI(Math.Max(1, (int)Math.Round(whole.Width * share)), Math.Max(1, (int)Math.Round(whole.Height * share)));
        using var small = whole.Resize(size, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var encoded = small.Encode(SKEncodedImageFormat.Png, 100);
        return encoded.ToArray();
    }
}
