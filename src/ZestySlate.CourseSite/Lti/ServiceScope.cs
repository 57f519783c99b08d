namespace ZestySlate.CourseSite.Lti;

/// <summary>Scopes of the services that this course site gives.</summary>
public static class ServiceScope
{
    public const string Score = "https://purl.imsglobal.org/spec/lti-ags/scope/score";

    /// <summary>Reading the columns of grades.</summary>
    public const string Columns = "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem.readonly";

    /// <summary>Of the Names and Role Provisioning Services.</summary>
    public const string Memberships = "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly";

    /// <summary>All of them.</summary>
    public static readonly string[] All = [Score, Columns, Memberships];
}
