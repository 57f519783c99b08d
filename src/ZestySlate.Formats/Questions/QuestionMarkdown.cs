using System.Text.RegularExpressions;

namespace ZestySlate.Formats.Questions;

/// <summary>
/// A list of questions in Markdown, as people write it: a heading or a paragraph for the prompt, a task list for the options
/// (GitHub Flavored Markdown, 5.3: <c>- [x]</c> is right, <c>- [ ]</c> wrong), a quotation for why. Line for line it becomes the plain
/// list, so that what cannot be read is named where it stands.
/// </summary>
internal static partial class QuestionMarkdown
{
    /// <summary>True when it has a task list.</summary>
    internal static bool Is(string text) => Task().IsMatch(text);

    /// <summary>The same lines as a plain list.</summary>
    internal static string Plain(string text) => string.Join('\n', text.ReplaceLineEndings("\n").Split('\n').Select(Line));

    private static string Line(string line)
    {
        if (Task().Match(line) is { Success: true } task)
        {
            return $"{(task.Groups["box"].Value == " " ? '-' : '+')} {Unmarked(task.Groups["words"].Value)}";
        }

        return Rule().IsMatch(line) ? ""
            : Heading().Match(line) is { Success: true } heading ? Unmarked(heading.Groups["words"].Value)
            : Quotation().Match(line) is { Success: true } quotation ? $"why: {Unmarked(quotation.Groups["words"].Value)}"
            : Unmarked(line);
    }

    /// <summary>Without the signs for strong, emphasis and code around words.</summary>
    private static string Unmarked(string line) => Marks().Replace(line, "${words}").Trim();

    [GeneratedRegex(@"^[ \t]*[-*+][ \t]+\[(?<box>[ xX])\][ \t]+(?<words>.*)$", RegexOptions.Multiline | RegexOptions.NonBacktracking)]
    private static partial Regex Task();

    [GeneratedRegex(@"^ {0,3}#{1,6}[ \t]+(?<words>.*?)[ \t]*#*$", RegexOptions.NonBacktracking)]
    private static partial Regex Heading();

    [GeneratedRegex(@"^ {0,3}>[ \t]?(?<words>.*)$", RegexOptions.NonBacktracking)]
    private static partial Regex Quotation();

    [GeneratedRegex(@"^ {0,3}(-[ \t]*-[ \t]*-|\*[ \t]*\*[ \t]*\*|_[ \t]*_[ \t]*_)[-*_ \t]*$", RegexOptions.NonBacktracking)]
    private static partial Regex Rule();

    [GeneratedRegex(@"(\*\*|__|`)(?<words>[^*_`]+)(\*\*|__|`)", RegexOptions.NonBacktracking)]
    private static partial Regex Marks();
}
