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
/// Finds key ideas in a text. A phrase is its words in order with a set number of others between at most, within one sentence;
/// of all ways in which it fits, the closest. Signs (50 %, km/h, C#) and what is written without a space before it stand right
/// behind the word before. Mentions do not overlap: those of most words first, then the leftmost. A word that is in the key as it
/// stands is never read as a slip of another.
/// </summary>
public sealed class KeyIdeas
{
    /// <summary>Nothing at all stands between.</summary>
    private const int Close = -1;

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
                var words = IdeaWords
                    .Of(phrase, stars: true)
                    .Where(word => word.Text.Trim('*').Length > 0)
                    .Select(word =>
                    {
                        var read = reading.Read(word.Text, culture);
                        var key = (read, idea.MatchCase, idea.Slips);
                        if (!known.TryGetValue(key, out var number))
                        {
                            known[key] = number = _patterns.Count;
                            Add(
                                read,
                                idea.MatchCase,
                                idea.Slips && !word.IsSign && !read.Contains('*') ? TextMatching.SlipsAllowed(read) : 0
                            );
                        }

                        return (number, word.IsClose);
                    })
                    .ToList();
                if (words.Count > 0)
                {
                    _phrases.Add(
                        new Phrase(
                            i,
                            [.. words.Select(word => word.number)],
                            [.. words.Select(word => word.IsClose ? Close : Math.Clamp(idea.Between, 0, 50))]
                        )
                    );
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
        var words = IdeaWords.Of(text);
        var places = PlacesOf(words);
        var found = new List<(int Words, int First, int Span, int Idea)>();
        foreach (var phrase in _phrases)
        {
            foreach (var (first, last) in Fits(phrase, places, words))
            {
                found.Add((phrase.Words.Length, first, last - first + 1, phrase.Idea));
            }
        }

        found.Sort(
            (a, b) =>
                a.Words != b.Words ? b.Words.CompareTo(a.Words)
                : a.First != b.First ? a.First.CompareTo(b.First)
                : a.Span != b.Span ? a.Span.CompareTo(b.Span)
                : a.Idea.CompareTo(b.Idea)
        );
        var taken = new bool[words.Count];
        var mentions = new List<Mention>();
        foreach (var (_, first, span, idea) in found)
        {
            if (!taken.AsSpan(first, span).Contains(true))
            {
                taken.AsSpan(first, span).Fill(true);
                mentions.Add(
                    new Mention(
                        idea,
                        words[first].Start,
                        words[first + span - 1].Start + words[first + span - 1].Length - words[first].Start
                    )
                );
            }
        }

        mentions.Sort((a, b) => a.Start.CompareTo(b.Start));
        return mentions;
    }

    /// <summary>A text's length as a person counts it.</summary>
    public static int LengthOf(string text, LengthMeasure measure) =>
        measure == LengthMeasure.Words ? IdeaWords.Count(text) : new StringInfo(text.ReplaceLineEndings("\n").Trim()).LengthInTextElements;

    /// <summary>Where a phrase begins and ends: for each place of its last word the latest beginning from which it is reached.</summary>
    private static List<(int First, int Last)> Fits(Phrase phrase, List<int>[] places, List<IdeaWord> words)
    {
        var reached = places[phrase.Words[0]].ConvertAll(place => (First: place, Last: place));
        for (var next = 1; next < phrase.Words.Length && reached.Count > 0; next++)
        {
            var (further, from, between) = (new List<(int, int)>(), 0, phrase.Between[next]);
            foreach (var place in places[phrase.Words[next]])
            {
                // The ways are in order of where they end; those too far behind are too far for all that come.
                while (
                    from < reached.Count
                    && (
                        between == Close
                            ? reached[from].Last < place - 1
                            : words[place].Ordinal - words[reached[from].Last].Ordinal - 1 > between
                    )
                )
                {
                    from++;
                }

                var best = -1;
                for (var way = from; way < reached.Count && reached[way].Last < place; way++)
                {
                    best =
                        words[reached[way].Last].Sentence == words[place].Sentence
                        && (best < 0 || reached[way].First >= reached[best].First)
                            ? way
                            : best;
                }

                if (best >= 0)
                {
                    further.Add((reached[best].First, place));
                }
            }

            reached = further;
        }

        return reached;
    }

    /// <summary>For each pattern the words of the text that fit it. Equal words are compared once.</summary>
    private List<int>[] PlacesOf(List<IdeaWord> words)
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

    /// <summary>The patterns that a word fits. A slip counts only where both words are long enough for it: “and” is no slip of “land”.</summary>
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
                if (
                    (pattern[0] == '*' || pattern[0] == word[0])
                    && (pattern[^1] == '*' || pattern[^1] == word[^1])
                    && _patterns[number].MatchCase == asItIs
                    && TextMatching.FitsPattern(word, pattern)
                )
                {
                    fitting.Add(number);
                }
            }

            if (_exact.ContainsKey(small) || _exact.ContainsKey(asTyped))
            {
                continue;
            }

            var (letters, slips) = (Letters(word), TextMatching.SlipsAllowed(word));
            for (
                var length = Math.Max(0, word.Length - slips);
                slips > 0 && length <= word.Length + slips && length < _slipping.Count;
                length++
            )
            {
                foreach (var (number, of) in _slipping[length])
                {
                    var most = Math.Min(slips, _patterns[number].Slips);
                    if (
                        BitOperations.PopCount(letters ^ of) <= 2 * most
                        && _patterns[number].MatchCase == asItIs
                        && TextMatching.Distance(word, _patterns[number].Word, most) <= most
                        && TextMatching.SameDigits(word, _patterns[number].Word)
                    )
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

    /// <summary>A phrase: its patterns, and how many other words may stand before each of them, or <see cref="Close"/>.</summary>
    private sealed record Phrase(int Idea, int[] Words, int[] Between);

    private sealed record Pattern(string Word, bool MatchCase, int Slips);
}
