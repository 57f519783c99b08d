using System.Globalization;
using System.Numerics;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Questions.LongText;

/// <summary>A mention of an idea in a text.</summary>
/// <param name="Idea">The idea's number among the ideas, from 0.</param>
/// <param name="Start">Where it begins, in UTF-16 units.</param>
/// <param name="Length">How long it is.</param>
public readonly record struct Mention(int Idea, int Start, int Length);

/// <summary>
/// Finds key ideas in a text. A phrase is its words in order with a set number of others between at most, within one sentence.
/// Mentions do not overlap: those of most words first, then the leftmost. A word that is in the key as it stands is never read
/// as a slip of another.
/// </summary>
public sealed class KeyIdeas
{
    private readonly CultureInfo _culture;
    private readonly List<Phrase> _phrases = [];
    private readonly List<Pattern> _patterns = [];
    private readonly Dictionary<string, List<int>> _exact = [];
    private readonly List<int> _wild = [];
    private readonly bool _matchesCase;

    /// <summary>The patterns of which slips are forgiven, with the letters they hold, by their length.</summary>
    private readonly List<List<(int Number, ulong Letters)>> _slipping = [];

    public KeyIdeas(IReadOnlyList<KeyIdea> ideas, CultureInfo culture)
    {
        _culture = culture;
        _matchesCase = ideas.Any(idea => idea.MatchCase);
        var known = new Dictionary<(string, bool, bool), int>();
        for (var i = 0; i < ideas.Count; i++)
        {
            var (idea, reading) = (ideas[i], new TextReading { MatchCase = ideas[i].MatchCase });
            foreach (var phrase in idea.Phrases)
            {
                var words = phrase.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(word => reading.Read(word, culture)).Where(word => word.Trim('*').Length > 0).Select(word =>
                {
                    var key = (word, idea.MatchCase, idea.Slips);
                    if (!known.TryGetValue(key, out var number))
                    {
                        known[key] = number = _patterns.Count;
                        Add(word, idea.MatchCase, idea.Slips && !word.Contains('*') ? TextMatching.SlipsAllowed(word.Length) : 0);
                    }

                    return number;
                }).ToArray();
                if (words.Length > 0)
                {
                    _phrases.Add(new Phrase(i, words, Math.Clamp(idea.Between, 0, 50)));
                }
            }
        }
    }

    private void Add(string word, bool matchCase, int slips)
    {
        var number = _patterns.Count;
        _patterns.Add(new Pattern(word, matchCase, slips));
        if (word.Contains('*'))
        {
            _wild.Add(number);
        }
        else
        {
            (_exact.TryGetValue(word, out var same) ? same : _exact[word] = []).Add(number);
        }

        while (slips > 0 && _slipping.Count <= word.Length)
        {
            _slipping.Add([]);
        }

        if (slips > 0)
        {
            _slipping[word.Length].Add((number, Letters(word)));
        }
    }

    /// <summary>The mentions in a text, from left to right.</summary>
    public IReadOnlyList<Mention> In(string text)
    {
        var words = WordsOf(text);
        var places = PlacesOf(words);
        var found = new List<(int Span, int First, int Idea)>();
        foreach (var phrase in _phrases)
        {
            foreach (var first in places[phrase.Words[0]])
            {
                var (at, fits) = (first, true);
                for (var next = 1; next < phrase.Words.Length && fits; next++)
                {
                    fits = Following(places[phrase.Words[next]], at, phrase.Between) is >= 0 and var after && words[after].Sentence == words[first].Sentence && (at = after) >= 0;
                }

                if (fits)
                {
                    found.Add((at - first + 1, first, phrase.Idea));
                }
            }
        }

        found.Sort((a, b) => a.Span != b.Span ? b.Span.CompareTo(a.Span) : a.First != b.First ? a.First.CompareTo(b.First) : a.Idea.CompareTo(b.Idea));
        var taken = new bool[words.Count];
        var mentions = new List<Mention>();
        foreach (var (span, first, idea) in found)
        {
            if (!taken.AsSpan(first, span).Contains(true))
            {
                taken.AsSpan(first, span).Fill(true);
                mentions.Add(new Mention(idea, words[first].Start, words[first + span - 1].Start + words[first + span - 1].Length - words[first].Start));
            }
        }

        mentions.Sort((a, b) => a.Start.CompareTo(b.Start));
        return mentions;
    }

    /// <summary>A text's length as a person counts it.</summary>
    public static int LengthOf(string text, LengthMeasure measure) =>
        measure == LengthMeasure.Words ? CountWords(text) : new StringInfo(text.ReplaceLineEndings("\n").Trim()).LengthInTextElements;

    /// <summary>The first of these places after one, with no more than so many between; -1 for none.</summary>
    private static int Following(List<int> places, int after, int between)
    {
        var at = places.BinarySearch(after + 1);
        at = at < 0 ? ~at : at;
        return at < places.Count && places[at] <= after + 1 + between ? places[at] : -1;
    }

