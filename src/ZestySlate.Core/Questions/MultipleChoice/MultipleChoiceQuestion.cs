using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;

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

    /// <summary>With several picks a wrong one undoes a right one unless it is set otherwise, so that picking everything earns nothing.</summary>
    public const decimal DefaultPenalty = 1;

    public MultipleChoiceQuestion() => Penalty = DefaultPenalty;

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces =>
        Options.Select(
            (option, i) =>
                new PartFace(
                    option.Id,
                    $"{i + 1} {option.Text}",
                    new Face { Text = option.Text, Picture = option.Picture },
                    TakesSound: false
                )
        );

    public override Question WithFace(string key, Func<Face, Face> change) =>
        this with
        {
            Options = Options.Replace(
                option => option.Id == key,
                option => option with { Picture = change(new Face { Text = option.Text, Picture = option.Picture }).Picture }
            ),
        };

    /// <summary>The number of right options.</summary>
    public int RightOptions => Options.Count(option => option.Right);

    /// <summary>A new question of true or false.</summary>
    public static MultipleChoiceQuestion NewTrueOrFalse() =>
        new()
        {
            Picks = Picks.TrueOrFalse,
            Options =
            [
                new Option
                {
                    Id = "true",
                    Text = "True",
                    Right = true,
                },
                new Option { Id = "false", Text = "False" },
            ],
        };

    /// <summary>A new question with empty options to fill.</summary>
    public static MultipleChoiceQuestion New() =>
        new() { Options = [new Option { Id = Ids.New(), Right = true }, new Option { Id = Ids.New() }, new Option { Id = Ids.New() }] };
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

    /// <summary>Shown with its words, or in their place; null for none.</summary>
    public Picture? Picture { get; init; }

    /// <summary>What it is called in reasons: its words, else what the picture shows.</summary>
    [JsonIgnore]
    public string Name => Text.Trim().Length > 0 ? Text : Picture?.AlternativeText ?? "";

    public bool Right { get; init; }

    /// <summary>Words for the learner who picked it.</summary>
    public string Feedback { get; init; } = "";

    /// <summary>True when it keeps its place in a shuffle, as “all of these” does.</summary>
    public bool Pinned { get; init; }

    /// <summary>The id of the clue card that is found, or of the stop that is done, before it is there; empty for always.</summary>
    public string Needs { get; init; } = "";
}
