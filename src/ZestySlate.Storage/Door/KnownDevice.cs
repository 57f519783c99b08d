namespace ZestySlate.Storage.Door;

/// <summary>A device at which a learner came in by the class code. Only the hash of what tells the device is stored.</summary>
public sealed class KnownDevice
{
    public required string DeviceHash { get; set; }

    public required string PersonId { get; set; }

    /// <summary>What browser it is, in words.</summary>
    public required string Browser { get; set; }

    public required DateTimeOffset Since { get; set; }
}
