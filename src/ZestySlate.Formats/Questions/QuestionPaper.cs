using System.Text.RegularExpressions;

namespace ZestySlate.Formats.Questions;

/// <summary>
/// A test as people have it typed: numbered questions, options by letters, the right one with an asterisk, a tick or “(correct)”, by
/// “Answer: b” below, or by a key at the end; gaps as lines to write on, or as words in brackets. It becomes the plain list, with the
/// numbers of its lines, so that what cannot be read is named where it stands.
/// </summary>
internal static partial class QuestionPaper
{
    /// <summary>True when options go by letters, or words stand in brackets or on lines to write on, and nothing of the plain list is used.</summary>
    internal static bool Is(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        return !lines.Any(line => Plain().IsMatch(line)) && (lines.Count(line => Option().IsMatch(line)) >= 2 || lines.Any(HasGaps));
    }

    /// <summary>The same questions as lines of a plain list.</summary>
    internal static IEnumerable<QuestionList.Line> Lines(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n').Select((line, i) => new QuestionList.Line(i + 1, line)).ToList();
        var (key, end) = KeyOf(lines);
        var counted = 0;
        foreach (var block in Blocks(lines.Take(end)))
        {
            counted++;
            var number = Numbered().Match(block[0].Text) is { Success: true } head
                ? int.Parse(head.Groups["number"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture)
                : counted;
            foreach (var made in Question(block, key.GetValueOrDefault(number, "")))
            {
                yield return made;
            }

            yield return new QuestionList.Line(block[^1].Number, "");
        }
    }

    /// <summary>The key at the end, “Answers: 1 b, 2 d” or a line for each: the letters of each question, and where it begins.</summary>
    private static (Dictionary<int, string> Key, int End) KeyOf(List<QuestionList.Line> lines)
    {
        var from = lines.FindLastIndex(line => KeyHead().IsMatch(line.Text));
        if (from < 0)
        {
            return ([], lines.Count);
        }

        var rest = string.Join('\n', lines.Skip(from).Select((line, i) => i == 0 ? KeyHead().Replace(line.Text, "") : line.Text));
        var found = KeyEntry().Matches(rest);
        var whole = KeyEntry().Replace(rest, "").All(sign => char.IsWhiteSpace(sign) || sign is ',' or ';' or '.' or '|');
        return found.Count == 0 || !whole
            ? ([], lines.Count)
            : (
                found
                    .GroupBy(one => int.Parse(one.Groups["number"].ValueSpan, System.Globalization.CultureInfo.InvariantCulture))
                    .ToDictionary(same => same.Key, same => same.First().Groups["letters"].Value),
                from
            );
    }

    /// <summary>The questions: each begins with a number, or behind an empty line where none are numbered.</summary>
    private static IEnumerable<List<QuestionList.Line>> Blocks(IEnumerable<QuestionList.Line> lines)
    {
        var all = lines.ToList();
        var numbered = all.Any(line => Numbered().IsMatch(line.Text));
        var (block, empty) = (new List<QuestionList.Line>(), false);
        foreach (var line in all)
        {
            if (line.Text.Trim().Length == 0)
            {
                empty = true;
                continue;
            }

            var begins = numbered
                ? Numbered().IsMatch(line.Text)
                : empty && !Option().IsMatch(line.Text) && !Answer().IsMatch(line.Text) && !Named().IsMatch(line.Text);
            if (begins && block.Count > 0)
            {
                yield return block;
                block = [];
            }

            block.Add(line);
            empty = false;
        }

        if (block.Count > 0)
        {
            yield return block;
        }
    }

    private static IEnumerable<QuestionList.Line> Question(List<QuestionList.Line> block, string key)
    {
        var right = block
            .Select(line => Answer().Match(line.Text))
            .Where(answer => answer.Success)
            .Select(answer => answer.Groups["said"].Value.Trim())
            .ToList();
        var lettered = block.Any(line => Option().IsMatch(line.Text));
        var letters = right.Where(said => Letters().IsMatch(said)).Append(key).SelectMany(said => said.Where(char.IsLetter)).ToHashSet();
        if (!lettered && block.Any(line => HasGaps(line.Text)))
        {
            return Gaps(block, right);
        }

        return Said(block, lettered, [.. letters.Select(char.ToLowerInvariant)]);
    }

    private static IEnumerable<QuestionList.Line> Said(List<QuestionList.Line> block, bool lettered, HashSet<char> right)
    {
        QuestionList.Line? option = null;
        var more = new List<string>();
        QuestionList.Line Whole() => option! with { Text = string.Join(' ', more.Prepend(option.Text)) };
        foreach (var (line, i) in block.Select((line, i) => (line, i)))
        {
            if (Option().Match(line.Text) is { Success: true } found)
            {
                if (option is not null)
                {
                    yield return Whole();
                }

                more.Clear();
                var isRight =
                    found.Groups["star"].Success
                    || found.Groups["mark"].Success
                    || right.Contains(char.ToLowerInvariant(found.Groups["letter"].Value[0]));
                option = line with { Text = $"{(isRight ? '+' : '-')} {found.Groups["words"].Value.Trim()}" };
            }
            else if (Answer().Match(line.Text) is { Success: true } answer)
            {
                if (!lettered)
                {
                    yield return line with
                    {
                        Text = $"answer: {answer.Groups["said"].Value.Trim()}",
                    };
                }
            }
            else if (Named().IsMatch(line.Text))
            {
                if (option is not null)
                {
                    yield return Whole();
                    more.Clear();
                }

                option = null;
                yield return line with
                {
                    Text = Named().Replace(line.Text, "why:"),
                };
            }
            else if (option is not null)
            {
                // The rest of an option that went on in the next line.
                more.Add(line.Text.Trim());
            }
            else
            {
                yield return line with
                {
                    Text = i == 0 ? Numbered().Replace(line.Text, "${words}").Trim() : line.Text.Trim(),
                };
            }
        }

        if (option is not null)
        {
            yield return Whole();
        }
    }

    /// <summary>A text with gaps: words in brackets, or lines to write on whose words are given as its answers, in that order.</summary>
    private static IEnumerable<QuestionList.Line> Gaps(List<QuestionList.Line> block, List<string> answers)
    {
        var words = answers.SelectMany(said =>
            said.Split([';', ','], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
        );
        var given = new Queue<string>(words);
        var gaps = new List<string>();
        var text = block
            .Where(line => !Answer().IsMatch(line.Text))
            .Select(
                (line, i) =>
                    Gap()
                        .Replace(i == 0 ? Numbered().Replace(line.Text, "${words}") : line.Text, gap =>
                        {
                            var word =
                                gap.Groups["words"].Success ? gap.Groups["words"].Value.Trim()
                                : given.TryDequeue(out var next) ? next
                                : "";
                            gaps.Add(word);
                            return word.Length > 0 ? word : gap.Value;
                        })
                        .Trim()
            )
            .ToList();
        var at = block[0].Number;
        if (gaps.Any(word => word.Length == 0))
        {
            // Nobody has said what belongs there; the plain list names that.
            return block.Select((line, i) => i == 0 ? line with { Text = Numbered().Replace(line.Text, "${words}") } : line);
        }

        return text.Count > 1
            ?
            [
                new QuestionList.Line(at, text[0]),
                .. text.Skip(1).Select((line, i) => new QuestionList.Line(at + i + 1, i == 0 ? $"text: {line}" : line)),
                new QuestionList.Line(block[^1].Number, $"gaps: {string.Join("; ", gaps)}"),
            ]
            : [new QuestionList.Line(at, text[0]), new QuestionList.Line(block[^1].Number, $"gaps: {string.Join("; ", gaps)}")];
    }

    private static bool HasGaps(string line) => Gap().IsMatch(line);

    [GeneratedRegex(
        @"^[ \t]*(?:(?:question|frage|aufgabe|no\.?|nr\.?|q)[ \t]*)?(?<number>[0-9]{1,3})[ \t]*[.):][ \t]+(?<words>\S.*)$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Numbered();

    [GeneratedRegex(
        @"^[ \t]*(?<star>\*)?[ \t]*\(?(?<letter>[A-Ha-h])[.)][ \t]+(?<words>.*?)[ \t]*(?<mark>\*|\((?:correct|right|richtig)\)|✓|✔)?[ \t]*$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex Option();

    [GeneratedRegex(
        @"^[ \t]*(?:correct[ \t]+|right[ \t]+|richtige[ \t]+)?(?:answers?|antwort(?:en)?|solution|lösung)[ \t]*[:=][ \t]*(?<said>\S.*)$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Answer();

    [GeneratedRegex(@"^\(?[A-Ha-h][.)]?(?:[ \t]*(?:,|and|und|&)[ \t]*\(?[A-Ha-h][.)]?)*$", RegexOptions.NonBacktracking)]
    private static partial Regex Letters();

    [GeneratedRegex(@"^[ \t]*(?:explanation|feedback|because|why|erklärung)[ \t]*:", RegexOptions.IgnoreCase)]
    private static partial Regex Named();

    [GeneratedRegex(@"^[ \t]*(?:answer[ \t]+key|answers|key|solutions|lösungen|lösungsschlüssel)[ \t]*:?", RegexOptions.IgnoreCase)]
    private static partial Regex KeyHead();

    [GeneratedRegex(
        @"(?<![0-9])(?<number>[0-9]{1,3})[ \t]{0,3}[.):=–-]?[ \t]{0,3}"
            + @"(?<letters>[A-Ha-h](?:[ \t]{0,3}(?:&|\+|and|und)[ \t]{0,3}[A-Ha-h]){0,7})(?![A-Za-z])"
    )]
    private static partial Regex KeyEntry();

    [GeneratedRegex(@"\[(?<words>[^\[\]\n]{1,80})\]|_{3,}|\.{5,}", RegexOptions.NonBacktracking)]
    private static partial Regex Gap();

    /// <summary>Lines that only the plain list has.</summary>
    [GeneratedRegex(
        @"^[ \t]*(?:[+-][ \t]|#{1,6}[ \t]|(?:text|gaps|pick|trap|extra|how|pair|group|line|number|open|not|points|name|time)[ \t]*:)",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Plain();
}
