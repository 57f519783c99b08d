using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.People;

/// <summary>The schools of an installation.</summary>
public sealed class SchoolStore(IDbContextFactory<SlateDb> open)
{
    /// <summary>All of them, by name.</summary>
    public async Task<IReadOnlyList<School>> AllAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Schools.AsNoTracking().OrderBy(school => school.Name).ToListAsync();
    }

    /// <summary>One of them; null where there is none such.</summary>
    public async Task<School?> FindAsync(int id)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Schools.AsNoTracking().SingleOrDefaultAsync(school => school.Id == id);
    }

    /// <summary>Gives a school another name; one that is not there is made.</summary>
    /// <returns>Its id.</returns>
    public async Task<int> KeepAsync(int? id, string name)
    {
        await using var db = await open.CreateDbContextAsync();
        var school = await db.Schools.SingleOrDefaultAsync(known => known.Id == id);
        if (school is null)
        {
            db.Schools.Add(school = new School { Name = name });
        }

        school.Name = name;
        await db.SaveChangesAsync();
        return school.Id;
    }

    /// <summary>Takes away a school that nobody belongs to.</summary>
    public async Task RemoveAsync(int id)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.Schools.Where(school => school.Id == id).ExecuteDeleteAsync();
    }
}
