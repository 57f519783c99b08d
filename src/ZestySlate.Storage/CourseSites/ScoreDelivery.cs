using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Storage.CourseSites;

/// <summary>A score on its way to a course site. It stays until the course site has taken it, also over a restart.</summary>
public sealed class ScoreDelivery
{
    public int Id { get; set; }

    public required string AttemptId { get; set; }

    public required int CourseSiteId { get; set; }

    public required string LineItemUrl { get; set; }

    /// <summary>The learner as the course site knows them.</summary>
    public required string Subject { get; set; }

    /// <summary>The <see cref="CourseScore"/> as JSON.</summary>
    public required string Score { get; set; }

    public required DateTimeOffset CreatedAt { get; set; }

    public required DateTimeOffset NextTry { get; set; }

    public int Tries { get; set; }

    public DateTimeOffset? DeliveredAt { get; set; }

    /// <summary>When it was given up, since the course site will never take it as it is; null while it may still be taken.</summary>
    public DateTimeOffset? StoppedAt { get; set; }

    /// <summary>What went wrong at the last try, or null.</summary>
    public string? LastProblem { get; set; }
}

/// <summary>What a course site is told of an attempt (Assignment and Grade Services 2.0, score).</summary>
/// <param name="Given">Unrounded points, or null when there is no score yet.</param>
/// <param name="Maximum">The points that can be reached, or null.</param>
/// <param name="ActivityProgress">Started; InProgress once something was opened or answered; Submitted when it is handed in but not
/// completed as its rules say; Completed.</param>
/// <param name="GradingProgress">NotReady, Pending while answers may still change, PendingManual or FullyGraded.</param>
public sealed record CourseScore(decimal? Given, decimal? Maximum, string ActivityProgress, string GradingProgress)
{
    /// <summary>What the teacher said of the whole, once it is given back; null for nothing.</summary>
    public string? Comment { get; init; }

    /// <summary>
    /// The same without its points, while learners may not see them: grading is pending until the due date, or until a teacher
    /// gives the work back; where points are never shown, none is under way (Assignment and Grade Services 2.0, gradingProgress).
    /// </summary>
    public CourseScore Withheld(Rules rules) =>
        this with
        {
            Given = null,
            Maximum = null,
            GradingProgress =
                rules.FeedbackOnly || rules.Reveal.Points == RevealMoment.Never ? "NotReady"
                : rules.Reveal.Points == RevealMoment.AfterReturn || GradingProgress == "PendingManual" ? "PendingManual"
                : "Pending",
        };

    /// <summary>True once something was opened or answered.</summary>
    public static bool IsAtWork(AttemptState state) =>
        state.OpenedSpots.Count > 0 || state.Questions.Any(question => question.Response is not null || question.Tries.Count > 0);

    /// <summary>The score of an attempt that was begun, completed or handed in. An activity without questions has none and is only completed.</summary>
    public static CourseScore Of(AttemptState state)
    {
        var score = state.Score;
        var progress =
            state.IsCompleted ? "Completed"
            : state.IsHandedIn ? "Submitted"
            : IsAtWork(state) ? "InProgress"
            : "Started";
        var none = score.OutOf == 0 || (!state.IsHandedIn && !state.IsCompleted);
        return new CourseScore(
            none ? null : score.Points.ToDecimal(),
            none ? null : score.OutOf,
            progress,
            progress is "InProgress" or "Started" ? "NotReady"
                : !state.IsHandedIn && score.OutOf > 0 ? "Pending"
                : score.Provisional ? "PendingManual"
                : "FullyGraded"
        )
        {
            Comment = state.WholeComment.Length > 0 ? state.WholeComment : null,
        };
    }
}
