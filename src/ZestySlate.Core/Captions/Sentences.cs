namespace ZestySlate.Core.Captions;

/// <summary>Finds the sentences of captions. They run over the captions; where one ends inside a caption, the moment is that share of the
/// caption's time which its characters are of the caption's.</summary>
public static class Sentences
{
    private const string Ends = ".?!…؟۔。",
        Closes = "\"'”’»)]";

    /// <summary>Words that end in a point and end no sentence, in small letters and without it.</summary>
    private static readonly HashSet<string> Short =
    [
        "approx",
        "bzw",
        "ca",
        "dr",
        "e.g",
        "etc",
        "fig",
        "i.e",
        "mr",
        "mrs",
        "ms",
        "nr",
        "no",
        "prof",
        "sog",
        "st",
        "usw",
        "vgl",
        "vs",
        "z.b",
        "d.h",
        "u.a",
    ];

    /// <summary>What follows a number with a point that counts days, in German.</summary>
    private static readonly string[] Months =
    [
        "Januar",
        "Februar",
        "März",
        "April",
        "Mai",
        "Juni",
        "Juli",
        "August",
        "September",
        "Oktober",
        "November",
        "Dezember",
    ];

    /// <summary>The sentences, in their order. What is left without an end is one too.</summary>
    /// <param name="captions">The captions, in their order; those without words are passed over.</param>
    public static ValueList<Sentence> Of(IEnumerable<Caption> captions)
    {
        var letters = Letters(captions).ToList();
        var text = string.Concat(letters.Select(letter => letter.Character));
        var sentences = new List<Sentence>();
        for (var (i, begin) = (0, 0); i < text.Length; i++)
        {
            if (i < text.Length - 1 && !EndsAt(text, i))
            {
                continue;
            }

            var end = i;
            while (end + 1 < text.Length && (Closes.Contains(text[end + 1]) || Ends.Contains(text[end + 1])))
            {
                end++;
            }

            if (text[begin..(end + 1)].Trim() is { Length: > 0 } words)
            {
                var first = begin;
                while (char.IsWhiteSpace(text[first]))
                {
                    first++;
                }

                var inside = end + 1 < letters.Count && letters[end + 1].To > letters[end].To;
                sentences.Add(new Sentence(letters[first].From, letters[end].To, words) { EndReckoned = inside });
            }

            (begin, i) = (end + 1, end);
        }

        return sentences.ToValueList();
    }

    /// <summary>How far an end that is reckoned by characters may be off, in seconds: somebody speaks faster here and slower there.</summary>
    public const decimal Doubt = 1;

    /// <summary>The same sentences; where an end is reckoned and there is a pause nearby, it lies where that begins, and the next sentence
    /// begins where that ends.</summary>
    /// <param name="sentences">As <see cref="Of"/> finds them.</param>
    /// <param name="spoken">The stretches in which something is said, as <see cref="Silences.Spoken"/> hears them.</param>
    public static ValueList<Sentence> Corrected(ValueList<Sentence> sentences, ValueList<Sentence> spoken)
    {
        var corrected = sentences.ToList();
        for (var (i, next) = (0, 0); i < corrected.Count - 1; i++)
        {
            var (one, other) = (corrected[i], corrected[i + 1]);
            // Both lists go on in time, so what lies before this sentence is never looked at again.
            while (next < spoken.Count - 1 && spoken[next].To < one.To - Doubt)
            {
                next++;
            }

            var best = -1;
            for (var j = next; one.EndReckoned && j < spoken.Count - 1 && spoken[j].To <= one.To + Doubt; j++)
            {
                var fits = spoken[j].To > one.From && spoken[j + 1].From < other.To;
                best = fits && (best < 0 || Math.Abs(spoken[j].To - one.To) < Math.Abs(spoken[best].To - one.To)) ? j : best;
            }

            if (best >= 0)
            {
                corrected[i] = one with { To = spoken[best].To, EndReckoned = false };
                corrected[i + 1] = other with { From = spoken[best + 1].From };
            }
        }

        return corrected.ToValueList();
    }

    /// <summary>Every character with the time in which it is said; captions are parted by a space.</summary>
    private static IEnumerable<(char Character, decimal From, decimal To)> Letters(IEnumerable<Caption> captions)
    {
        foreach (var caption in captions.Where(caption => caption.Text.Trim().Length > 0))
        {
            var words = caption.Text.Trim();
            for (var i = 0; i < words.Length; i++)
            {
                yield return (char.IsWhiteSpace(words[i]) ? ' ' : words[i], At(caption, i, words.Length), At(caption, i + 1, words.Length));
            }

            yield return (' ', caption.To, caption.To);
        }
    }

    private static decimal At(Caption caption, int characters, int all) =>
        Math.Round(caption.From + ((caption.To - caption.From) * characters / all), 3);

    private static bool EndsAt(string text, int at)
    {
        if (!Ends.Contains(text[at]))
        {
            return false;
        }

        var next = at + 1;
        while (next < text.Length && (Closes.Contains(text[next]) || Ends.Contains(text[next])))
        {
            next++;
        }

        if (next < text.Length && !char.IsWhiteSpace(text[next]) && text[at] != '。')
        {
            return false;
        }

        if (text[at] != '.')
        {
            return true;
        }

        var word = text[(text.LastIndexOf(' ', at) + 1)..at].TrimStart('(', '"', '“', '„', '«').ToLowerInvariant();
        var rest = text.AsSpan(next, Math.Min(24, text.Length - next)).TrimStart().ToString();
        var goesOn =
            rest.Length > 0
            && (char.IsLower(rest[0]) || (word.All(char.IsDigit) && Months.Any(month => rest.StartsWith(month, StringComparison.Ordinal))));
        return !goesOn && !Short.Contains(word) && !(word.Length == 1 && char.IsLetter(word[0]));
    }
}
