using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>Which events an attempt takes in its present state.</summary>
public static class AttemptRules
{
    /// <summary>The most decisions of one road; no story is so long, but a choice that leads back can be taken again and again.</summary>
    public const int LongestRoad = 1000;

    /// <summary>The most characters beside a finding.</summary>
    public const int LongestAnnotation = 2000;

    /// <summary>Why the event cannot be taken, for the learner; null when it can.</summary>
    /// <param name="state">Where the attempt stands; clocks that have run out until the event are seen to here.</param>
    /// <param name="happened">The event.</param>
    public static Reason? Refuse(AttemptState state, AttemptEvent happened)
    {
        state = state.At(happened.At);
        if (
            state.IsHandedIn
            && happened
                is not (
                    Opened
                    or Visited
                    or Watched
                    or Annotated
                    or TookWording
                    or TookKey
                    or GaveBackKey
                    or Reviewed
                    or Returned
                    or TakenBack
                    or Reopened
                    or GotTime
                )
        )
        {
            return Reason.Of(
                state.EndedBy switch
                {
                    Ending.Time => "timeIsUp",
                    Ending.Lives => "livesAreLost",
                    _ => "handedInAlready",
                }
            );
        }

        if (state.NeedsStart && happened is not (Started or TookWording or TookKey or GaveBackKey or TimeRanOut))
        {
            return Reason.Of("startFirst");
        }

        return happened switch
        {
            Opened opened => RefuseReach(state, opened.SpotId),
            Visited visited => RefuseVisit(state, visited.SceneId),
            Chose chose => RefuseChoice(state, chose.SpotId),
            WentBack back => state.IsInOrder
            || state.Scene.Ending is null
            || (back.StepId.Length > 0 && state.Road.All(step => step.Id != back.StepId))
                ? Reason.Of("noWayBack")
                : null,
            Watched watched => RefuseWatched(state, watched),
            TriedCode tried => RefuseCode(state, tried),
            Annotated annotated => !state.Findings.Contains(annotated.SpotId) ? Reason.Of("notAFinding")
            : annotated.Text.Length > LongestAnnotation ? Reason.Of("annotationTooLong", LongestAnnotation)
            : null,
            LookedRound { SpotId.Length: > 0 } looked => RefuseOpen(state, looked.SpotId),
            Answered answered => RefuseAnswer(state, answered.SpotId, answered.Response),
            AskedToMark asked when !MarksWhileWorking(state.RulesOf(asked.SpotId)) => Reason.Of("markedAfterHandingIn"),
            AskedToMark asked => RefuseAnswer(state, asked.SpotId, asked.Response) ?? RefuseEmpty(state, asked),
            Stepped stepped => !MarksWhileWorking(state.RulesOf(stepped.SpotId))
                ? Reason.Of("markedAfterHandingIn")
                : RefuseStep(state, stepped),
            Reviewed reviewed => RefuseReview(state, reviewed),
            Reopened => state.EndedBy == Ending.Finished ? null : Reason.Of("notHandedInYet"),
            GotTime time => time.Seconds is > 0 and <= SecondThoughts.MostSeconds && SecondThoughts.TakesTime(state)
                ? null
                : Reason.Of("noTimeToGive"),
            Returned or TakenBack when !state.IsHandedIn => Reason.Of("notHandedInYet"),
            Voted voted => RefuseVote(state, voted),
            AnotherGo again => RefuseOpen(state, again.SpotId),
            BeganStopAgain again => state.Activity.Trail?.StopOf(again.StopId) is { } stop && Winning.MayRepeat(state, stop)
                ? null
                : Reason.Of("noGoLeft"),
            AskedForHint hint => RefuseOpen(state, hint.SpotId)
                ?? (HasHint(state.QuestionOf(hint.SpotId)!.Question) ? null : Reason.Of("noHint")),
            SawAnswer saw when !MaySeeAnswer(state, saw.SpotId) || !state.IsInReach(saw.SpotId) => Reason.Of("answerNotShownYet"),
            _ => null,
        };
    }

    /// <summary>True when there is something to show to who asks for a hint.</summary>
    public static bool HasHint(Question question) => question.Hint.Length > 0 || QuestionTypes.For(question).HasPartHints(question);

