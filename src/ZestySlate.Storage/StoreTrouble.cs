using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Sqlite;

namespace ZestySlate.Storage;

/// <summary>Tells why something could not be stored: because it is there already, or because the storage itself is in trouble.</summary>
public static class StoreTrouble
{
    /// <summary>ENOSPC and EDQUOT of Linux: no room, or no more of it for this user.</summary>
    private const int NoSpace = 28,
        OverQuota = 122;

    /// <summary>True when what was to be stored bears a number or a name that is taken: somebody else was first.</summary>
    public static bool IsTaken(this DbUpdateException problem) =>
        problem is DbUpdateConcurrencyException || Provider.FaultOf(problem) == Fault.Taken;

    /// <summary>The same for what was told to the database at once, without changes that are kept track of.</summary>
    public static bool IsTaken(Exception problem) =>
        problem is DbUpdateException update ? update.IsTaken() : Provider.FaultOf(problem) == Fault.Taken;

    /// <summary>What is wrong with the storage, in words for who waits for it; null when the problem is another.</summary>
    public static string? Of(Exception problem) =>
        Provider.FaultOf(problem) switch
        {
            Fault.Full => "There is no room left on the server's disk.",
            Fault.Busy => "The server has too much to store at once.",
            Fault.Broken => "The server cannot write to its disk.",
            _ => problem is IOException { HResult: NoSpace or OverQuota } ? "There is no room left on the server's disk." : null,
        };
}
