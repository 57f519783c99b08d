namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>The options a learner picked, by id; or "none of these", given on purpose.</summary>
public sealed record MultipleChoiceResponse : Response
{
    public ValueList<string> Picked { get; init; } = [];

    /// <summary>Where several may be picked, the options that were ticked or unticked on the page it came from; the others stay as they
    /// are. Null when all of it is meant.</summary>
    public ValueList<string>? Touched { get; init; }

    public override Response Touching(ValueList<string> names) => this with { Touched = names };

    public bool None { get; init; }

    /// <summary>True when nothing at all was given.</summary>
    public bool IsEmpty => Picked.Count == 0 && !None;
}
