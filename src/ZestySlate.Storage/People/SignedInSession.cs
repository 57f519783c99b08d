namespace ZestySlate.Storage.People;

/// <summary>Somebody signed in at a browser by a cookie. While it stands here the cookie is good; once it is gone, a copy of the cookie opens nothing.</summary>
public sealed class SignedInSession
{
    /// <summary>The hash of the secret in the cookie.</summary>
    public required string Id { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset BeganAt { get; set; }

    /// <summary>When it was last used, to some minutes.</summary>
    public required DateTimeOffset SeenAt { get; set; }

    /// <summary>What browser it is in, in words.</summary>
    public required string Browser { get; set; }
}

/// <summary>A link by which the owner of an account sets its password, once: on being invited, and when it was forgotten. Only the hash of its secret is stored.</summary>
public sealed class PasswordLink
{
    public required string TokenHash { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset ExpiresAt { get; set; }

    public required DateTimeOffset CreatedAt { get; set; }
}

/// <summary>What whoever runs the installation has set on its pages. What stands in the configuration goes before.</summary>
public sealed class InstallationRecord
{
    public int Id { get; set; } = 1;

    /// <summary>The address under which people reach it, without a slash at the end: https://slate.example. Empty for the one that is asked for.</summary>
    public string Address { get; set; } = "";

    /// <summary>The mail server's name; empty for none.</summary>
    public string MailServer { get; set; } = "";

    public int MailPort { get; set; } = 587;

    public string MailUser { get; set; } = "";

    /// <summary>The password there, protected by the installation's own keys.</summary>
    public string MailPassword { get; set; } = "";

    public string MailFrom { get; set; } = "";
}
