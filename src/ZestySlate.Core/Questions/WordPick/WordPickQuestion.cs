using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.WordPick;

/// <summary>A text in which words are picked: those that are meant, and not the others.</summary>
public sealed record WordPickQuestion : Question
{
    public WordPickQuestion() => Penalty = 1;

    /// <summary>The text; marked stretches are words or phrases to be picked, or traps.</summary>
    public ValueList<Run<WordMark>> Text { get; init; } = [];

    /// <summary>What can be picked, in order: marked stretches as one, every other word alone. The id is the number of its first word, so
    /// that it tells nothing.</summary>
    [JsonIgnore]
    public IEnumerable<PickUnit> Units
    {
        get
        {
            var number = 0;
            foreach (var run in Text)
            {
                if (run.Mark is { } mark)
                {
                    yield return new PickUnit($"w{number}", run.Text, mark);
                    number += MarkedText.Tokens(run.Text).Count(token => token.Index >= 0);
                    continue;
                }

                foreach (var token in MarkedText.Tokens(run.Text))
                {
                    yield return new PickUnit(token.Index >= 0 ? $"w{number++}" : "", token.Text, null);
                }
            }
        }
    }

    /// <summary>How many words or phrases are to be picked.</summary>
    [JsonIgnore]
    public int Targets => Text.Count(run => run.Mark is { Trap: false });
}

/// <summary>A marked word or phrase.</summary>
public sealed record WordMark
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    /// <summary>True for a trap: it is wrong to pick it, and it can have words of its own.</summary>
    public bool Trap { get; init; }

    /// <summary>Words for the learner who picked it.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>Something that can be picked, or (without an id) what stands between.</summary>
public sealed record PickUnit(string Id, string Text, WordMark? Mark);

/// <summary>The units a learner picked, by id.</summary>
public sealed record WordPickResponse : Response
{
    public ValueList<string> Picked { get; init; } = [];

    /// <summary>The units that were pressed on the page it came from; the others stay as they are. Null when all of it is meant.</summary>
    public ValueList<string>? Touched { get; init; }

    public override Response Touching(ValueList<string> names) => this with { Touched = names };
}

/// <summary>What a learner may see of a text to pick words from.</summary>
/// <param name="Units">The text, unit by unit.</param>
/// <param name="Targets">How many are to be picked.</param>
public sealed record WordPickView(ValueList<PickUnitView> Units, int Targets) : QuestionView;

/// <summary>What a learner may see of a word; <paramref name="Id"/> is empty for what stands between words.</summary>
public sealed record PickUnitView(string Id, string Text, bool Picked, bool Kept, PartSaid Said, bool IsRight);
