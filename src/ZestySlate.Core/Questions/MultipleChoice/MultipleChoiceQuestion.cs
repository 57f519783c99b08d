namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>A question answered by picking one or several options, or true or false.</summary>
public sealed record MultipleChoiceQuestion : Question
{
    public Picks Picks { get; init; } = Picks.One;

    public ValueList<Option> Options { get; init; } = [];

    /// <summary>True when the options come in a new order for each try; pinned ones keep their place. True or false is never shuffled.</summary>
    public bool Shuffle { get; init; } = true;

    /// <summary>With several picks: true when "none of these" can be ticked too. It is right when no option is.</summary>
    public bool OffersNone { get; init; }

    /// <summary>With several picks: how many right picks one wrong pick undoes; 0 for no penalty.</summary>
    public decimal Penalty { get; init; } = DefaultPenalty;

    /// <summary>A wrong pick undoes a right one, so that picking everything earns nothing.</summary>
    public const decimal DefaultPenalty = 1;

    /// <summary>The number of right options.</summary>
    public int RightOptions => Options.Count(option => option.Right);

    /// <summary>A new question of true or false.</summary>
    public static MultipleChoiceQuestion NewTrueOrFalse() => new()
    {
        Picks = Picks.TrueOrFalse,
        Options = [new Option { Id = "true", Text = "True", Right = true }, new Option { Id = "false", Text = "False" }],
    };

    /// <summary>A new question with empty options to fill.</summary>
    public static MultipleChoiceQuestion New() => new()
    {
        Options = [new Option { Id = Ids.New(), Right = true }, new Option { Id = Ids.New() }, new Option { Id = Ids.New() }],
    };
}

/// <summary>How many options are picked.</summary>
public enum Picks
{
    One,
    Several,
    TrueOrFalse,
}

/// <summary>One option of a multiple choice.</summary>
public sealed record Option
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public string Text { get; init; } = "";

    public bool Right { get; init; }

    /// <summary>Words for the learner who picked it.</summary>
    public string Feedback { get; init; } = "";

    /// <summary>True when it keeps its place in a shuffle, as «all of these» does.</summary>
    public bool Pinned { get; init; }
}
