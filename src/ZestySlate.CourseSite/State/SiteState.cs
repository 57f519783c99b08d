using System.Text.Json;

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

    public string RedirectUri { get; set; } = "";

    public string DeepLinkUrl { get; set; } = "";

    public string KeySetUrl { get; set; } = "";
}

/// <summary>How the course site misbehaves, for showing and testing what a tool does then.</summary>
public sealed class Mischief
{
    /// <summary>Seconds before every answer to the tool.</summary>
    public int SlowSeconds { get; set; }

    /// <summary>True to drop the tool's connections without an answer.</summary>
    public bool Away { get; set; }

    /// <summary>True to answer the tool's services with 503.</summary>
    public bool Answers503 { get; set; }

    /// <summary>True to send the nonce of an earlier launch.</summary>
    public bool OldNonce { get; set; }

    public string LastNonce { get; set; } = "";

    /// <summary>True to take scripts out of pages, as many course sites do.</summary>
    public bool NoScripts { get; set; }
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
        Change(_ => { });
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
