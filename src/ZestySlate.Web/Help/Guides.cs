using Markdig;
using Markdig.Extensions.AutoIdentifiers;
using Markdig.Renderers.Html;
using Markdig.Syntax;
using Markdig.Syntax.Inlines;

namespace ZestySlate.Web.Help;

/// <summary>The guides for those who teach, made from the documentation that ships with the application (Markdown, CommonMark 0.31).</summary>
public sealed class Guides
{
    /// <summary>The most sections that a search tells.</summary>
    public const int Most = 20;

    /// <summary>Which documents are guides for the people who use the product, in the order in which they are shown.</summary>
    private static readonly string[] Keys = ["authors", "teachers", "marking", "question-list", "embedding", "running", "glossary"];

    private static readonly MarkdownPipeline Pipeline = new MarkdownPipelineBuilder()
        .UseAutoIdentifiers(AutoIdentifierOptions.GitHub)
        .UsePipeTables()
        .DisableHtml()
        .Build();

    public IReadOnlyList<Guide> All { get; } = [.. Keys.Select(Read)];

    /// <summary>The guide of this name, or null.</summary>
    public Guide? Of(string key) => All.FirstOrDefault(guide => guide.Key == key);

    /// <summary>The sections that have all of some words, those whose heading has them first.</summary>
    public IReadOnlyList<GuideFound> Find(string typed)
    {
        var words = typed.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(10).ToList();
        if (words.Count == 0)
        {
            return [];
        }

        bool Has(string text) => words.TrueForAll(word => text.Contains(word, StringComparison.OrdinalIgnoreCase));
        return
        [
            .. All.SelectMany(guide => guide.Sections.Select(section => (Guide: guide, Section: section)))
                .Where(one => Has($"{one.Section.Title} {one.Section.Words}"))
                .OrderByDescending(one => Has(one.Section.Title))
                .Take(Most)
                .Select(one => new GuideFound(one.Guide, one.Section, Around(one.Section.Words, words))),
        ];
    }

    private static string Around(string text, List<string> words)
    {
        const int Before = 60,
            Length = 200;
        var at = words
            .Select(word => text.IndexOf(word, StringComparison.OrdinalIgnoreCase))
            .Where(place => place >= 0)
            .DefaultIfEmpty(0)
            .Min();
        var from = at <= Before ? 0 : text.IndexOf(' ', at - Before) + 1;
        var until = from + Length >= text.Length ? text.Length : text.LastIndexOf(' ', from + Length);
        return $"{(from > 0 ? "… " : "")}{text[from..Math.Max(from, until)]}{(until < text.Length ? " …" : "")}";
    }

    private static Guide Read(string key)
    {
        using var stream = typeof(Guides).Assembly.GetManifestResourceStream("Help/" + key)!;
        using var reader = new StreamReader(stream);
        var text = reader.ReadToEnd();
        var document = Markdown.Parse(text, Pipeline);
        var headings = document.OfType<HeadingBlock>().ToList();
        var title = headings.First(heading => heading.Level == 1);
        var name = Plain(text[title.Span.Start..(title.Span.End + 1)]);
        var opening = new GuideSection("", name, 2, Plain(text[(title.Span.End + 1)..EndOf(headings, title, text)]));
        var sections = headings
            .Where(heading => heading.Level is 2 or 3)
            .Select(heading => new GuideSection(
                heading.GetAttributes().Id!,
                Plain(text[heading.Span.Start..(heading.Span.End + 1)]),
                heading.Level,
                Plain(text[(heading.Span.End + 1)..EndOf(headings, heading, text)])
            ))
            .Prepend(opening)
            .ToList();
        Relink(document);
        document.Remove(title);
        return new Guide(key, name, document.ToHtml(Pipeline), sections);
    }

    private static int EndOf(List<HeadingBlock> headings, HeadingBlock heading, string text) =>
        headings.SkipWhile(other => other != heading).Skip(1).FirstOrDefault()?.Span.Start ?? text.Length;

    private static string Plain(string markdown) =>
        string.Join(' ', Markdown.ToPlainText(markdown, Pipeline).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    /// <summary>Links lead to the pages of guides and their pictures; what is no guide is no link here.</summary>
    private static void Relink(MarkdownDocument document)
    {
        foreach (var link in document.Descendants<LinkInline>().ToList())
        {
            var (file, anchor) = link.Url?.Split('#', 2) is [var first, var second] ? (first, "#" + second) : (link.Url ?? "", "");
            if (link.IsImage)
            {
                link.Url = "../dist/help/" + Path.GetFileName(file);
            }
            else if (file.EndsWith(".md", StringComparison.Ordinal) && Keys.Contains(Path.GetFileNameWithoutExtension(file)))
            {
                link.Url = Path.GetFileNameWithoutExtension(file) + anchor;
            }
            else if (file.Length > 0)
            {
                link.ReplaceBy(new LiteralInline(string.Concat(link.Descendants<LiteralInline>().Select(part => part.Content.ToString()))));
            }
        }
    }
}
