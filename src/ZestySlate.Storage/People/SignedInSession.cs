namespace ZestySlate.Storage.People;

/// <summary>Somebody signed in at a browser by a cookie. While it stands here the cookie is good; once it is gone, a copy of the cookie
/// opens nothing.</summary>
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
