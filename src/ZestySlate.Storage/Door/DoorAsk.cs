namespace ZestySlate.Storage.Door;

/// <summary>Somebody who wants to come in under a name that has come in from another device, and waits to be let in.</summary>
public sealed class DoorAsk
{
    public required string Id { get; set; }

    public required int ClassId { get; set; }

    /// <summary>As whom.</summary>
    public required string PersonId { get; set; }

    /// <summary>The hash of what tells the device.</summary>
    public required string DeviceHash { get; set; }

    public required string Browser { get; set; }

    public required DateTimeOffset At { get; set; }

    /// <summary>How often a wrong sign was given.</summary>
    public int WrongSigns { get; set; }

    public DoorAnswer Answer { get; set; }

    public DateTimeOffset? AnsweredAt { get; set; }
}

/// <summary>What became of somebody who waited at the door.</summary>
public enum DoorAnswer
{
    /// <summary>They wait.</summary>
    None,

    /// <summary>The teacher let them in.</summary>
    LetInByTeacher,

    /// <summary>They were let in at a device where the learner had come in.</summary>
    LetInByLearner,

    /// <summary>They gave the learner's own sign.</summary>
    Sign,

    /// <summary>They were sent away.</summary>
    SentAway,
}
