namespace ZestySlate.CourseSite.Lti;

/// <summary>Scopes of the services that this course site gives.</summary>
public static class ServiceScope
{
    public const string Score = "https://purl.imsglobal.org/spec/lti-ags/scope/score";

    /// <summary>Of the Names and Role Provisioning Services.</summary>
    public const string Memberships = "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly";
}
