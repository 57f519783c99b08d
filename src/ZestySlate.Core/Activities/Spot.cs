namespace ZestySlate.Core.Activities;

/// <summary>Something at a place of a scene: a callout, a note, a question.</summary>
public sealed record Spot
{
    /// <summary>Unique inside the activity and stable through edits; answers refer to it.</summary>
    public required string Id { get; init; }

    /// <summary>The author's own name for it in lists and reports; empty while it is drawn from the content.</summary>
    public string Name { get; init; } = "";

    public required Place Place { get; init; }

    public Sign Sign { get; init; } = new();

    public required Content Content { get; init; }

    /// <summary>The name to show: the author's own, or one drawn from the content.</summary>
    public string ReportName => Name.Length > 0 ? Name : Content.OwnName is { Length: > 0 } own ? own : $"{Content.KindName} without words";
}
