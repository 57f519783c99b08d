namespace ZestySlate.Storage.Mails;

/// <summary>A mail on its way. It stays until the mail server has taken it, also over a restart.</summary>
public sealed class MailRecord
{
    public int Id { get; set; }

    /// <summary>What it is about, so that nothing is mailed twice: “set 12 PERSON”.</summary>
    public required string Key { get; set; }

    public required string Address { get; set; }

    public required string Name { get; set; }

    public required string Subject { get; set; }

    public required string Text { get; set; }

    public required DateTimeOffset CreatedAt { get; set; }

    public required DateTimeOffset NextTry { get; set; }

    public int Tries { get; set; }

    /// <summary>When the mail server took it; null before.</summary>
    public DateTimeOffset? SentAt { get; set; }

    /// <summary>True when the mail server said that it never will.</summary>
    public bool Refused { get; set; }

    /// <summary>What went wrong at the last try, or null.</summary>
    public string? LastProblem { get; set; }
}

/// <summary>A mailed link by which a learner comes in, once. Only the hash of its secret is stored.</summary>
public sealed class MailedSignIn
{
    public required string TokenHash { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset ExpiresAt { get; set; }
}
