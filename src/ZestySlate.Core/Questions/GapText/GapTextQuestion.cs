using System.Text.Json.Serialization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Questions.GapText;

/// <summary>A text with gaps, to be typed, chosen from lists, or filled from a bank of words.</summary>
public sealed record GapTextQuestion : Question
{
    public GapFilling Filling { get; init; } = GapFilling.Typed;

    /// <summary>The text; the words of a gap are its first right answer.</summary>
    public ValueList<Run<Gap>> Text { get; init; } = [];

    /// <summary>Wrong words that lists and the bank offer too.</summary>
    public ValueList<string> ExtraWords { get; init; } = [];

    /// <summary>With a bank: true when a word can be used again.</summary>
    public bool WordsOften { get; init; }

    /// <summary>How typed words are read.</summary>
    public TextReading Reading { get; init; } = new();

    /// <summary>The gaps, in order, each with its words in the text.</summary>
    [JsonIgnore]
    public IEnumerable<(Gap Gap, string Words)> Gaps => Text.Where(run => run.Mark is not null).Select(run => (run.Mark!, run.Text));

    /// <summary>What is accepted in a gap.</summary>
    public static TextKey KeyOf(Gap gap, string words) => new() { Accepted = gap.Variants.Insert(0, words), NotThis = gap.NotThis };

    /// <summary>The words of the bank, in the order of the text; one for each gap, and the extra ones. A word that can be used again stands once.</summary>
    [JsonIgnore]
    public IEnumerable<string> Bank => WordsOften ? AllWords.Distinct() : AllWords;

    private IEnumerable<string> AllWords => Gaps.Select(gap => gap.Words).Concat(ExtraWords.Where(word => word.Trim().Length > 0));

    /// <summary>The words that the list of a gap offers: its own wrong words, or those of the whole text when it has none.</summary>
    public IEnumerable<string> ListOf(Gap gap, string words) =>
        (gap.NotThis.Count > 0 ? gap.NotThis.Prepend(words).Concat(ExtraWords) : AllWords).Where(word => word.Trim().Length > 0).Distinct();
}

/// <summary>How gaps are filled.</summary>
public enum GapFilling
{
    Typed,
    List,
    Bank,
}

/// <summary>A gap of a text.</summary>
public sealed record Gap
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    /// <summary>Further answers that are right.</summary>
    public ValueList<string> Variants { get; init; } = [];

    /// <summary>Answers that are wrong however near they come; a list offers them.</summary>
    public ValueList<string> NotThis { get; init; } = [];

    /// <summary>Shown at the gap; empty for none.</summary>
    public string Hint { get; init; } = "";

    public string WordsForRight { get; init; } = "";

    public string WordsForWrong { get; init; } = "";

    /// <summary>Its weight among the gaps.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>Gaps of one name accept their answers in any order, each once; empty for none.</summary>
    public string Exchange { get; init; } = "";
}

/// <summary>What a learner put into the gaps.</summary>
public sealed record GapTextResponse : PartsResponse;
