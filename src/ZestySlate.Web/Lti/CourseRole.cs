namespace ZestySlate.Web.Lti;

/// <summary>In which role somebody of a course site comes (LTI 1.3 core, A.2 role vocabularies). What each may do stands in docs/running.md.</summary>
public enum CourseRole
{
    /// <summary>None that is known here: has a look, without an attempt or a score.</summary>
    None,

    /// <summary>Learns: has an attempt, and a score where the course wants one.</summary>
    Learner,

    /// <summary>Teaches: chooses content, tries it, sees the course's work.</summary>
    Teacher,

    /// <summary>Helps who teaches: may do the same.</summary>
    Assistant,

    /// <summary>Marks only: tries it and sees the course's work.</summary>
    Grader,

    /// <summary>Accompanies learners: sees how those stand whom the course site names, as far as they see it themselves.</summary>
    Observer,

    /// <summary>Runs the course or the course site: chooses content, tries it, sees the course's work.</summary>
    Administrator,
}

/// <summary>Reads roles, and says what each may do.</summary>
public static class CourseRoles
{
    private const string Membership = "http://purl.imsglobal.org/vocab/lis/v2/membership",
        Institution = "http://purl.imsglobal.org/vocab/lis/v2/institution/person#",
        System = "http://purl.imsglobal.org/vocab/lis/v2/system/person#";

    /// <summary>
    /// The role of a launch or a member. The course's own roles count; those of the institution or the whole course site only
    /// where there are none of the course. A sub-role may come without its principal role (A.2.3.1), and simple names are read
    /// as the course's (A.2.3).
    /// </summary>
    /// <param name="roles">The roles claim, or a member's roles.</param>
    public static CourseRole Of(IEnumerable<string> roles)
    {
        var all = roles.ToList();
        var own = all.Select(InCourse).OfType<(string Role, string? Sub)>().ToList();
        bool Has(string role) => own.Any(one => one.Role == role);
        return Has("Instructor") || Has("ContentDeveloper") ? Teaching(own)
            : Has("Administrator") ? CourseRole.Administrator
            : Has("Learner") ? CourseRole.Learner
            : Has("Mentor") ? CourseRole.Observer
            : own.Count > 0 ? CourseRole.None
            : Elsewhere(all);
    }

    /// <summary>True for who may choose content for the course.</summary>
    public static bool MayChoose(this CourseRole role) => role is CourseRole.Teacher or CourseRole.Assistant or CourseRole.Administrator;

    /// <summary>True for who sees how everybody in the course stands.</summary>
    public static bool SeesEverybody(this CourseRole role) => role.MayChoose() || role == CourseRole.Grader;

    /// <summary>Assistants and graders are sub-roles of Instructor, with or without it beside them; any other makes a teacher.</summary>
    private static CourseRole Teaching(List<(string Role, string? Sub)> own)
    {
        var subs = own.Where(one => one.Role == "Instructor").Select(one => one.Sub).OfType<string>().ToList();
        return own.Any(one => one.Role == "ContentDeveloper") || subs.Count == 0 ? CourseRole.Teacher
            : subs.Any(sub => sub != "Grader" && !sub.StartsWith("TeachingAssistant", StringComparison.Ordinal)) ? CourseRole.Teacher
            : subs.Any(sub => sub != "Grader") ? CourseRole.Assistant
            : CourseRole.Grader;
    }

    private static CourseRole Elsewhere(List<string> all)
    {
        bool Has(string place, params string[] names) => names.Any(name => all.Contains(place + name));
        return Has(System, "Administrator", "SysAdmin", "AccountAdmin") || Has(Institution, "Administrator") ? CourseRole.Administrator
            : Has(Institution, "Learner", "Student") ? CourseRole.Learner
            : Has(Institution, "Observer", "Mentor") ? CourseRole.Observer
            : CourseRole.None;
    }

    /// <summary>A role of the course: membership#Role, membership/Role#Sub, or Role alone; null for any other.</summary>
    private static (string Role, string? Sub)? InCourse(string role)
    {
        if (!role.StartsWith(Membership, StringComparison.Ordinal))
        {
            return role.Contains(':', StringComparison.Ordinal) ? null : (role, null);
        }

        var rest = role[Membership.Length..];
        var hash = rest.IndexOf('#', StringComparison.Ordinal);
        return hash switch
        {
            < 0 => null,
            0 => (rest[1..], null),
            _ when rest[0] == '/' => (rest[1..hash], rest[(hash + 1)..]),
            _ => null,
        };
    }
}
