using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.JumbledWords;

/// <summary>The words of a sentence, or of a verse line by line, to be brought into order. Words stay in their line.</summary>
public sealed record JumbledWordsQuestion : Question
{
    /// <summary>The lines in the right order of their words.</summary>
    public ValueList<string> Lines { get; init; } = [];

    /// <summary>Words for lines, by the line they are of.</summary>
    public ValueList<LineWords> Feedback { get; init; } = [];

    public JumbledMove Move { get; init; } = JumbledMove.PutBefore;

    /// <summary>True when each move is marked as it is made: a word that then stands wrong is one mistake.</summary>
    public bool EachMove { get; init; } = true;

    /// <summary>True when words that stand right stay where they are.</summary>
    public bool RightWordsStay { get; init; } = true;

    /// <summary>True when the capital at the beginning of a line and the mark at its end are taken away, since they tell the place.</summary>
    public bool HideEnds { get; init; }

    /// <summary>The words for a line once it is marked; empty for none.</summary>
    public string FeedbackOf(string line) => Feedback.FirstOrDefault(words => words.Line == line)?.Words ?? "";

    /// <summary>The words of all lines, in the right order, as learners see them.</summary>
    [JsonIgnore]
    public ValueList<ValueList<JumbledWord>> Words =>
        Lines
            .Select(
                (line, number) =>
                    WordsOf(line).ToList() is var words
                        ? words.Zip(Numbers(line, words.Count), (word, id) => new JumbledWord($"l{number}w{id}", word)).ToValueList()
                        : []
            )
            .ToValueList();

    /// <summary>Numbers in an order that only who knows the line can find again: the words' ids do not tell their places.</summary>
    private static ValueList<int> Numbers(string line, int count) =>
        SeededRandom.For(0, "words of " + line).Shuffle(Enumerable.Range(0, count).ToValueList());

    private IEnumerable<string> WordsOf(string line)
    {
        var words = line.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        for (var i = 0; i < words.Length; i++)
        {
            var word = words[i];
            if (
                HideEnds
                && i == words.Length - 1
                && word.TrimEnd('.', '!', '?', '…', ',', ';', ':', '؟', '،', '۔', '。') is { Length: > 0 } open
            )
            {
                word = open;
            }

            if (HideEnds && i == 0)
            {
                word = char.ToLowerInvariant(word[0]) + word[1..];
            }

            yield return word;
        }
    }
}

/// <summary>How a word is moved.</summary>
public enum JumbledMove
{
    /// <summary>It is put in before another; the rest moves up.</summary>
    PutBefore,

    /// <summary>Two words are exchanged.</summary>
    Exchange,
}

/// <summary>The author's words for a line once it is marked.</summary>
public sealed record LineWords(string Line, string Words);

/// <summary>A word with its id.</summary>
public sealed record JumbledWord(string Id, string Text);

/// <summary>The words as a learner has put them, line by line, by id. In what is kept, an empty id is a place that is still open.</summary>
public sealed record JumbledWordsResponse : Response
{
    public ValueList<ValueList<string>> Lines { get; init; } = [];
}

/// <summary>What a learner may see of jumbled words.</summary>
/// <param name="Move">How a word is moved.</param>
/// <param name="EachMove">True when each move is marked as it is made.</param>
/// <param name="Lines">The words as they stand.</param>
/// <param name="LineFeedback">What is said of each line once it may be shown; empty for nothing.</param>
/// <param name="RightLines">The right lines, once they may be shown; else empty.</param>
public sealed record JumbledWordsView(
    JumbledMove Move,
    bool EachMove,
    ValueList<ValueList<JumbledWordView>> Lines,
    ValueList<string> LineFeedback,
    ValueList<string> RightLines
) : QuestionView;

/// <summary>What a learner may see of a word.</summary>
public sealed record JumbledWordView(string Id, string Text, bool Kept, PartSaid Said);
