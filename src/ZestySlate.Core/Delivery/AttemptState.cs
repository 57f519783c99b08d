using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Delivery;

/// <summary>Where an attempt stands after some events.</summary>
public sealed record AttemptState
{
    /// <summary>The activity as this attempt sees it: the edition it began with, with the wording it has taken since.</summary>
    public required Activity Activity { get; init; }

    /// <summary>The newest edition whose wording is in it.</summary>
    public required int Edition { get; init; }

    public required long Seed { get; init; }

    public required DateTimeOffset BeganAt { get; init; }

    public DateTimeOffset LastAt { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>Every question, in reading order.</summary>
    public ValueList<QuestionState> Questions { get; init; } = [];

    /// <summary>The spots that were opened.</summary>
    public required IReadOnlySet<string> OpenedSpots { get; init; }

    public bool IsHandedIn => HandedInAt is not null;

    /// <summary>The state of one question, or null.</summary>
    public QuestionState? QuestionOf(string spotId) => Questions.FirstOrDefault(question => question.Spot.Id == spotId);

    /// <summary>The score as it stands.</summary>
    public Score Score => Score.Of(this);
}
