namespace ZestySlate.Core.Questions.FileAnswer;

/// <summary>Files or photos to hand over.</summary>
public sealed record FileAnswerQuestion : JudgedQuestion
{
    /// <summary>The most files that any question takes.</summary>
    public const int LargestMost = 20;

    /// <summary>What may be handed over; none for any sort of file.</summary>
    public ValueList<HandedKind> Kinds { get; init; } = [HandedKind.Picture];

    /// <summary>How many files at most, 1..20.</summary>
    public int Most { get; init; } = 3;

    /// <summary>The greatest file in megabytes (2²⁰ bytes), 1..50.</summary>
    public int Megabytes { get; init; } = 10;
}

/// <summary>The files that were handed over, in that order.</summary>
public sealed record FileAnswerResponse : Response
{
    public ValueList<HandedFile> Files { get; init; } = [];

    /// <summary>The ids of files that are taken out; the others are added to those there are. Null when all of it is meant, as earlier
    /// versions wrote it.</summary>
    public ValueList<string>? Gone { get; init; }

    public override IEnumerable<HandedFile> Handed => Files;

    public override Anchoring Anchoring => Files.Any(file => file.Kind == HandedKind.Picture) ? Anchoring.Point : Anchoring.Whole;
}

/// <summary>What a learner may see of it.</summary>
public sealed record FileAnswerView(
    ValueList<HandedKind> Kinds,
    int Most,
    int Megabytes,
    ValueList<HandedFile> Files,
    ValueList<RubricRow> Rubric
) : QuestionView;
