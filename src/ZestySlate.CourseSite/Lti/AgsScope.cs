namespace ZestySlate.CourseSite.Lti;

/// <summary>Scopes of the Assignment and Grade Services that this course site gives.</summary>
public static class AgsScope
{
    public const string Score = "https://purl.imsglobal.org/spec/lti-ags/scope/score";
}
