using ZestySlate.Core.Captions;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes;

/// <summary>Where somebody at work stands, for who keeps a lookout.</summary>
/// <param name="Stage">Whether they are at work, idle, have forgotten to hand in, or are done.</param>
/// <param name="LastAt">When they last did something.</param>
/// <param name="Where">The scene, or the page of how many.</param>
/// <param name="Right">Answers that are right as they stand, marked yet or not.</param>
/// <param name="Partly">Answers that are partly right.</param>
/// <param name="Wrong">Answers that are wrong.</param>
/// <param name="Given">Answers that nobody has marked and no key can.</param>
/// <param name="Open">Questions without an answer.</param>
/// <param name="Time">From the beginning to handing in, or to what they did last.</param>
/// <param name="Need">Why they may need help.</param>
public sealed record LookoutEntry(
    LookoutStage Stage,
    DateTimeOffset LastAt,
    string Where,
    int Right,
    int Partly,
    int Wrong,
    int Given,
    int Open,
    TimeSpan Time,
    LookoutNeed Need
)
{
    /// <summary>Who does nothing for so long while something is open may be stuck.</summary>
    public static TimeSpan StuckAfter { get; } = TimeSpan.FromMinutes(4);

    /// <summary>Who does nothing for so long has gone.</summary>
    public static TimeSpan GoneAfter { get; } = TimeSpan.FromMinutes(30);

    /// <summary>So many wrong answers, and more than right ones, are many.</summary>
    public const int ManyWrong = 3;

    /// <summary>How many questions they have.</summary>
    public int Questions => Right + Partly + Wrong + Given + Open;

    /// <summary>True when a teacher may be needed.</summary>
    public bool MayNeedHelp => Need != LookoutNeed.None || Stage == LookoutStage.ForgotToHandIn;

    /// <summary>Where they stand among the others: who may need help, who is at work, who has left, who is done; 4 for who has not begun.</summary>
    public static int RankOf(LookoutEntry? entry) =>
        entry switch
        {
            null => 4,
            { MayNeedHelp: true } => 0,
            { Stage: LookoutStage.AtWork } => 1,
            { Stage: LookoutStage.Gone } => 2,
            _ => 3,
        };

    /// <summary>Where an attempt stands at a moment.</summary>
    public static LookoutEntry Of(AttemptState state, DateTimeOffset now)
    {
        var (right, partly, wrong, given, open) = (0, 0, 0, 0, 0);
        foreach (var question in state.Asked)
        {
            var family = QuestionTypes.For(question.Question);
            var verdict =
                question.LastTry is { } last && (question.ShowsLastTry || question.Closed) ? last.Mark.Verdict
                : question.Response is { } response && !family.IsEmpty(response)
                    ? family.Mark(question.Question, response, Words.Of(state.KeyLanguage).Culture).Verdict
                : Verdict.Missing;
            (right, partly, wrong, given, open) = verdict switch
            {
                Verdict.Right => (right + 1, partly, wrong, given, open),
                Verdict.Partly => (right, partly + 1, wrong, given, open),
                Verdict.Wrong => (right, partly, wrong + 1, given, open),
                Verdict.Missing => (right, partly, wrong, given, open + 1),
                _ => (right, partly, wrong, given + 1, open),
            };
        }

        var idle = now - state.LastAt;
        var stage =
            state.IsHandedIn ? LookoutStage.HandedIn
            : open == 0 && state.IsCompleted ? LookoutStage.Done
            : idle < StuckAfter ? LookoutStage.AtWork
            : open == 0 && state.Asked.Any() ? LookoutStage.ForgotToHandIn
            : idle < GoneAfter ? LookoutStage.AtWork
            : LookoutStage.Gone;
        var need =
            stage != LookoutStage.AtWork ? LookoutNeed.None
            : idle >= StuckAfter ? LookoutNeed.NoProgress
            : wrong >= ManyWrong && wrong > right ? LookoutNeed.ManyWrong
            : LookoutNeed.None;
        var where = state.IsInOrder
            ? AuthorWords.Say("stepOfSteps", state.StepNumber + 1, state.Steps.Count)
            : state.Activity.TitleOf(state.Scene) + MomentOf(state);
        return new LookoutEntry(
            stage,
            state.LastAt,
            where,
            right,
            partly,
            wrong,
            given,
            open,
            (state.HandedInAt ?? state.LastAt) - state.BeganAt,
            need
        );
    }

    /// <summary>Where in a course in time they are, and how much of it they have watched; empty where there is none.</summary>
    private static string MomentOf(AttemptState state) =>
        state.Scene.Backdrop.HasTime && state.LeftAt.TryGetValue(state.Scene.Id, out var moment)
            ? $", {Moments.Write(Math.Floor(moment))}"
                + (
                    state.Scene.Backdrop.Lasts is null
                        ? ""
                        : $" ({AuthorWords.Say("shareWatched", Math.Floor(state.ShareWatched(state.Scene) * 100))})"
                )
            : "";
}

/// <summary>What somebody is doing.</summary>
public enum LookoutStage
{
    AtWork,

    /// <summary>Everything is answered, and nothing was handed in for a while.</summary>
    ForgotToHandIn,

    /// <summary>Nothing was done for long, and something is open.</summary>
    Gone,

    /// <summary>It is completed, as its rules say, and there is nothing to hand in for that.</summary>
    Done,

    HandedIn,
}

/// <summary>Why somebody may need help.</summary>
public enum LookoutNeed
{
    None,

    /// <summary>Nothing has happened for some minutes.</summary>
    NoProgress,

    /// <summary>Many answers are wrong.</summary>
    ManyWrong,
}
