using System.Text.Json;
using ZestySlate.CourseSite.Lti;

namespace ZestySlate.CourseSite.State;

/// <summary>Everything the course site knows. It is kept in one file, written whole after each change.</summary>
public sealed class SiteState
{
    public List<SitePerson> People { get; set; } = [];

    public List<Course> Courses { get; set; } = [];

    /// <summary>The grades that tools have sent: the newest of each learner and line item.</summary>
    public List<Grade> Grades { get; set; } = [];

    public Tool Tool { get; set; } = new();

    public Mischief Mischief { get; set; } = new();

    /// <summary>What tools that register show; each is good once.</summary>
    public List<string> RegistrationTokens { get; set; } = [];

    /// <summary>Signing keys, PKCS#8 in PEM; the last one signs.</summary>
    public List<SiteKey> Keys { get; set; } = [];

    public int NextId { get; set; } = 100;
}

/// <summary>Somebody to sign in as.</summary>
public sealed class SitePerson
{
    public string Id { get; set; } = "";

    public string Name { get; set; } = "";

    public string Email { get; set; } = "";

    public bool Teaches { get; set; }

    /// <summary>The role in courses, as the standard's vocabulary names it: “Mentor”, “Instructor#TeachingAssistant”; empty for what
    /// <see cref="Teaches"/> says.</summary>
    public string Role { get; set; } = "";

    /// <summary>True for a guest: launches do not say who it is, and nobody lists them.</summary>
    public bool IsGuest { get; set; }

    /// <summary>Whom a mentor accompanies.</summary>
    public List<string> Mentors { get; set; } = [];

    /// <summary>What they do in courses, in this site's words.</summary>
    public string Does =>
        IsGuest ? "looks in"
        : Accompanies ? "accompanies learners"
        : Role.Contains("Assistant", StringComparison.Ordinal) ? "assists"
        : Teaches ? "teaches"
        : "learns";

    /// <summary>True for who neither teaches nor learns.</summary>
    public bool Accompanies => Role == "Mentor" || IsGuest;
}

/// <summary>A course with a page and assignments.</summary>
public sealed class Course
{
    public string Id { get; set; } = "";

    public string Title { get; set; } = "";

    /// <summary>The course page, as its teacher wrote it in HTML (sanitised).</summary>
    public string Page { get; set; } = "";

    /// <summary>Who belonged to it and does no more.</summary>
    public List<string> Removed { get; set; } = [];

    public List<Assignment> Assignments { get; set; } = [];
}

/// <summary>An assignment that opens a tool's link.</summary>
public sealed class Assignment
{
    public string Id { get; set; } = "";

    public string Title { get; set; } = "";

    public string Instructions { get; set; } = "";

    public string Url { get; set; } = "";

    public decimal? Points { get; set; }

    public DateTimeOffset? Due { get; set; }

    /// <summary>When learners see it at the earliest; null for at once.</summary>
    public DateTimeOffset? From { get; set; }

    /// <summary>Until when learners can open it; null for no end.</summary>
    public DateTimeOffset? Until { get; set; }

    /// <summary>True when it opens in a window of its own, as its tool asked for.</summary>
    public bool OwnWindow { get; set; }

    /// <summary>True while learners do not see it.</summary>
    public bool KeptBack { get; set; }

    /// <summary>True when learners see it now.</summary>
    public bool IsSet => !KeptBack && !(From > DateTimeOffset.UtcNow) && !(Until < DateTimeOffset.UtcNow);

    public Dictionary<string, string> Custom { get; set; } = [];

    /// <summary>The id of its column of grades; empty for the assignment's own.</summary>
    public string Column { get; set; } = "";

    /// <summary>The id of its column of grades.</summary>
    public string ColumnId => Column.Length > 0 ? Column : Id;
}

/// <summary>What a tool has said about one learner's work.</summary>
public sealed class Grade
{
    public string AssignmentId { get; set; } = "";

    public string PersonId { get; set; } = "";

    public decimal? Given { get; set; }

    public decimal? Maximum { get; set; }

    public string ActivityProgress { get; set; } = "";

    public string GradingProgress { get; set; } = "";

    /// <summary>How far it is, in this site's words.</summary>
    public string Said =>
        ActivityProgress switch
        {
            "Completed" => "completed",
            "Submitted" => "handed in",
            _ => "begun",
        };

    public string? Comment { get; set; }

    public DateTimeOffset At { get; set; }
}

/// <summary>The tool that is registered here.</summary>
public sealed class Tool
{
    public string Name { get; set; } = "";

    public string ClientId { get; set; } = "";

    public string DeploymentId { get; set; } = "";

    public string LoginUrl { get; set; } = "";

    /// <summary>Where its pages are.</summary>
    public string Origin() => new Uri(LoginUrl).GetLeftPart(UriPartial.Authority);

    public string RedirectUri { get; set; } = "";

    public string DeepLinkUrl { get; set; } = "";

    public string KeySetUrl { get; set; } = "";

    /// <summary>What it may use of our services.</summary>
    public List<string> Scopes { get; set; } = [];
}

/// <summary>A key pair.</summary>
public sealed class SiteKey
{
    public string Id { get; set; } = "";

    public string Pem { get; set; } = "";
}

/// <summary>Reads and writes the state, one at a time.</summary>
public sealed class SiteStore
{
    private static readonly JsonSerializerOptions Json = new() { WriteIndented = true };
    private readonly Lock _one = new();
    private readonly string _path;
    private SiteState _state;

    public SiteStore(string path, Func<SiteState> first)
    {
        _path = path;
        _state = File.Exists(path) ? JsonSerializer.Deserialize<SiteState>(File.ReadAllText(path), Json)! : first();
        // A file of before knew no scopes.
        Change(state => state.Tool.Scopes = state.Tool.Scopes.Count > 0 ? state.Tool.Scopes : [.. ServiceScope.All]);
    }

    /// <summary>Reads something.</summary>
    public T Read<T>(Func<SiteState, T> read)
    {
        lock (_one)
        {
            return read(_state);
        }
    }

    /// <summary>Changes something and writes the file.</summary>
    public void Change(Action<SiteState> change)
    {
        lock (_one)
        {
            change(_state);
            Directory.CreateDirectory(Path.GetDirectoryName(_path)!);
            File.WriteAllText(_path + ".new", JsonSerializer.Serialize(_state, Json));
            File.Move(_path + ".new", _path, overwrite: true);
        }
    }
}
