using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Sqlite;

/// <summary>
/// All that SQLite alone understands, beside the migrations: another database is another such folder. Everything else speaks to
/// the database through EF Core.
/// </summary>
public static class Provider
{
    /// <summary>How long a write waits for another process, in seconds.</summary>
    private const int Patience = 20;

    /// <summary>SQLITE_BUSY, SQLITE_LOCKED and SQLITE_FULL (sqlite.org/rescode.html).</summary>
    private const int Busy = 5,
        Locked = 6,
        Full = 13;

    /// <summary>
    /// SQLITE_CONSTRAINT_PRIMARYKEY and SQLITE_CONSTRAINT_UNIQUE. The plain SQLITE_CONSTRAINT is not enough:
    /// a value that is missing and a trigger that refuses have it too, and trying again helps neither.
    /// </summary>
    private const int PrimaryKey = 1555,
        Unique = 2067;

    /// <summary>SQLITE_READONLY, SQLITE_IOERR, SQLITE_CORRUPT, SQLITE_CANTOPEN, SQLITE_NOTADB.</summary>
    private static readonly int[] Broken = [8, 10, 11, 14, 26];

    /// <summary>
    /// Writers of this process go one after the other. There is one writer at a time anyway; queueing here costs microseconds,
    /// while the database's own way of waiting for a busy file is to sleep and try again.
    /// </summary>
    internal static SemaphoreSlim OneWriter { get; } = new(1, 1);

    /// <summary>Opens the database of an installation.</summary>
    /// <param name="options">What is set up.</param>
    /// <param name="file">Its file.</param>
    /// <param name="pooled">False where the file goes away soon.</param>
    public static DbContextOptionsBuilder UseFile(this DbContextOptionsBuilder options, string file, bool pooled = true) =>
        options.UseSqlite(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                DefaultTimeout = Patience,
                Pooling = pooled,
            }.ConnectionString
        );

    /// <summary>Opens the database for itself, apart from the application.</summary>
    public static SlateDb Open(string file, bool pooled = true)
    {
        var options = new DbContextOptionsBuilder<SlateDb>();
        options.UseFile(file, pooled);
        return new SlateDb(options.Options);
    }

    /// <summary>Sets the file to write-ahead logging, so that readers never wait for writers.</summary>
    internal static Task PrepareAsync(SlateDb db, CancellationToken stop) =>
        db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL", stop);

    /// <summary>What kind of failure of the database it is; null when the problem is another.</summary>
    internal static Fault? FaultOf(Exception? problem) =>
        problem switch
        {
            null => null,
            SqliteException { SqliteExtendedErrorCode: PrimaryKey or Unique } => Fault.Taken,
            SqliteException { SqliteErrorCode: Full } => Fault.Full,
            SqliteException { SqliteErrorCode: Busy or Locked } => Fault.Busy,
            SqliteException { SqliteErrorCode: var code } => Broken.Contains(code) ? Fault.Broken : Fault.Other,
            _ => FaultOf(problem.InnerException),
        };

    /// <summary>Copies the database as it stands at one moment, while it is used (sqlite.org/lang_vacuum.html).</summary>
    internal static void Copy(string from, string to)
    {
        using var db = new SqliteConnection($"Data Source={from};Mode=ReadOnly;Pooling=false");
        db.Open();
        using var copy = db.CreateCommand();
        copy.CommandText = "VACUUM INTO $to";
        copy.Parameters.AddWithValue("$to", to);
        copy.ExecuteNonQuery();
    }

    /// <summary>What the database says is wrong with its file; null when it is sound.</summary>
    internal static string? Damage(string file)
    {
        try
        {
            using var db = new SqliteConnection($"Data Source={file};Pooling=false");
            db.Open();
            using var check = db.CreateCommand();
            check.CommandText = "PRAGMA integrity_check";
            return check.ExecuteScalar() as string is "ok" ? null : "its own check fails";
        }
        catch (SqliteException problem)
        {
            return problem.Message;
        }
    }
}
