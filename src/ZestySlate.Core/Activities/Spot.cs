using System.Text.Json.Serialization;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>Something at a place of a scene: a callout, a note, a question, a jump.</summary>
public sealed record Spot
{
    /// <summary>Unique inside the activity and stable through edits; answers refer to it.</summary>
    public required string Id { get; init; }

    /// <summary>The author's own name for it in lists and reports; empty while it is drawn from the content.</summary>
    public string Name { get; init; } = "";

    /// <summary>Where it is; on a page, in its reading order.</summary>
    public Place Place { get; init; } = new InFlow();

    /// <summary>When it is there, where the backdrop has a course in time; null for always.</summary>
    public During? During { get; init; }

    public Sign Sign { get; init; } = new();

    /// <summary>Where its panel opens; null for beside its sign, where there is room.</summary>
    public PanelBox? Panel { get; init; }

    public required Content Content { get; init; }

    /// <summary>What keeps it closed, or null.</summary>
    public Lock? Lock { get; init; }

    /// <summary>Where it was taken from, when it stays linked; null for a spot of its own or a copy.</summary>
    public Origin? Origin { get; init; }

    /// <summary>The question it asks, or null.</summary>
    [JsonIgnore]
    public Question? Question => Content.Asked;

    /// <summary>The scenes it leads to: by what it holds, or after an answer.</summary>
    [JsonIgnore]
    public IEnumerable<string> Goals =>
        (Content.Goal is { } goal ? [goal] : new List<string>()).Concat(During?.Turns.Select(turn => turn.Scene).OfType<string>() ?? []);

    /// <summary>True for a question that is itself the choice: its answer leads into another scene.</summary>
    [JsonIgnore]
    public bool IsLeading => Question is not null && During?.Turns.Any(turn => turn.Scene is not null) == true;

    /// <summary>The name to show: the author's own, or one drawn from the content.</summary>
    [JsonIgnore]
    public string ReportName =>
        Name.Length > 0 ? Name
        : Content.OwnName is { Length: > 0 } own ? own
        : AuthorWords.Say("spotWithoutWords", Content.KindName);
}

/// <summary>Where a scene or spot that stays linked was taken from.</summary>
/// <param name="ActivityId">The activity's code.</param>
/// <param name="Edition">The edition it shows.</param>
/// <param name="ItemId">The scene's or spot's id there.</param>
public sealed record Origin(string ActivityId, int Edition, string ItemId);
