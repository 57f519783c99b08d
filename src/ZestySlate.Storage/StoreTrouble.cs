using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage;

/// <summary>Tells why something could not be stored: because it is there already, or because the storage itself is in trouble.</summary>
public static class StoreTrouble
{
    /// <summary>SQLITE_BUSY, SQLITE_LOCKED and SQLITE_FULL (sqlite.org/rescode.html).</summary>
    private const int Busy = 5, Locked = 6, Full = 13;

    /// <summary>
    /// SQLITE_CONSTRAINT_PRIMARYKEY and SQLITE_CONSTRAINT_UNIQUE. The plain SQLITE_CONSTRAINT is not enough:
    /// a value that is missing and a trigger that refuses have it too, and trying again helps neither.
    /// </summary>
    private const int PrimaryKey = 1555, Unique = 2067;

    /// <summary>ENOSPC and EDQUOT of Linux: no room, or no more of it for this user.</summary>
    private const int NoSpace = 28, OverQuota = 122;

    /// <summary>SQLITE_READONLY, SQLITE_IOERR, SQLITE_CORRUPT, SQLITE_CANTOPEN, SQLITE_NOTADB.</summary>
    private static readonly int[] Broken = [8, 10, 11, 14, 26];

    /// <summary>True when what was to be stored bears a number or a name that is taken: somebody else was first.</summary>
    public static bool IsTaken(this DbUpdateException problem) =>
        problem is DbUpdateConcurrencyException || Sqlite(problem) is { SqliteExtendedErrorCode: PrimaryKey or Unique };

    /// <summary>What is wrong with the storage, in words for who waits for it; null when the problem is another.</summary>
    public static string? Of(Exception problem) => Sqlite(problem)?.SqliteErrorCode switch
    {
        Full => "There is no room left on the server's disk.",
        Busy or Locked => "The server has too much to store at once.",
        { } code when Broken.Contains(code) => "The server cannot write to its disk.",
        _ => problem is IOException { HResult: NoSpace or OverQuota } ? "There is no room left on the server's disk." : null,
    };

    private static SqliteException? Sqlite(Exception? problem) => problem is null or SqliteException ? problem as SqliteException : Sqlite(problem.InnerException);
}