    private static List<WordAt> WordsOf(string text)
    {
        var words = new List<WordAt>();
        var (sentence, last) = (0, 0);
        for (var at = 0; NextWord(text, at) is { Length: > 0 } word; at = last)
        {
            if (text.AsSpan(last, word.Start - last).IndexOfAny(SentenceEnds) >= 0)
            {
                sentence++;
            }

            words.Add(new WordAt(word.Start, word.Length, sentence, text.Substring(word.Start, word.Length)));
            last = word.Start + word.Length;
        }

        return words;
    }

    private static int CountWords(string text)
    {
        var count = 0;
        for (var at = 0; NextWord(text, at) is { Length: > 0 } word; at = word.Start + word.Length)
        {
            count++;
        }

        return count;
    }

    /// <summary>The next word from a place on: letters, marks and digits, joined by single apostrophes, hyphens, stops or commas inside. Length 0 at the end.</summary>
    private static (int Start, int Length) NextWord(string text, int from)
    {
        while (from < text.Length && !IsOfWord(text, from))
        {
            from++;
        }

        var end = from;
        while (end < text.Length && (IsOfWord(text, end) || (text[end] is '\'' or '’' or '-' or '.' or ',' && end > from && end + 1 < text.Length && IsOfWord(text, end + 1))))
        {
            end += IsOfWord(text, end) && char.IsHighSurrogate(text[end]) ? 2 : 1;
        }

        return (from, end - from);
    }

    private static bool IsOfWord(string text, int at) => text[at] < 128 ? char.IsAsciiLetterOrDigit(text[at])
        : CharUnicodeInfo.GetUnicodeCategory(text, at) is <= UnicodeCategory.OtherNumber;

    /// <summary>For each pattern the words of the text that fit it. Equal words are compared once.</summary>
    private List<int>[] PlacesOf(List<WordAt> words)
    {
        var places = _patterns.Select(_ => new List<int>()).ToArray();
        var fits = new Dictionary<string, int[]>(StringComparer.Ordinal);
        var (folded, typed) = (new TextReading(), new TextReading { MatchCase = true });
        for (var i = 0; i < words.Count; i++)
        {
            if (!fits.TryGetValue(words[i].Text, out var numbers))
            {
                var small = folded.Read(words[i].Text, _culture);
                fits[words[i].Text] = numbers = Fitting(small, _matchesCase ? new string(typed.Read(words[i].Text, _culture)) : "");
            }

            foreach (var number in numbers)
            {
                places[number].Add(i);
            }
        }

        return places;
    }

    /// <summary>The patterns that a word fits. A slip counts only where both words are long enough for it: «and» is no slip of «land».</summary>
    private int[] Fitting(string small, string asTyped)
    {
        List<int> fitting = [];
        foreach (var word in _matchesCase ? new[] { small, asTyped } : [small])
        {
            var asItIs = ReferenceEquals(word, asTyped);
            foreach (var number in _exact.GetValueOrDefault(word) ?? [])
            {
                if (_patterns[number].MatchCase == asItIs)
                {
                    fitting.Add(number);
                }
            }

            foreach (var number in _wild)
            {
                var pattern = _patterns[number].Word;
                if ((pattern[0] == '*' || pattern[0] == word[0]) && (pattern[^1] == '*' || pattern[^1] == word[^1]) && _patterns[number].MatchCase == asItIs && TextMatching.FitsPattern(word, pattern))
                {
                    fitting.Add(number);
                }
            }

            if (_exact.ContainsKey(small) || _exact.ContainsKey(asTyped))
            {
                continue;
            }

            var (letters, slips) = (Letters(word), TextMatching.SlipsAllowed(word.Length));
            for (var length = Math.Max(0, word.Length - slips); slips > 0 && length <= word.Length + slips && length < _slipping.Count; length++)
            {
                foreach (var (number, of) in _slipping[length])
                {
                    var most = Math.Min(slips, _patterns[number].Slips);
                    if (BitOperations.PopCount(letters ^ of) <= 2 * most && _patterns[number].MatchCase == asItIs
                        && TextMatching.Distance(word, _patterns[number].Word, most) <= most && TextMatching.SameDigits(word, _patterns[number].Word))
                    {
                        fitting.Add(number);
                    }
                }
            }
        }

        return [.. fitting];
    }

    /// <summary>Which letters a word holds, as bits: words a slip apart differ in two of them at most.</summary>
    private static ulong Letters(string word)
    {
        var letters = 0UL;
        foreach (var letter in word)
        {
            letters |= 1UL << (letter & 63);
        }

        return letters;
    }

    private static readonly System.Buffers.SearchValues<char> SentenceEnds = System.Buffers.SearchValues.Create(".!?…؟。\n");

    private readonly record struct WordAt(int Start, int Length, int Sentence, string Text);

    private sealed record Phrase(int Idea, int[] Words, int Between);

    private sealed record Pattern(string Word, bool MatchCase, int Slips);
}
