namespace ZestySlate.Storage.People;

/// <summary>A link by which the owner of an account sets its password, once: on being invited, and when it was forgotten. Only the hash of
/// its secret is stored.</summary>
public sealed class PasswordLink
{
    public required string TokenHash { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset ExpiresAt { get; set; }

    public required DateTimeOffset CreatedAt { get; set; }
}
