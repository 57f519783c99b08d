namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>The options a learner picked, by id; or "none of these", given on purpose.</summary>
public sealed record MultipleChoiceResponse : Response
{
    public ValueList<string> Picked { get; init; } = [];

    public bool None { get; init; }

    /// <summary>True when nothing at all was given.</summary>
    public bool IsEmpty => Picked.Count == 0 && !None;
}
