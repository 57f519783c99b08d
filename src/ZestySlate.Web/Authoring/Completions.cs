using ZestySlate.Core.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>What completes an activity, as authors and teachers read it: the same words wherever it is chosen or said.</summary>
public static class Completions
{
    /// <summary>Everything there is to choose, behind “completed when”.</summary>
    public static IReadOnlyList<(Completion Value, string Title)> All { get; } =
    [
        (Completion.OpenedAll, "everything is opened"),
        (Completion.AnsweredAll, "every question is answered"),
        (Completion.Watched, "enough of every video is watched"),
        (Completion.HandedIn, "it is handed in"),
        (Completion.Graded, "it is graded"),
        (Completion.Passed, "it is passed"),
    ];

    /// <summary>Reads what was chosen; null for as the activity says, and for anything else.</summary>
    public static Completion? Read(string? typed) =>
        Named.TryRead<Completion>(typed, out var chosen) && Enum.IsDefined(chosen) ? chosen : null;
}
