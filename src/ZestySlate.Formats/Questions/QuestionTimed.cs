using System.Text.RegularExpressions;

namespace ZestySlate.Formats.Questions;

/// <summary>
/// Questions with the moments of a video at which they are asked, as people get them written elsewhere: “1:24 Multiple choice: …”, options
/// by letters or bullets, the right one marked by an asterisk, by “(correct)”, or by “Answer: b” below. They become the plain list, with
/// the numbers of their lines, so that what cannot be read is named where it stands.
/// </summary>
internal static partial class QuestionTimed
{
    /// <summary>True when a question begins with a time.</summary>
    internal static bool Is(string text) => text.ReplaceLineEndings("\n").Split('\n').Any(line => Beginning().IsMatch(line));

    /// <summary>The same questions as lines of a plain list.</summary>
    internal static IEnumerable<QuestionList.Line> Lines(string text)
    {
        var block = new List<QuestionList.Line>();
        foreach (var (line, i) in text.ReplaceLineEndings("\n").Split('\n').Select((line, i) => (line, i)))
        {
            if (Beginning().IsMatch(line) && block.Count > 0)
            {
                foreach (var made in Block(block))
                {
                    yield return made;
                }

                yield return new QuestionList.Line(i + 1, "");
                block.Clear();
            }

            block.Add(new QuestionList.Line(i + 1, line));
        }

        foreach (var made in Block(block))
        {
            yield return made;
        }
    }

    private static IEnumerable<QuestionList.Line> Block(List<QuestionList.Line> block)
    {
        var lettered = block.Any(line => Option().Match(line.Text) is { Success: true } option && option.Groups["letter"].Success);
        var right = block
            .Select(line => Answer().Match(line.Text))
            .Where(answer => lettered && answer.Success)
            .SelectMany(answer => answer.Groups["letters"].Value.Where(char.IsLetter))
            .Select(char.ToLowerInvariant)
            .ToHashSet();
        foreach (var line in block)
        {
            if (Beginning().Match(line.Text) is { Success: true } beginning)
            {
                yield return line with
                {
                    Text = Kind().Replace(beginning.Groups["words"].Value, "").Trim(),
                };
                yield return line with
                {
                    Text = $"time: {beginning.Groups["time"].Value}",
                };
                if (Open().IsMatch(beginning.Groups["words"].Value))
                {
                    yield return line with
                    {
                        Text = "open:",
                    };
                }
            }
            else if (Option().Match(line.Text) is { Success: true } option)
            {
                var isRight =
                    option.Groups["star"].Success
                    || option.Groups["plus"].Success
                    || option.Groups["mark"].Success
                    || (option.Groups["letter"].Success && right.Contains(char.ToLowerInvariant(option.Groups["letter"].Value[0])));
                yield return line with
                {
                    Text = $"{(isRight ? '+' : '-')} {option.Groups["words"].Value.Trim()}",
                };
            }
            else if (!(lettered && Answer().IsMatch(line.Text)))
            {
                yield return line with
                {
                    Text = Why().Replace(line.Text, "why:"),
                };
            }
        }
    }

    private const string Time = @"(?<time>(?:[0-9]{1,3}:)?[0-9]{1,3}:[0-9]{2}(?:[.,][0-9]{1,3})?)";

    [GeneratedRegex(@"^[ \t]*[\[(]?" + Time + @"[\])]?[ \t]*[-–—:|]?[ \t]+(?<words>\S.*)$", RegexOptions.NonBacktracking)]
    private static partial Regex Beginning();

    [GeneratedRegex(
        @"^[ \t]*(?<star>\*)?[ \t]*(?:(?<letter>[A-Ha-h])[.)]|(?<plus>\+)|[-•–])[ \t]+(?<words>.*?)[ \t]*"
            + @"(?<mark>\*|\((?:correct|right|richtig)\)|✓|✔)?[ \t]*$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex Option();

    [GeneratedRegex(
        @"^[ \t]*(?:correct[ \t]+|right[ \t]+)?(?:answer|answers|antwort)[ \t]*:[ \t]*"
            + @"(?<letters>[A-Ha-h](?:[ \t]*(?:,|and|und|&)[ \t]*[A-Ha-h])*)[.)]?[ \t]*$",
        RegexOptions.IgnoreCase | RegexOptions.NonBacktracking
    )]
    private static partial Regex Answer();

    [GeneratedRegex(
        @"^(?:multiple[ -]choice|single[ -]choice|true or false|true/false|short answer|open question|open|reflection|question"
            + @"|fill in(?: the blanks?)?|gap text)[ \t]*(?:[:.–-])[ \t]*",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Kind();

    [GeneratedRegex(@"^(?:open question|open|reflection)[ \t]*[:.–-]", RegexOptions.IgnoreCase)]
    private static partial Regex Open();

    [GeneratedRegex(@"^[ \t]*(?:explanation|feedback|because)[ \t]*:", RegexOptions.IgnoreCase)]
    private static partial Regex Why();
}
