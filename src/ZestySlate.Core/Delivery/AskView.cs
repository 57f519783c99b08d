using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>What a learner may see of a question.</summary>
public sealed record AskView
{
    public required string SpotId { get; init; }

    /// <summary>The family's name in files; the player finds its component by it.</summary>
    public required string Family { get; init; }

    public required RichText Prompt { get; init; }

    /// <summary>Shown above the parts; several are paged through.</summary>
    public ValueList<Picture> Pictures { get; init; } = [];

    /// <summary>Heard above the parts, or null.</summary>
    public Sound? Sound { get; init; }

    /// <summary>Seen above the parts, or null.</summary>
    public VideoFile? Video { get; init; }

    /// <summary>True when each step of the hand is marked as it is made.</summary>
    public bool MarksSteps { get; init; }

    /// <summary>True when no points may be spoken of.</summary>
    public bool FeedbackOnly { get; init; }

    /// <summary>True when it is practice: nothing of it counts.</summary>
    public bool Practice { get; init; }

    /// <summary>True when its time ran out.</summary>
    public bool TimedOut { get; init; }

    /// <summary>The words for how much of it is right, once they may be shown.</summary>
    public ScoreBand? Band { get; init; }

    public required QuestionView Parts { get; init; }

    public required bool Closed { get; init; }

    public required bool HasAnswer { get; init; }

    /// <summary>True while the fields take an answer.</summary>
    public required bool TakesAnswer { get; init; }

    /// <summary>True while it is shown with what is right, and not answered.</summary>
    public bool Looking { get; init; }

    /// <summary>True when the question has a switch of its own, whatever holds for the whole.</summary>
    public bool HasOwnRound { get; init; }

    /// <summary>True when the learner can begin to answer after looking round.</summary>
    public bool OffersBegin { get; init; }

    /// <summary>True when the learner can have it marked now.</summary>
    public required bool OffersMark { get; init; }

    /// <summary>True when it is answered by a vote, which is not given yet.</summary>
    public bool OffersVote { get; init; }

    /// <summary>True when choosing is marking.</summary>
    public required bool MarksAtOnce { get; init; }

    public required bool OffersAnotherGo { get; init; }

    public required bool OffersAnswer { get; init; }

    public required bool OffersHint { get; init; }

    /// <summary>The share of the points that the hint costs, 0..1.</summary>
    public decimal HintCost { get; init; }

    /// <summary>The hint, once asked for.</summary>
    public string? Hint { get; init; }

    /// <summary>Tries that are left, or null when there is no limit.</summary>
    public int? TriesLeft { get; init; }

    /// <summary>The verdict on the last try, once it may be shown.</summary>
    public Verdict? Verdict { get; init; }

    /// <summary>Why, once it may be shown.</summary>
    public string? Reason { get; init; }

    /// <summary>The points of the last try, once they may be shown.</summary>
    public decimal? Points { get; init; }

    public required decimal OutOf { get; init; }

    /// <summary>What the teacher said, once the work is given back.</summary>
    public ReviewView? Review { get; init; }

    /// <summary>The explanation, once the right answer may be shown.</summary>
    public string? Explanation { get; init; }

