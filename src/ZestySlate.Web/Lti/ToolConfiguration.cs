namespace ZestySlate.Web.Lti;

/// <summary>
/// What a course site needs to know of us, in the form of a client registration (LTI Dynamic Registration 1.0, 3.4; OpenID
/// Connect Dynamic Client Registration 1.0, 2.). A course site that registers by hand finds the same on the keeper's page.
/// </summary>
internal static class ToolConfiguration
{
    /// <summary>The scopes that we ask for.</summary>
    public static readonly string[] Scopes = [LtiNames.ScoreScope, LtiNames.ColumnReadScope, LtiNames.MembershipScope];

    /// <summary>What a course site is asked to send along at each launch: name and value, with its variables.</summary>
    public static readonly (string Name, string Value)[] Custom = [("due", "$ResourceLink.submission.endDateTime")];

    /// <summary>The claims of people that we use.</summary>
    private static readonly string[] Claims = ["iss", "sub", "name", "given_name", "family_name", "email", "email_verified"];

    /// <summary>The registration.</summary>
    /// <param name="own">The address of this installation.</param>
    public static Dictionary<string, object> Of(string own) =>
        new()
        {
            ["application_type"] = "web",
            ["response_types"] = new[] { "id_token" },
            ["grant_types"] = new[] { "implicit", "client_credentials" },
            ["initiate_login_uri"] = own + "/lti/login",
            ["redirect_uris"] = new[] { own + "/lti/launch" },
            ["client_name"] = "Zesty Slate",
            ["jwks_uri"] = own + "/lti/keys",
            ["logo_uri"] = own + "/dist/logo.svg",
            ["token_endpoint_auth_method"] = "private_key_jwt",
            ["scope"] = string.Join(' ', Scopes),
            ["https://purl.imsglobal.org/spec/lti-tool-configuration"] = new Dictionary<string, object>
            {
                ["domain"] = new Uri(own).Authority,
                ["target_link_uri"] = own + "/lti/choose",
                ["custom_parameters"] = Custom.ToDictionary(pair => pair.Name, pair => pair.Value),
                ["claims"] = Claims,
                ["messages"] = new[]
                {
                    new Dictionary<string, object> { ["type"] = LtiNames.ResourceLinkRequest },
                    new Dictionary<string, object>
                    {
                        ["type"] = LtiNames.DeepLinkingRequest,
                        ["target_link_uri"] = own + "/lti/choose",
                        ["label"] = "Choose an activity",
                    },
                },
            },
        };
}
