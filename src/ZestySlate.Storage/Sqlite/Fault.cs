namespace ZestySlate.Storage.Sqlite;

/// <summary>How a database fails.</summary>
internal enum Fault
{
    /// <summary>What was to be stored bears a number or a name that is taken.</summary>
    Taken,

    /// <summary>There is no room left.</summary>
    Full,

    /// <summary>Others write.</summary>
    Busy,

    /// <summary>The file cannot be read or written.</summary>
    Broken,

    /// <summary>Something else: a value that is missing, a rule of the database.</summary>
    Other,
}
