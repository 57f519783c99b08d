namespace ZestySlate.Web.Lti;

/// <summary>Names that the LTI 1.3 family of standards gives to claims, scopes and roles.</summary>
internal static class LtiNames
{
    private const string Lti = "https://purl.imsglobal.org/spec/lti/claim/";
    private const string Dl = "https://purl.imsglobal.org/spec/lti-dl/claim/";

    public const string MessageType = Lti + "message_type";
    public const string Version = Lti + "version";
    public const string DeploymentId = Lti + "deployment_id";
    public const string TargetLinkUri = Lti + "target_link_uri";
    public const string ResourceLink = Lti + "resource_link";
    public const string Roles = Lti + "roles";
    public const string Context = Lti + "context";
    public const string Custom = Lti + "custom";
    public const string RoleScopeMentor = Lti + "role_scope_mentor";
    public const string Presentation = Lti + "launch_presentation";
    public const string AgsEndpoint = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint";
    public const string DeepLinkingSettings = Dl + "deep_linking_settings";
    public const string ContentItems = Dl + "content_items";
    public const string DeepLinkingData = Dl + "data";

    public const string DeepLinkingMessage = Dl + "msg";

    /// <summary>The content item that opens an activity (Deep Linking 2.0, 3.2 LTI Resource Link).</summary>
    public const string LinkType = "ltiResourceLink";

    public const string ResourceLinkRequest = "LtiResourceLinkRequest";
    public const string DeepLinkingRequest = "LtiDeepLinkingRequest";
    public const string DeepLinkingResponse = "LtiDeepLinkingResponse";

    public const string NrpsService = "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice";
    public const string MembershipScope = "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly";
    public const string MembershipType = "application/vnd.ims.lti-nrps.v2.membershipcontainer+json";

    public const string ScoreScope = "https://purl.imsglobal.org/spec/lti-ags/scope/score";
    public const string ColumnScope = "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem";
    public const string ColumnReadScope = "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem.readonly";
    public const string ColumnsType = "application/vnd.ims.lis.v2.lineitemcontainer+json";
    public const string ScoreType = "application/vnd.ims.lis.v1.score+json";

    /// <summary>True for scopes by which columns of grades may be read (Assignment and Grade Services 2.0, 3.2).</summary>
    public static bool ReadsColumns(string scope) => scope is ColumnScope or ColumnReadScope;
}
