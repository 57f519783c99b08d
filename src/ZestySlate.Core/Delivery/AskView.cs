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
