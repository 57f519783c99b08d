using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>All that a learner may see now: the player's components get this and nothing else, so what may not be shown cannot be sent.</summary>
public sealed record LearnerView
{
    public required string Title { get; init; }

    public required string Summary { get; init; }

    public required string Language { get; init; }

    public required int Edition { get; init; }

    public required ValueList<SceneView> Scenes { get; init; }

    public required Progress Progress { get; init; }

    /// <summary>The score, once it may be shown.</summary>
    public Score? Score { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>True when something is asked, so that there is something to hand in.</summary>
    public bool HasQuestions => Progress.Questions > 0;

    /// <summary>The spot with this id, or null.</summary>
    public SpotView? SpotOf(string id) => Scenes.SelectMany(scene => scene.Spots).FirstOrDefault(spot => spot.Id == id);

    /// <summary>The view of a state at a moment.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="now">The moment.</param>
    /// <param name="due">The due date, or null for none.</param>
    public static LearnerView Of(AttemptState state, DateTimeOffset now, DateTimeOffset? due = null)
    {
        var activity = state.Activity;
        return new LearnerView
        {
            Title = activity.Title,
            Summary = activity.Summary,
            Language = activity.Language,
            Edition = state.Edition,
            HandedInAt = state.HandedInAt,
            Progress = Progress.Of(state),
            Score = RevealNow.Total(state, now, due) ? state.Score : null,
            Scenes = activity.Scenes.Select(scene => new SceneView(scene.Id, scene.Title, scene.Backdrop,
                scene.Spots.Select(spot => ViewOf(state, spot, now, due)).ToValueList())).ToValueList(),
        };
    }

    private static SpotView ViewOf(AttemptState state, Spot spot, DateTimeOffset now, DateTimeOffset? due) => new(
        spot.Id,
        spot.ReportName,
        spot.Place,
        spot.Sign,
        spot.Content is Ask ? null : spot.Content,
        state.QuestionOf(spot.Id) is { } question ? AskView.Of(state, question, now, due) : null,
        state.OpenedSpots.Contains(spot.Id));
}

/// <summary>What a learner may see of a scene.</summary>
public sealed record SceneView(string Id, string Title, Backdrop Backdrop, ValueList<SpotView> Spots);

/// <summary>What a learner may see of a spot: its content, or its question.</summary>
public sealed record SpotView(string Id, string Name, Place Place, Sign Sign, Content? Content, AskView? Ask, bool Opened)
{
    /// <summary>The kind's name on screen.</summary>
    public string KindName => Content?.KindName ?? "Question";
}

/// <summary>How far a learner has come.</summary>
public sealed record Progress(int Opened, int Spots, int Answered, int Questions)
{
    /// <summary>Progress as a share, 0..1: notes opened and questions answered among all of them.</summary>
    public double Share => Spots + Questions == 0 ? 1 : (double)(Opened + Answered) / (Spots + Questions);

    /// <summary>The progress of a state.</summary>
    public static Progress Of(AttemptState state)
    {
        var notes = state.Activity.Spots.Where(spot => spot.Content is Note).ToList();
        return new Progress(notes.Count(spot => state.OpenedSpots.Contains(spot.Id)), notes.Count,
            state.Questions.Count(question => question.HasAnswer), state.Questions.Count);
    }
}

/// <summary>What a learner may see of a question.</summary>
public sealed record AskView
{
    public required string SpotId { get; init; }

    /// <summary>The family's name in files; the player finds its component by it.</summary>
    public required string Family { get; init; }

    public required RichText Prompt { get; init; }

    public required QuestionView Parts { get; init; }

    public required bool Closed { get; init; }

    public required bool HasAnswer { get; init; }

    /// <summary>True while the fields take an answer.</summary>
    public required bool TakesAnswer { get; init; }

    /// <summary>True when the learner can have it marked now.</summary>
    public required bool OffersMark { get; init; }

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

    /// <summary>The explanation, once the right answer may be shown.</summary>
    public string? Explanation { get; init; }

    internal static AskView Of(AttemptState state, QuestionState question, DateTimeOffset now, DateTimeOffset? due)
    {
        var rules = state.Activity.Rules;
        var shown = RevealNow.For(state, question, now, due);
        var family = QuestionTypes.For(question.Question);
        var last = question.ShowsLastTry ? question.LastTry : null;
        var number = question.Tries.Count + (question.ShowsLastTry || question.Closed ? 0 : 1);
        var takes = !question.Closed && !question.ShowsLastTry;
        var marks = AttemptRules.MarksWhileWorking(rules);
        return new AskView
        {
            SpotId = question.Spot.Id,
            Family = family.Key,
            Prompt = question.Question.Prompt,
            Parts = family.View(question.Question, question.Response, last?.Mark, shown, SeededRandom.For(state.Seed, question.Spot.Id, Math.Max(1, number))),
            Closed = question.Closed,
            HasAnswer = question.HasAnswer,
            TakesAnswer = takes,
            OffersMark = takes && marks,
            MarksAtOnce = marks && rules.Reveal.RightOrWrong == RevealMoment.AtOnce,
            OffersAnotherGo = !question.Closed && question.ShowsLastTry,
            OffersAnswer = AttemptRules.MaySeeAnswer(state, question.Spot.Id),
            OffersHint = !question.HintSeen && question.Question.Hint.Length > 0 && !question.Closed,
            HintCost = rules.HintCost,
            Hint = question.HintSeen ? question.Question.Hint : null,
            TriesLeft = rules.Tries is { } tries && marks ? Math.Max(0, tries - question.Tries.Count) : null,
            Verdict = shown.RightOrWrong ? last?.Mark.Verdict : null,
            Reason = shown.RightOrWrong ? last?.Mark.Reason : null,
            Points = shown.Points ? last?.Points : null,
            OutOf = question.OutOf,
            Explanation = shown.RightAnswer && question.Question.Explanation.Length > 0 ? question.Question.Explanation : null,
        };
    }
}
