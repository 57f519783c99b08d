namespace ZestySlate.Browser.Tests;

/// <summary>
/// The two behind a web server with TLS, each at an origin of its own, as schools have them: cookies are secure there, and frames
/// and storage work under the rules of https. They ask each other over https too.
/// </summary>
public sealed class CourseApps : Apps
{
    public CourseApps()
        : base(new TlsServer()) { }
}

/// <summary>Journeys at the course site, one after the other: what they switch on there holds for all.</summary>
[CollectionDefinition("course sites")]
public sealed class CourseSites : ICollectionFixture<CourseApps>;
