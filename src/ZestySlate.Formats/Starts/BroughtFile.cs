using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Starts;

/// <summary>An activity of a file made elsewhere: a workbook, a table or a list of questions, or the outline or graph of a story.</summary>
public static class BroughtFile
{
    /// <summary>The greatest file, in bytes.</summary>
    public const int MostBytes = QuestionSheet.MostBytes;

    private const string Workbook = ".xlsx";

    /// <summary>The endings of the names of such files.</summary>
    public static IReadOnlyList<string> Endings { get; } = [Workbook, ".csv", ".tsv", ".txt", ".md", ".dot", ".gv"];

    /// <summary>True when a file of this name is read here.</summary>
    public static bool Takes(string name) => Endings.Contains(Path.GetExtension(name), StringComparer.OrdinalIgnoreCase);

    /// <summary>The activity, or what is wrong with the file: what reads as questions is a worksheet, else what has ways is a story.</summary>
    /// <param name="file">What is in the file.</param>
    /// <param name="name">What the file is called.</param>
    /// <param name="title">What the activity is to be called.</param>
    /// <param name="language">A tag (BCP 47).</param>
    public static Outcome<Activity> Read(byte[] file, string name, string title, string language)
    {
        if (file.Length > MostBytes)
        {
            return Outcome<Activity>.Refused($"“{name}” is larger than {MostBytes / 1048576} MB. Begin with a part of it.");
        }

        var isWorkbook = Path.GetExtension(name).Equals(Workbook, StringComparison.OrdinalIgnoreCase);
        var whole = isWorkbook ? QuestionSheet.Read(file, name) : TextFile.Decoded(file);
        if (!whole.Succeeded)
        {
            return Outcome<Activity>.Refused(whole.Refusal!);
        }

        var text = whole.Value.ReplaceLineEndings("\n").Trim('\n', ' ', '\ufeff');
        var begun = Recipes.Begin(Recipe.Worksheet, title, language);
        var asked = Outline.IsGraph(text) ? new ReadQuestions([], []) : ReadQuestions.Of(text, begun.Words.Culture);
        if (asked.Problems.Count == 0 && asked.Questions.Count is > 0 and <= StartMaker.Most)
        {
            return begun with { Scenes = [begun.Scenes[0] with { Spots = asked.Spots() }] };
        }

        var told = Outline.From(text);
        if (told.Succeeded && told.Value.Any(line => line.Ways.Count > 0))
        {
            var isStory = told.Value.Any(line => line.Ending is not null || line.Ways.Any(way => way.Words.Length > 0));
            return StartMaker.Outlined(begun with { Story = isStory ? new Story() : null, Flow = new Flow() }, text);
        }

        return Outcome<Activity>.Refused(
            text.Length == 0 ? $"“{name}” is empty."
            : asked.Questions.Count > StartMaker.Most ? $"“{name}” has more than {StartMaker.Most} questions; begin with a part of them."
            : Outline.IsGraph(text) ? told.Refusal ?? $"The graph in “{name}” leads nowhere: it has no edges."
            : $"“{name}” reads neither as questions nor as the outline of a story. "
                + string.Join(" ", asked.Problems.Take(3).Select(problem => $"Line {problem.Line}: {problem.Message}"))
        );
    }
}
