namespace ZestySlate.Core.Activities;

/// <summary>How learners go through an activity.</summary>
public sealed record Flow
{
    public Way Way { get; init; } = Way.Free;

    /// <summary>In order: what one sees at a time.</summary>
    public Paging Paging { get; init; } = Paging.OneAtATime;

    /// <summary>In order: true when learners may go back to what they have seen.</summary>
    public bool Back { get; init; } = true;

    /// <summary>In order: true when the questions of each section come in a new order for each learner.</summary>
    public bool ShuffleQuestions { get; init; }

    /// <summary>False when options stand as arranged everywhere; else each question says for itself.</summary>
    public bool ShuffleOptions { get; init; } = true;

    /// <summary>With a draw: true when each new go draws again.</summary>
    public bool DrawsAgain { get; init; } = true;

    public ProgressShown Progress { get; init; } = ProgressShown.Wedge;

    /// <summary>Read before the start; empty for none.</summary>
    public RichText Introduction { get; init; }

    /// <summary>Shown before the start, or null.</summary>
    public Picture? Picture { get; init; }
}

/// <summary>Who decides where learners go.</summary>
public enum Way
{
    /// <summary>The learner: first the first scene, then by jumps and the list of scenes.</summary>
    Free,

    /// <summary>The author: one after the other.</summary>
    InOrder,
}

/// <summary>What one sees at a time.</summary>
public enum Paging
{
    /// <summary>One question of a page; a picture with all its spots.</summary>
    OneAtATime,

    /// <summary>One scene.</summary>
    SectionOnAPage,

    /// <summary>All pages below each other; a picture is for itself.</summary>
    AllOnAPage,
}

/// <summary>How learners see how far they have come.</summary>
public enum ProgressShown
{
    Wedge,
    Number,
    None,
}

/// <summary>Own words in place of those of the language.</summary>
/// <param name="Key">The entry's name, as in the file of the language.</param>
/// <param name="Text">What learners read.</param>
public sealed record OwnWord(string Key, string Text);
