namespace ZestySlate.Core.Questions.Spoken;

/// <summary>An answer to be spoken.</summary>
public sealed record SpokenQuestion : JudgedQuestion
{
    /// <summary>The longest recording that any question takes, in seconds.</summary>
    public const int LongestSeconds = 1800;

    /// <summary>The longest recording, in seconds, 5..1800.</summary>
    public int Seconds { get; init; } = 120;
}

/// <summary>What was spoken.</summary>
public sealed record SpokenResponse : Response
{
    /// <summary>The recording, or null when it was taken back.</summary>
    public HandedFile? Recording { get; init; }

    public override IEnumerable<HandedFile> Handed => Recording is null ? [] : [Recording];

    public override Anchoring Anchoring => Recording is null ? Anchoring.Whole : Anchoring.Time;

    public override double Seconds => Recording?.Seconds ?? 0;
}

/// <summary>What a learner may see of it.</summary>
public sealed record SpokenView(int Seconds, HandedFile? Recording, ValueList<RubricRow> Rubric) : QuestionView;
