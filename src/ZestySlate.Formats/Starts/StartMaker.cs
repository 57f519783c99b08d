using System.Text.RegularExpressions;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Starts;

/// <summary>Makes an activity of a start and what is given to it.</summary>
public static partial class StartMaker
{
    /// <summary>The most callouts that are set on a picture at once.</summary>
    private const int MostLabels = 60;

    /// <summary>The most questions that are begun with, and the most lines or gaps of one.</summary>
    public const int Most = 500;

    /// <summary>The activity, or what is wrong with what was typed, by its lines.</summary>
    /// <param name="start">The start.</param>
    /// <param name="title">What it is to be called.</param>
    /// <param name="language">A tag (BCP 47).</param>
    /// <param name="typed">What was typed or pasted; empty for nothing.</param>
    /// <param name="backdrop">The picture or video that was given; null for none.</param>
    public static Outcome<Activity> Make(Start start, string title, string language, string typed, Backdrop? backdrop)
    {
        if (typed.Length > Start.Longest)
        {
            return Outcome<Activity>.Refused($"This is longer than {Start.Longest:N0} characters; begin with a part of it.");
        }

        var text = typed.ReplaceLineEndings("\n").Trim('\n', ' ', '\ufeff');
        var begun = Recipes.Begin(start.Recipe, title, language);
        if (backdrop is not null)
        {
            // What stands on a picture is gone round freely, at every pace.
            begun = begun with { Flow = new Flow(), Scenes = [begun.Scenes[0] with { Backdrop = backdrop }] };
        }

        return start.Makes switch
        {
            StartMaking.Labels => Labelled(begun, text),
            StartMaking.Story => Outlined(begun with { Story = new Story(), Flow = new Flow() }, text),
            StartMaking.Rooms => Outlined(begun with { Flow = new Flow() }, text),
            _ => Asked(start, begun, text),
        };
    }

    private static Outcome<Activity> Labelled(Activity activity, string text)
    {
        var scene = activity.Scenes[0];
        var lines = Lines(text).Take(MostLabels).ToList();
        var across = (int)Math.Ceiling(Math.Sqrt(Math.Max(1, lines.Count)));
        var down = (int)Math.Ceiling(lines.Count / (double)across);
        var spots = lines.Select(
            (line, at) =>
                new Spot
                {
                    Id = Ids.New(),
                    Place = Place.At(scene.Backdrop, (at % across + 0.5) / across, (at / across + 0.5) / down),
                    Content = new Callout(line.Text.Cut(Callout.MostCharacters)),
                }
        );
        return activity with { Scenes = [scene with { Spots = spots.ToValueList() }] };
    }

    internal static Outcome<Activity> Outlined(Activity activity, string text)
    {
        // The first scene is there already: it gets the name that comes first.
        var read = Outline.From(text);
        if (!read.Succeeded || read.Value.Count == 0)
        {
            return read.Succeeded ? activity : Outcome<Activity>.Refused(read.Refusal!);
        }

        var first = activity.Scenes[0] with { Title = read.Value[0].Name, Backdrop = new PlainBoardBackdrop() };
        return new AddOutline(text).Apply(activity with { Scenes = [first] });
    }

    private static Outcome<Activity> Asked(Start start, Activity activity, string text)
    {
        if (text.Length == 0)
        {
            return activity;
        }

        if (start.Line?.Contains("{right}", StringComparison.Ordinal) == true)
        {
            var odd = Lines(text).Where(line => Parted(line.Text) is { Left: "" } or { Right: "" }).ToList();
            if (odd.Count > 0)
            {
                return Outcome<Activity>.Refused($"Line {odd[0].Line}: there is nothing before or behind an equals sign.");
            }
        }

        if ((start.Line is not null && Lines(text).Skip(Most).Any()) || Bracketed().Count(text) > Most)
        {
            return TooMany;
        }

        var list = start.Makes == StartMaking.Gaps ? GapsOf(start, text) : ListOf(start, text);
        var read = ReadQuestions.Of(list.Text, activity.Words.Culture);
        if (read.Problems.Count > 0)
        {
            var said = read.Problems.Take(5).Select(problem => $"Line {list.LineOf(problem.Line)}: {problem.Message}").Distinct();
            return Outcome<Activity>.Refused(string.Join(" ", said));
        }

        if (read.Questions.Count > Most)
        {
            return TooMany;
        }

        var scene = activity.Scenes[0];
        var spots = read.Spots(scene.Backdrop);
        return scene.Backdrop.IsFlow
            ? activity with
            {
                Scenes = [scene with { Spots = spots }],
            }
            : new AddSpots(scene.Id, spots).Apply(activity);
    }

    private static Outcome<Activity> TooMany =>
        Outcome<Activity>.Refused($"Begin with up to {Most} lines, questions or gaps; more can be pasted in the workbench.");

    /// <summary>A list of questions, and which of the typed lines each of its lines comes from.</summary>
    private sealed record Listed(string Text, IReadOnlyList<int> From)
    {
        public int LineOf(int line) => From.Count == 0 ? line : From[Math.Clamp(line - 1, 0, From.Count - 1)];
    }

    private static Listed ListOf(Start start, string text)
    {
        if (start.Line is not { } pattern)
        {
            return new Listed(text, []);
        }

        var (made, from) = (new List<string>(), new List<int>());
        void Add(string lines, int typed)
        {
            foreach (var one in lines.Split('\n'))
            {
                made.Add(one);
                from.Add(typed);
            }
        }

        if (!start.Each)
        {
            Add(start.Prompt, 1);
        }

        foreach (var ((line, typed), at) in Lines(text).Select((line, at) => (line, at)))
        {
            var (left, right) = Parted(line);
            Add(
                Placeholder()
                    .Replace(pattern, found => found.Value switch
                        {
                            "{line}" => line,
                            "{number}" => $"{at + 1}",
                            "{left}" => left,
                            _ => right,
                        }) + (start.Each ? "\n" : ""),
                typed
            );
        }

        return new Listed(string.Join('\n', made), from);
    }

    /// <summary>What stands before the last equals sign of a line, and behind it.</summary>
    private static (string Left, string Right) Parted(string line) =>
        line.LastIndexOf('=') is > 0 and var at ? (line[..at].Trim(), line[(at + 1)..].Trim()) : (line, "");

    private static Listed GapsOf(Start start, string text)
    {
        var flat = Blanks().Replace(text, " ").Trim();
        var words = Bracketed().Matches(flat).Select(found => found.Groups[1].Value.Trim()).Where(word => word.Length > 0);
        var whole = Bracketed().Replace(flat, found => found.Groups[1].Value.Trim());
        return new Listed($"{start.Prompt}\ntext: {whole}\ngaps: {string.Join("; ", words)}", [1, 1, 1]);
    }

    /// <summary>The typed lines that say something, without bullets and numbers in front; columns of a table are parted by an equals sign.</summary>
    private static IEnumerable<(string Text, int Line)> Lines(string text) =>
        text.Split('\n')
            .Select((line, at) => (Text: Bullet().Replace(line, "").Trim().Replace("\t", " = ", StringComparison.Ordinal), at + 1))
            .Where(line => line.Text.Length > 0);

    [GeneratedRegex(@"^\s*(?:[-*+•·–]|\d{1,3}[.)])\s+")]
    private static partial Regex Bullet();

    [GeneratedRegex(@"\{(?:line|number|left|right)\}")]
    private static partial Regex Placeholder();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Blanks();

    [GeneratedRegex(@"\[([^\[\]]{1,200})\]")]
    private static partial Regex Bracketed();
}
