using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.Poll;

/// <summary>A poll or a rating: answered by a vote, counted, never marked.</summary>
public sealed record PollQuestion : Question
{
    /// <summary>True for a rating: the choices are the steps of a scale, in order.</summary>
    public bool IsScale { get; init; }

    public ValueList<PollChoice> Choices { get; init; } = [];

    /// <summary>What is rated, one below the other; none when the prompt says it.</summary>
    public ValueList<PollStatement> Statements { get; init; } = [];

    /// <summary>True when several choices may be taken.</summary>
    public bool Several { get; init; }

    /// <summary>True when votes are only counted: nobody can learn who voted for what, and nothing that could tell is kept.</summary>
    public bool Anonymous { get; init; }

    /// <summary>True when who has voted sees how all have voted.</summary>
    public bool ShowsVotes { get; init; } = true;

    /// <summary>The ids of what is voted on.</summary>
    internal IEnumerable<string> Asked => Statements.Count > 0 ? Statements.Select(statement => statement.Id) : [Whole];

    /// <summary>Stands for the prompt where there are no statements.</summary>
    public const string Whole = "all";

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces =>
        IsScale ? [] : Choices.Select((choice, i) => new PartFace(choice.Id, $"{i + 1} {choice.Face.Text}", choice.Face));

    public override Question WithFace(string key, Func<Face, Face> change) =>
        this with
        {
            Choices = Choices.Replace(choice => choice.Id == key, choice => choice with { Face = change(choice.Face) }),
        };
}

/// <summary>A choice of a poll, or a step of a scale; a step may be without words.</summary>
public sealed record PollChoice
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public Face Face { get; init; } = new();
}

/// <summary>Something that is rated.</summary>
public sealed record PollStatement
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public string Text { get; init; } = "";
}

/// <summary>For each statement, or for the whole, the choices that were taken.</summary>
public sealed record PollResponse : PartsResponse;

/// <summary>What a learner may see of a poll.</summary>
/// <param name="Statements">What is voted on; one without words where the prompt says it.</param>
/// <param name="Voted">True once the learner has voted.</param>
/// <param name="Voters">How many have voted, once that may be seen; else null.</param>
/// <param name="VotersNeeded">How many must have voted before anybody sees how.</param>
public sealed record PollView(
    bool IsScale,
    bool Several,
    bool Anonymous,
    bool ShowsVotes,
    ValueList<PollStatementView> Statements,
    bool Voted,
    int? Voters,
    int VotersNeeded
) : QuestionView;

/// <summary>What a learner may see of a statement.</summary>
public sealed record PollStatementView(string Id, string Text, ValueList<PollChoiceView> Choices);

/// <summary>What a learner may see of a choice.</summary>
/// <param name="Votes">How many took it, once that may be seen; else null.</param>
public sealed record PollChoiceView(string Id, int Number, Face Face, bool Chosen, int? Votes);
