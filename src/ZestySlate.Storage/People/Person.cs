using Microsoft.AspNetCore.Identity;

namespace ZestySlate.Storage.People;

/// <summary>Somebody who uses Zesty Slate. Learners who come by link, class code or course site have no password and cannot sign in by one.</summary>
public sealed class Person : IdentityUser
{
    public string DisplayName { get; set; } = "";

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>When a keeper closed the account: it signs in no more, and what it made stays. Null while it is open.</summary>
    public DateTimeOffset? ClosedAt { get; set; }

    /// <summary>True when somebody else knows the password: the owner sets one of their own before anything else.</summary>
    public bool MustSetPassword { get; set; }

    /// <summary>The hash of what a learner shows at the door of a class on another device; null for none.</summary>
    public string? OwnSignHash { get; set; }

    /// <summary>The school a teacher works at; null for nobody's colleague. Learners belong to the schools of their classes' teachers.</summary>
    public int? SchoolId { get; set; }
}

/// <summary>The names of the roles.</summary>
public static class Roles
{
    /// <summary>Builds activities and sees results.</summary>
    public const string Teacher = "Teacher";

    /// <summary>Does activities.</summary>
    public const string Learner = "Learner";

    /// <summary>Runs the installation.</summary>
    public const string Keeper = "Keeper";
}
