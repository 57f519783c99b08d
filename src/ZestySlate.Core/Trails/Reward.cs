using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Trails;

/// <summary>A card that is won in a stop and stays among the learner's findings.</summary>
public sealed record Reward
{
    /// <summary>The share of the stop's points from which it is won, in percent, 0..100.</summary>
    public decimal From { get; init; } = 100;

    public string Title { get; init; } = "";

    public RichText Text { get; init; }

    public Picture? Picture { get; init; }

    public Sound? Sound { get; init; }

    /// <summary>What becomes of states and things of the story as it is won.</summary>
    public ValueList<StateChange> Changes { get; init; } = [];

    /// <summary>The card, as any clue card is shown.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Content Card =>
        new Note
        {
            Title = Title,
            Text = Text,
            Illustrations = Picture is null ? [] : [Picture],
            Sound = Sound,
            IsClue = true,
        };

    internal Reward WithWording(Reward? newer) => newer is null ? this : newer with { From = From, Changes = Changes };

    internal Reward WithKey(Reward? newer) => newer is null ? this : this with { From = newer.From };

    internal Reward In(Copy copy) => this with { Changes = copy.Of(Changes) };

    internal Reward With(MediaSwap swap) => this with { Picture = Picture is null ? null : swap.Of(Picture), Sound = swap.Of(Sound) };
}
