namespace ZestySlate.Storage.CourseSites;

/// <summary>A course site that may open activities here (a platform of LTI 1.3).</summary>
public sealed class CourseSiteRecord
{
    public int Id { get; set; }

    public required string Name { get; set; }

    /// <summary>Who signs its messages: the iss claim.</summary>
    public required string Issuer { get; set; }

    /// <summary>Our id there: the aud claim.</summary>
    public required string ClientId { get; set; }

    /// <summary>Where its people are signed in (OIDC authorization endpoint).</summary>
    public required string AuthorizationEndpoint { get; set; }

    /// <summary>Where access tokens are given (OAuth 2.0 token endpoint).</summary>
    public required string TokenEndpoint { get; set; }

    /// <summary>Where its public keys are (JWKS).</summary>
    public required string KeySetUrl { get; set; }

    /// <summary>The deployment ids it may send, parted by spaces.</summary>
    public required string Deployments { get; set; }

    /// <summary>True when its teachers may be the accounts here that have the same e-mail address, once the account's owner has confirmed
    /// it. Never a keeper's.</summary>
    public bool LinksByEmail { get; set; }

    /// <summary>True when who teaches a course there may build activities here; else only accounts that are teachers here already.</summary>
    public bool MakesTeachers { get; set; } = true;

    /// <summary>When it was put away: nobody comes in from it any more and no score goes out, but its people and their work stay, and it
    /// can be brought back. Null while it is in use.</summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>Who is meant by its access tokens' assertions (the aud claim); null for its token endpoint, as is usual.</summary>
    public string? TokenAudience { get; set; }

    /// <summary>The origins besides its sign-in's whose pages may hold ours in a frame, parted by spaces.</summary>
    public string Frames { get; set; } = "";

    /// <summary>True when origins that its signed launches name are added to those whose pages may hold ours in a frame.</summary>
    public bool LearnsFrames { get; set; } = true;

    /// <summary>The origins whose pages may hold ours in a frame, as a content security policy lists them.</summary>
    public IEnumerable<string> FramedBy =>
        Frames.Split(' ', StringSplitOptions.RemoveEmptyEntries).Prepend(new Uri(AuthorizationEndpoint).GetLeftPart(UriPartial.Authority));

    /// <summary>The deployment ids as a list.</summary>
    public string[] DeploymentIds => Deployments.Split(' ', StringSplitOptions.RemoveEmptyEntries);
}

/// <summary>Who somebody of a course site is here.</summary>
public sealed class CourseSitePerson
{
    public required int CourseSiteId { get; set; }

    /// <summary>The sub claim.</summary>
    public required string Subject { get; set; }

    public required string PersonId { get; set; }
}

/// <summary>Somebody of a course site says by their e-mail address that an account here is theirs; its owner has not said so yet.</summary>
public sealed class AccountLink
{
    public required int CourseSiteId { get; set; }

    /// <summary>The sub claim.</summary>
    public required string Subject { get; set; }

    /// <summary>The account that is claimed.</summary>
    public required string PersonId { get; set; }

    /// <summary>What the course site calls them.</summary>
    public required string Name { get; set; }

    public required DateTimeOffset At { get; set; }
}

/// <summary>Somebody of the course that an assignment is placed in, as the course site told last.</summary>
public sealed class CourseMember
{
    public required int AssignmentId { get; set; }

    /// <summary>The person as the course site knows them.</summary>
    public required string Subject { get; set; }

    public required string Name { get; set; }

    /// <summary>True for who is in the course in another role than a learner's.</summary>
    public bool HasOtherRole { get; set; }

    /// <summary>When the course site first told that they belong to it no more; null while they do.</summary>
    public DateTimeOffset? RemovedAt { get; set; }
}

/// <summary>A sign-in from a course site that has begun and not yet come back; good for one launch.</summary>
public sealed class CourseSiteLogin
{
    public required string State { get; set; }

    public required string Nonce { get; set; }

    public required int CourseSiteId { get; set; }

    /// <summary>The address the course site said it would open; the launch must name the same.</summary>
    public required string TargetLink { get; set; }

    /// <summary>Where the course site's frame keeps data for us (client-side postMessage storage), or null when a cookie must do.</summary>
    public string? StorageTarget { get; set; }

    public DateTimeOffset ExpiresAt { get; set; }

    public bool NonceUsed { get; set; }

    /// <summary>What the course site said at first of who is to be signed in (login_hint), to begin anew in a tab of its own.</summary>
    public string LoginHint { get; set; } = "";

    /// <summary>What the course site wants back of its own message (lti_message_hint), or null.</summary>
    public string? MessageHint { get; set; }

    /// <summary>The deployment that the course site named at first (lti_deployment_id), or null; its launch must be of the same.</summary>
    public string? DeploymentId { get; set; }

    /// <summary>The validated launch that waits for the browser's proof (JSON), or null.</summary>
    public string? PendingLaunch { get; set; }
}

/// <summary>A launch that was refused, for those who run the installation: the same one again is counted, not listed anew.</summary>
public sealed class RefusedLaunch
{
    public int Id { get; set; }

    /// <summary>The course site that sent it, or null where none is registered for it.</summary>
    public int? CourseSiteId { get; set; }

    /// <summary>Why, as an entry of the words of pages.</summary>
    public required string Reason { get; set; }

    /// <summary>What was sent that was not expected, as far as it helps; empty for nothing.</summary>
    public string Detail { get; set; } = "";

    /// <summary>How often.</summary>
    public int Times { get; set; } = 1;

    /// <summary>When last.</summary>
    public required DateTimeOffset At { get; set; }
}

/// <summary>An address by which one course site may register itself (LTI Dynamic Registration 1.0); good once, and for a while.</summary>
public sealed class RegistrationLink
{
    /// <summary>The SHA-256 of its secret, in hexadecimal.</summary>
    public required string TokenHash { get; set; }

    public required DateTimeOffset ExpiresAt { get; set; }
}

/// <summary>A key pair with which this installation signs; the newest signs, all are published.</summary>
public sealed class ToolKey
{
    public required string Id { get; set; }

    /// <summary>The private key, PKCS#8 in PEM.</summary>
    public required string Pem { get; set; }

    public required DateTimeOffset CreatedAt { get; set; }
}
