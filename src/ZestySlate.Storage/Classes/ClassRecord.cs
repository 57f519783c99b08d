using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;

namespace ZestySlate.Storage.Classes;

/// <summary>A class of a teacher; learners join by its code.</summary>
public sealed class ClassRecord
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public required string TeacherId { get; set; }

    /// <summary>The code learners type, six capitals and digits.</summary>
    public required string Code { get; set; }

    /// <summary>How learners say who they are.</summary>
    public IdentifiedBy IdentifiedBy { get; set; }

    /// <summary>True when a name that has come in comes in from any other device too, without being let in.</summary>
    public bool OpenDoor { get; set; }

    /// <summary>How much categories of the gradebook weigh: lines of name and percent, “Tests 60”; empty when all count by their points.</summary>
    public string Weights { get; set; } = "";
}

/// <summary>A learner of a class, under the name the teacher typed.</summary>
public sealed class EnrolmentRecord
{
    public required int ClassId { get; set; }

    public required string PersonId { get; set; }

    public required string RosterName { get; set; }

    /// <summary>How much more time this learner has where a clock runs: 1 for as much as all, 1.5 for half as much again.</summary>
    public decimal TimeFactor { get; set; } = 1;

    /// <summary>A number by which the school knows them; empty for none.</summary>
    public string Number { get; set; } = "";

    /// <summary>Where mails go; empty for none.</summary>
    public string Email { get; set; } = "";
}

/// <summary>An activity given to a class, or placed in a course of a course site.</summary>
public sealed class AssignmentRecord
{
    public int Id { get; set; }

    public required string ActivityId { get; set; }

    public required string Title { get; set; }

    public int? ClassId { get; set; }

    public int? CourseSiteId { get; set; }

    public string? DeploymentId { get; set; }

    public string? ResourceLinkId { get; set; }

    /// <summary>True when it was chosen here for a link whose address names no activity: what the link opens. One of a link's is.</summary>
    public bool IsChosen { get; set; }

    /// <summary>True while who teaches is to choose anew as they open the link; until then learners get this one.</summary>
    public bool ChoosesAnew { get; set; }

    /// <summary>The course's name, for the teacher's lists.</summary>
    public string? CourseTitle { get; set; }

    /// <summary>Where scores go, or null when the course site wants none.</summary>
    public string? LineItemUrl { get; set; }

    /// <summary>Where the course site lists its columns of grades, or null when it does not.</summary>
    public string? LineItemsUrl { get; set; }

    /// <summary>When its column is to be looked for, since launches name the list alone; null for not at all.</summary>
    public DateTimeOffset? ColumnNext { get; set; }

    /// <summary>Where the course site tells who belongs to the course, or null when it does not.</summary>
    public string? MembershipsUrl { get; set; }

    /// <summary>When the members were told last.</summary>
    public DateTimeOffset? MembersAt { get; set; }

    /// <summary>When the members are to be asked for next; null for not at all.</summary>
    public DateTimeOffset? MembersNext { get; set; }

    /// <summary>Why the members are not known as they are now, in words; null when they are.</summary>
    public string? MembersProblem { get; set; }

    /// <summary>When it can be opened; null for at once.</summary>
    public DateTimeOffset? From { get; set; }

    public DateTimeOffset? Due { get; set; }

    /// <summary>Until when it is accepted; null for no end.</summary>
    public DateTimeOffset? Until { get; set; }

    /// <summary>True while it is kept back: nobody but the teacher sees it.</summary>
    public bool KeptBack { get; set; }

    /// <summary>True when it was taken away from the class; the work that was done stays.</summary>
    public bool Withdrawn { get; set; }

    /// <summary>True while its learners have it: it is neither kept back nor taken away.</summary>
    public bool IsGiven => !KeptBack && !Withdrawn;

    /// <summary>What the teacher says with it, plain.</summary>
    public string Instructions { get; set; } = "";

    /// <summary>How often it may be done; null for what the activity says.</summary>
    public int? Goes { get; set; }

    /// <summary>Which go counts.</summary>
    public GoCounts Counts { get; set; }

    /// <summary>The share of the grade that each day begun after the due date costs, 0..1.</summary>
    public decimal LostPerDay { get; set; }

    /// <summary>The share of the grade that is kept however late it comes, 0..1.</summary>
    public decimal LeastKept { get; set; }

    /// <summary>What the whole is worth in the gradebook; null for the activity's own points.</summary>
    public decimal? Worth { get; set; }

    /// <summary>What it belongs to in the gradebook; empty for none.</summary>
    public string Category { get; set; } = "";

    /// <summary>Whether its learners see points; null for as the activity says.</summary>
    public bool? ShowsPoints { get; set; }

    /// <summary>The moment before which nothing of right or wrong is shown; null for as the activity says.</summary>
    public RevealMoment? ShownFrom { get; set; }

    /// <summary>True when points go to the course site at once, though its learners are not shown them here yet.</summary>
    public bool PointsAtOnce { get; set; }

    /// <summary>The due date that was past when points held back until then went to the course site; null while none was.</summary>
    public DateTimeOffset? PointsToldFor { get; set; }

    /// <summary>Which mails go out.</summary>
    public AssignmentMails Mails { get; set; }

    /// <summary>Since when hand-ins and returns are told by mail; what was before is told no more.</summary>
    public DateTimeOffset? MailsSince { get; set; }

    /// <summary>What completes it for its learners; null for as the activity says.</summary>
    public Completion? CompletedBy { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>What its learners see.</summary>
    public AttemptTerms Terms => new(ShowsPoints, ShownFrom, CompletedBy);

    /// <summary>When it can be worked on by who has so many extra days.</summary>
    public AssignmentTimes TimesFor(int extraDays) => new(From, Due, Until, extraDays);

    /// <summary>The rule by which its grades are told.</summary>
    public GradeRule GradeRule =>
        new()
        {
            Counts = Counts,
            Due = Due,
            LostPerDay = LostPerDay,
            LeastKept = LeastKept,
            Worth = Worth,
        };
}

/// <summary>Mails that an assignment sends.</summary>
[Flags]
public enum AssignmentMails
{
    None = 0,

    /// <summary>To its learners, once it can be worked on.</summary>
    Set = 1,

    /// <summary>To those who have not handed in, a day before it is due.</summary>
    Reminder = 2,

    /// <summary>To the learner who handed in.</summary>
    HandedIn = 4,

    /// <summary>To the teacher, when somebody handed in.</summary>
    HandedInToTeacher = 8,

    /// <summary>To the learner whose work was given back.</summary>
    Returned = 16,
}

/// <summary>How learners say who they are when they join by the class code.</summary>
public enum IdentifiedBy
{
    /// <summary>By the name on the roster.</summary>
    Name,

    /// <summary>By the number on the roster.</summary>
    Number,

    /// <summary>By the e-mail address on the roster.</summary>
    Email,

    /// <summary>By a link that is mailed to the address on the roster: only who reads its mails comes in.</summary>
    MailedLink,

    /// <summary>By pressing one's name in the list of all that the code shows.</summary>
    List,
}

/// <summary>What is different for one learner in one assignment.</summary>
public sealed class AssignmentException
{
    public required int AssignmentId { get; set; }

    public required string PersonId { get; set; }

    /// <summary>True when it need not be done and counts nowhere.</summary>
    public bool Excused { get; set; }

    /// <summary>How many days later it is due for them.</summary>
    public int ExtraDays { get; set; }
}
