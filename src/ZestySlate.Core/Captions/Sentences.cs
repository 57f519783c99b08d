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

                sentences.Add(new Sentence(letters[first].From, letters[end].To, words));
            }

            (begin, i) = (end + 1, end);
        }

        return sentences.ToValueList();
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