    internal static AskView Of(AttemptState state, QuestionState question, DateTimeOffset now, DateTimeOffset? due)
    {
        var (rules, words) = (state.RulesOf(question.Spot.Id), state.Activity.Words);
        var shown = question.IsLooking ? new Shown(false, true, false) : RevealNow.For(state, question, now, due);
        var family = QuestionTypes.For(question.Question);
        var last = question.ShowsLastTry ? question.LastTry : null;
        var feedbackOnly = rules.FeedbackOnly || question.OutOf == 0;
        var looking = question.IsLooking;
        var takes = !looking && !question.Closed && !question.ShowsLastTry;
        var marks = AttemptRules.MarksWhileWorking(rules);
        var steps = marks && takes && family.StepsOf(question.Question) != Steps.NotMarked;
        var partsShown =
            steps && question.StepMark is not null && rules.Reveal.RightOrWrong <= RevealMoment.AfterMarking
                ? shown with
                {
                    RightOrWrong = true,
                }
                : shown;
        return new AskView
        {
            SpotId = question.Spot.Id,
            Family = family.Key,
            Prompt = question.Question.Prompt,
            Pictures = question.Question.PicturesAbove,
            Sound = question.Question.Sound,
            Video = question.Question.Video,
            MarksSteps = steps,
            FeedbackOnly = feedbackOnly,
            Practice = question.IsPractice,
            TimedOut = question.TimedOut,
            Parts = family.View(
                shown.RightAnswer ? question.Question : state.KnownOf(question),
                new Showing<Response>(
                    question.Response,
                    question.Kept,
                    steps ? question.StepMark : last?.Mark,
                    partsShown,
                    question.Orders,
                    words
                )
                {
                    HintSeen = question.HintSeen,
                    Looking = looking,
                    Tally = state.Tallies.GetValueOrDefault(question.Spot.Id) ?? Tally.None,
                }
            ),
            Closed = question.Closed,
            HasAnswer = question.HasAnswer,
            TakesAnswer = takes,
            OffersMark = takes && marks && !steps && family.MarksAlone(question.Question),
            OffersVote = takes && family.TakesVotes,
            MarksAtOnce = marks && rules.Reveal.RightOrWrong == RevealMoment.AtOnce,
            OffersAnotherGo = !looking && !question.Closed && question.ShowsLastTry,
            OffersAnswer = AttemptRules.MaySeeAnswer(state, question.Spot.Id),
            Looking = looking,
            HasOwnRound = question.Question.Round is not null,
            OffersBegin = looking && question.Question.Round == Round.LookThenAnswer,
            OffersHint = !looking && !question.HintSeen && AttemptRules.HasHint(question.Question) && !question.Closed,
            HintCost = rules.HintCost,
            Hint = question.HintSeen && question.Question.Hint.Length > 0 ? question.Question.Hint : null,
            TriesLeft =
                rules.Tries is { } tries && marks && !looking && family.MarksAlone(question.Question)
                    ? Math.Max(0, tries - (question.Tries.Count - question.TriesBefore))
                    : null,
            Verdict = question.Review?.VerdictOf(question.OutOf) ?? (shown.RightOrWrong ? question.LastVerdict(last) : null),
            Review = question.Review is { } review
                ? ReviewView.Of(review, question.Question, question.CountedTry(rules.Counts)?.Response ?? question.Response)
                : null,
            Reason =
                question.IsReviewed ? words["markedByTeacher"]
                : shown.RightOrWrong
                && last is not null
                && (feedbackOnly ? last.Mark.Reason : last.Reason) is { RepeatsVerdict: false } reason
                    ? words.Say(reason)
                : null,
            Band = shown.RightOrWrong ? question.Band : null,
            Points =
                question.Review?.Points is { } points && !feedbackOnly ? points
                : shown.Points
                && !feedbackOnly
                && family.IsGraded(question.Question)
                && (last?.Mark.Verdict != Marking.Verdict.Waiting || family.MarksAlone(question.Question))
                    ? last?.Points.ToDecimal()
                : null,
            OutOf = question.OutOf,
            Explanation = shown.RightAnswer && question.Question.Explanation.Length > 0 ? question.Question.Explanation : null,
        };
    }
}

/// <summary>What a learner reads of a teacher's review.</summary>
/// <param name="Comment">On the answer as a whole.</param>
/// <param name="Rows">What the rows of the rubric earned.</param>
/// <param name="Notes">Comments on spots of the answer.</param>
/// <param name="Prose">The text the comments are in; empty for none.</param>
public sealed record ReviewView(string Comment, ValueList<ReviewedRow> Rows, ValueList<ReviewNote> Notes, string Prose)
{
    /// <summary>True when there are words to read beside the points.</summary>
    public bool SaysAnything => Comment.Length > 0 || Rows.Count > 0 || Notes.Count > 0;

    internal static ReviewView Of(Review review, Question question, Response? response) =>
        new(
            review.Comment,
            review
                .Rows.Select(row => (row, said: QuestionTypes.RubricOf(question).FirstOrDefault(known => known.Id == row.Row)))
                .Where(pair => pair.said is not null)
                .Select(pair => new ReviewedRow(pair.said!.Title, pair.row.Points, pair.said.Points))
                .ToValueList(),
            review.Notes,
            response?.Prose ?? ""
        );
}

/// <summary>What a row of the rubric earned.</summary>
public sealed record ReviewedRow(string Title, decimal Points, decimal OutOf);
