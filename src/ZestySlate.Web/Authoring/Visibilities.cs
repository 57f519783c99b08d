using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>What each visibility is called and means, the same on every page.</summary>
internal static class Visibilities
{
    /// <summary>All, in the order they are offered.</summary>
    public static readonly IReadOnlyList<(Visibility Value, string Name, string Meaning)> All =
    [
        (Visibility.Link, "Anyone with the link", "By its link or its number. You see their answers under what they say."),
        (Visibility.ClassOnly, "Class only", "Learners of the classes you give it to, by class code; and courses it is placed in."),
        (Visibility.School, "My school", "Teachers of your school, and learners of their classes."),
        (Visibility.Showcase, "School's showcase", "Anyone, and it is listed among the examples of your school."),
        (Visibility.Private, "Private", "Nobody but you and colleagues you let in, and courses it is placed in."),
    ];

    /// <summary>How visitors can say who they are.</summary>
    public static readonly IReadOnlyList<(VisitorsSay Value, string Title)> VisitorsSay =
    [
        (Storage.Activities.VisitorsSay.Name, "their name"),
        (Storage.Activities.VisitorsSay.Nickname, "a nickname"),
        (Storage.Activities.VisitorsSay.Number, "a number you gave them"),
        (Storage.Activities.VisitorsSay.Email, "their e-mail address"),
        (Storage.Activities.VisitorsSay.SignIn, "signing in to an account here"),
        (Storage.Activities.VisitorsSay.Nothing, "nothing"),
    ];

    /// <summary>Its name on screen.</summary>
    public static string Name(Visibility visibility) => All.First(entry => entry.Value == visibility).Name;
}
