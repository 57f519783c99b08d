namespace ZestySlate.Storage.Classes;

/// <summary>A class of a teacher; learners join by its code.</summary>
public sealed class ClassRecord
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public required string TeacherId { get; set; }

    /// <summary>The code learners type, six capitals and digits.</summary>
    public required string Code { get; set; }
}

/// <summary>A learner of a class, under the name the teacher typed.</summary>
public sealed class EnrolmentRecord
{
    public required int ClassId { get; set; }

    public required string PersonId { get; set; }

    public required string RosterName { get; set; }

    /// <summary>How much more time this learner has where a clock runs: 1 for as much as all, 1.5 for half as much again.</summary>
    public decimal TimeFactor { get; set; } = 1;
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

    /// <summary>The course's name, for the teacher's lists.</summary>
    public string? CourseTitle { get; set; }

    /// <summary>Where scores go, or null when the course site wants none.</summary>
    public string? LineItemUrl { get; set; }

    public DateTimeOffset? Due { get; set; }

    public DateTimeOffset CreatedAt { get; set; }
}