    /// <summary>A choice is taken, never only opened: what waits for it would open without what follows from it.</summary>
    private static Reason? RefuseReach(AttemptState state, string spotId) =>
        state.Index.SpotOf(spotId) is not { Content.Consequence: null } ? Reason.Of("spotIsGone")
        : state.IsInReach(spotId) ? null
        : Reason.Of("stillLocked");

    /// <summary>True when the learner may go to this scene or step now.</summary>
    public static bool MayVisit(AttemptState state, string id) => RefuseVisit(state, id) is null;

    private static Reason? RefuseVisit(AttemptState state, string id)
    {
        if (state.IsInOrder)
        {
            var (now, there) = (state.StepNumber, state.Steps.IndexOf(step => step.Id == id));
            return there < 0 ? Reason.Of("placeIsGone")
                : state.IsHandedIn || state.Activity.Flow.Back || there == now || there == now + 1 ? null
                : Reason.Of(there < now ? "noWayBack" : "noWayYet");
        }

        // On the road of a story only what leads on from here, and back from there, is a way, and what is at hand everywhere.
        var onTheRoad =
            !state.Activity.HasChoices
            || state.Activity.KnownFromAnywhere().Contains(id)
            || state.Way.Contains(id)
            || state.Activity.After(state.Scene)?.Id == id
            || state.Scene.Spots.Any(spot => spot.Goals.Contains(id) && spot.Content.Consequence is null);
        return state.Index.SceneOf(id) is null ? Reason.Of("placeIsGone")
            : !state.Knows(id) || !onTheRoad ? Reason.Of("noWayYet")
            : state.IsOpen(id) ? null
            : Reason.Of("stillLocked");
    }

    private static Reason? RefuseChoice(AttemptState state, string spotId) =>
        state.Index.SpotOf(spotId) is not { } spot || !(spot.IsLeading || spot.Content.Consequence is not null) ? Reason.Of("spotIsGone")
        : state.Index.SceneWith(spotId)!.Id != state.Scene.Id ? Reason.Of("decidedAlready")
        : state.Road.Count >= LongestRoad || Deciding.GoalOf(state, spot) is not { } goal ? Reason.Of("noWayYet")
        : !state.IsOpen(spotId) || (goal.Length > 0 && !state.IsOpen(goal)) ? Reason.Of("stillLocked")
        : null;

    private static Reason? RefuseWatched(AttemptState state, Watched watched) =>
        state.Index.SceneOf(watched.SceneId) is not { } scene ? Reason.Of("placeIsGone")
        : !state.HasBeenIn(watched.SceneId) ? Reason.Of("noWayYet")
        : !scene.Backdrop.HasTime || watched.From < 0 || watched.To <= watched.From || watched.To > During.Longest
            ? Reason.Of("nothingToWatch")
        : null;

    private static Reason? RefuseCode(AttemptState state, TriedCode tried)
    {
        if (state.Index.LockOf(tried.LockId)?.Key is not TypedKey)
        {
            return Reason.Of("noCodeLock");
        }

        var seen = state.Index.SpotOf(tried.LockId) is not null
            ? state.VisitedScenes.Contains(state.Index.SceneWith(tried.LockId)!.Id)
            : state.Knows(tried.LockId);
        if (!seen)
        {
            return Reason.Of("noWayYet");
        }

        if (tried.Typed.Trim().Length == 0 || tried.Typed.Length > TypedKey.LongestCode)
        {
            return Reason.Of("typeTheCode");
        }

        if (state.OpenLocks.Contains(tried.LockId))
        {
            return Reason.Of("openAlready");
        }

        return state.WrongCodes.TryGetValue(tried.LockId, out var tries) && tries.NextAt is var next && tried.At < next
            ? Reason.Of("lockRests", (int)Math.Ceiling((next - tried.At).TotalSeconds), tries.Wrong)
            : null;
    }

    /// <summary>True when the learner can have answers marked before handing in; lives are counted from marks, so they need it.</summary>
    public static bool MarksWhileWorking(Rules rules) =>
        rules.Lives is not null
        || rules.Reveal
            is { RightOrWrong: <= RevealMoment.AfterLastTry }
                or { Points: <= RevealMoment.AfterLastTry }
                or { RightAnswer: <= RevealMoment.AfterLastTry };

