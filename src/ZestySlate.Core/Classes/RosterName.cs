using System.Globalization;
using System.Text;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Classes;

/// <summary>
/// Whom of a class somebody means who types a name at the door. Capitals, accents, hyphens and the order of names do not matter,
/// nor does ü written as ue; the first name is enough where one alone has it, and the first letters of another name tell two
/// apart.
/// </summary>
public static class RosterName
{
    /// <summary>Those of a roster who can be meant: none, the one, or several where more must be typed.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="roster">The names as they stand on the roster.</param>
    /// <returns>Their places on the roster.</returns>
    public static IReadOnlyList<int> Meant(string typed, IReadOnlyList<string> roster)
    {
        var said = typed.Trim();
        foreach (var fits in Ladder(said))
        {
            var found = Enumerable.Range(0, roster.Count).Where(at => fits(roster[at])).ToList();
            if (found.Count > 0)
            {
                return found;
            }
        }

        return [];
    }

    /// <summary>The name with its last word first, for putting a roster in the order of family names.</summary>
    public static string ByFamily(string name) =>
        name.Trim() is var whole && whole.LastIndexOf(' ') is > 0 and var at ? $"{whole[(at + 1)..]}, {whole[..at]}" : whole;

    /// <summary>From the strictest to the mildest: whoever has the very name is meant before all whose name only begins so.</summary>
    private static IEnumerable<Func<string, bool>> Ladder(string said)
    {
        if (said.Length == 0)
        {
            yield break;
        }

        yield return name => string.Equals(name.Trim(), said, StringComparison.CurrentCultureIgnoreCase);
        foreach (var twoLetters in new[] { false, true })
        {
            var words = Words(said, twoLetters);
            if (words.Length == 0)
            {
                yield break;
            }

            yield return name => Words(name, twoLetters).SequenceEqual(words);
            yield return name => Words(name, twoLetters).Order(StringComparer.Ordinal).SequenceEqual(words.Order(StringComparer.Ordinal));
            yield return name => Begins(Words(name, twoLetters), words);
        }
    }

    /// <summary>True when the first name is the same, and what else was typed comes after it in the same order, the last word perhaps cut.</summary>
    private static bool Begins(string[] name, string[] typed)
    {
        if (name.Length == 0 || name[0] != typed[0])
        {
            return false;
        }

        var at = 1;
        for (var i = 1; i < typed.Length; i++)
        {
            var last = i == typed.Length - 1;
            while (at < name.Length && name[at] != typed[i] && !(last && name[at].StartsWith(typed[i], StringComparison.Ordinal)))
            {
                at++;
            }

            if (at++ >= name.Length)
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>The words of a name in small letters without accents.</summary>
    /// <param name="name">The name.</param>
    /// <param name="twoLetters">True to write umlauts and their like as two letters: ü as ue, å as aa.</param>
    private static string[] Words(string name, bool twoLetters)
    {
        var small = TextLetters.Folded(TextLetters.Plain(name), CultureInfo.InvariantCulture);
        var letters = new StringBuilder();
        foreach (var letter in small.Normalize(NormalizationForm.FormC))
        {
            letters.Append(
                letter switch
                {
                    'þ' => "th",
                    'ð' => "d",
                    'æ' => "ae",
                    'œ' => "oe",
                    'ı' => "i",
                    'ä' when twoLetters => "ae",
                    'ö' or 'ø' when twoLetters => "oe",
                    'ü' when twoLetters => "ue",
                    'å' when twoLetters => "aa",
                    '\'' or '’' or '.' => "",
                    _ when char.IsLetterOrDigit(letter) || char.IsSurrogate(letter) => letter.ToString(),
                    _ when CharUnicodeInfo.GetUnicodeCategory(letter)
                            is UnicodeCategory.NonSpacingMark
                                or UnicodeCategory.SpacingCombiningMark => letter.ToString(),
                    _ => " ",
                }
            );
        }

        return TextLetters.WithoutAccents(letters.ToString()).Split(' ', StringSplitOptions.RemoveEmptyEntries);
    }
}