    /// <summary>True when the learner may give a question up to see the answer: after a try, while it is open.</summary>
    public static bool MaySeeAnswer(AttemptState state, string spotId) =>
        state.RulesOf(spotId).Reveal.RightAnswer <= RevealMoment.AfterLastTry
        && !state.IsHandedIn
        && !RevealNow.KeepsRightAnswer(state, spotId)
        && state.QuestionOf(spotId) is { Closed: false, Tries.Count: > 0 };

    private static Reason? RefuseOpen(AttemptState state, string spotId) =>
        state.QuestionOf(spotId) switch
        {
            null => Reason.Of("questionIsGone"),
            _ when !state.IsInReach(spotId) => Reason.Of("questionLocked"),
            { Round: Round.LookOnly } => Reason.Of("onlyLooking"),
            { TimedOut: true } => Reason.Of("questionTimeIsUp"),
            { Closed: true } => Reason.Of("questionClosed"),
            _ => null,
        };

    private static Reason? RefuseEmpty(AttemptState state, AskedToMark asked) =>
        QuestionTypes.For(state.QuestionOf(asked.SpotId)!.Question).IsEmpty(asked.Response) ? Reason.Of("nothingToMark") : null;

    private static Reason? RefuseStep(AttemptState state, Stepped stepped) =>
        RefuseAnswer(state, stepped.SpotId, stepped.Response)
        ?? (
            QuestionTypes.For(state.QuestionOf(stepped.SpotId)!.Question).StepsOf(state.QuestionOf(stepped.SpotId)!.Question)
            == Steps.NotMarked
                ? Reason.Of("otherKindOfAnswer")
                : null
        );

    private static Reason? RefuseAnswer(AttemptState state, string spotId, Response response) =>
        RefuseOpen(state, spotId)
        ?? (
            QuestionTypes.For(state.QuestionOf(spotId)!.Question).TakesVotes
                ? Reason.Of("otherKindOfAnswer")
                : RefuseResponse(state, state.QuestionOf(spotId)!, response)
        );

    private static Reason? RefuseVote(AttemptState state, Voted voted) =>
        RefuseOpen(state, voted.SpotId)
        ?? (
            !QuestionTypes.For(state.QuestionOf(voted.SpotId)!.Question).TakesVotes || voted.Response is null
                ? Reason.Of("otherKindOfAnswer")
            : QuestionTypes.For(state.QuestionOf(voted.SpotId)!.Question).IsEmpty(voted.Response) ? Reason.Of("nothingToVote")
            : RefuseResponse(state, state.QuestionOf(voted.SpotId)!, voted.Response)
        );

    private static Reason? RefuseReview(AttemptState state, Reviewed reviewed) =>
        !state.IsHandedIn ? Reason.Of("notHandedInYet")
        : reviewed.Review.Comment.Length > Review.LongestComment ? Reason.Of("commentTooLong", Review.LongestComment)
        : reviewed.SpotId.Length == 0
            ? reviewed.Review is { Points: null, Rows.Count: 0, Notes.Count: 0 } ? null
                : Reason.Of("questionIsGone")
        : state.QuestionOf(reviewed.SpotId) is not { } question ? Reason.Of("questionIsGone")
        : reviewed.Review.Points is < 0 || reviewed.Review.Points > question.OutOf || reviewed.Review.Rows.Any(row => row.Points < 0)
            ? Reason.Of("pointsOutOfReach", question.OutOf)
        : reviewed.Review.Notes.Count > Review.MostNotes
        || reviewed.Review.Notes.Any(note =>
            note.Text.Length is 0 or > Review.LongestComment
            || (question.CountedTry(state.Activity.Rules.Counts)?.Response ?? question.Response) is not { } given
            || !note.Anchor.Fits(given)
        )
            ? Reason.Of("commentOffTheAnswer")
        : null;

    private static Reason? RefuseResponse(AttemptState state, QuestionState question, Response response) =>
        QuestionTypes
            .For(question.Question)
            .RefuseResponse(
                state.KnownOf(question),
                QuestionTypes.For(question.Question).Onto(question.Question, question.Response, response)
            );
}
