using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>What is pasted in place of an outline: graphs in the DOT language, tables, headings with lists.</summary>
public sealed class OutlineFormsTests
{
    private static string Of(string text) =>
        string.Join(
            " | ",
            Outline
                .From(text)
                .Value.Select(line =>
                    $"{line.Name}: "
                    + string.Join(", ", line.Ways.Select(way => way.Words.Length > 0 ? $"{way.Words} → {way.To}".TrimEnd() : way.To))
                )
        );

    [Theory]
    [InlineData("digraph { a -> b -> c }", "a: b | b: c | c: ")]
    [InlineData("digraph G { desk [label=\"The desk\"]; desk -> pier [label=\"ring her\"] }", "The desk: ring her → pier | pier: ")]
    [InlineData("strict graph \"my story\" { a -- a }", "a: a")]
    [InlineData(
        "digraph { rankdir=LR; node [shape=box, label=x]; edge [label=go]; a -> b; a -> c [label=stay] }",
        "a: go → b, stay → c | b:  | c: "
    )]
    [InlineData(
        "digraph { a -> {b c} [label=\"any\"]; subgraph cluster_0 { label=\"part\"; d; e } -> a }",
        "a: any → b, any → c | b:  | c:  | d: a | e: a"
    )]
    [InlineData("digraph { // one\n a -> b /* two\n */ # three\n b:port:ne -> a:w; }", "a: b | b: a")]
    [InlineData(
        "digraph { \"a b\" -> \"say \\\"yes\\\"\"; x [label=<<b>Bold</b> words>] }",
        "a b: say \"yes\" | say \"yes\":  | Bold  words: "
    )]
    [InlineData("digraph { a [label=Pier]; b [label=pier]; a -> b }", "Pier (a): pier (b) | pier (b): ")]
    public void A_graph_is_read_with_its_loops_and_subgraphs(string dot, string lines) => Assert.Equal(lines, Of(dot));

    [Theory]
    [InlineData("digraph { a -> }", "the name of a node is missing")]
    [InlineData("digraph {\n a -> b", "line 2")]
    [InlineData("digraph { a [label=\"x }", "quotation mark")]
    [InlineData("digraph { a [label=x }", "]")]
    public void A_graph_that_is_none_is_told_with_its_line(string dot, string words) => Assert.Contains(words, Outline.From(dot).Refusal!);

    /// <summary>At the most it is read, one more is refused, and no graph is work without end.</summary>
    [Fact]
    public void A_graph_has_bounds()
    {
        string Nodes(int count) => "digraph { " + string.Join(' ', Enumerable.Range(0, count).Select(i => $"n{i};")) + " }";
        Assert.Equal(AddOutline.MostScenes, Outline.From(Nodes(AddOutline.MostScenes)).Value.Count);
        Assert.Contains("more than 500 nodes", Outline.From(Nodes(AddOutline.MostScenes + 1)).Refusal!);
        var all = string.Join(' ', Enumerable.Range(0, 400).Select(i => $"n{i}"));
        Assert.Contains("more than 5,000 edges", Outline.From($"digraph {{ {{{all}}} -> {{{all}}} }}").Refusal!);
        Assert.Contains("inside each other", Outline.From("digraph { " + new string('{', 60) + "a" + new string('}', 60) + " }").Refusal!);
        Assert.Contains("200,000", Outline.From(new string('x', Outline.Longest + 1)).Refusal!);
        Assert.True(Outline.From(new string('x', Outline.Longest)).Succeeded);
    }

    [Theory]
    [InlineData("desk\tpier\npier\tdesk", "desk: pier | pier: desk")]
    [InlineData("from\tchoice\tto\ndesk\tring her\tpier\ndesk\twait\t\npier\t\tdesk", "desk: ring her → pier, wait → | pier: desk")]
    [InlineData("| from | to |\n|---|:-:|\n| desk | pier |", "desk: pier")]
    public void A_table_is_read_with_two_or_three_columns(string table, string lines) => Assert.Equal(lines, Of(table));

    [Fact]
    public void Headings_with_lists_are_scenes_with_what_is_told_there()
    {
        const string Text =
            "# The desk\n\nIt is early.\nThe phone rings.\n\n- ring her → The pier\n* wait ->\n\n## The pier [end: wet]\n\nRain.";
        Assert.Equal("The desk: ring her → The pier, wait → | The pier: ", Of(Text));
        var activity = new AddOutline(Text).Apply(Make.Tour(Make.Scene("a"))).Value;
        var pier = activity.Scenes.Single(scene => scene.Title == "The pier");
        Assert.Equal(("wet", "Rain."), (pier.Ending!.Kind, pier.Text.Words));
        Assert.Equal(
            "It is early. The phone rings.",
            activity.Scenes.Single(scene => scene.Title == "The desk").Text.Words.ReplaceLineEndings(" ")
        );
        // Pasted once more, nothing is twice, and what was written since stays.
        var changed = activity.WithScene(pier.Id, scene => scene with { Text = RichText.Plain("Sun.") });
        Assert.Equal(changed, new AddOutline(Text).Apply(changed).Value);
    }

    /// <summary>What is none of these is an outline, as before: an indented line may hold a tab before its words.</summary>
    [Theory]
    [InlineData("The desk\n\tThe pier", "The desk: The pier | The pier: ")]
    [InlineData("graph paper\n  ruler", "graph paper: ruler | ruler: ")]
    [InlineData("#1 is a name", "#1 is a name: ")]
    public void All_else_is_lines(string text, string lines) => Assert.Equal(lines, Of(text));

    [Fact]
    public void No_more_scenes_than_there_may_be()
    {
        var there = Make.Tour(Make.Scene("a"));
        string Lines(int count) => string.Join('\n', Enumerable.Range(0, count).Select(i => $"Scene number {i}"));
        Assert.Equal(AddOutline.MostScenes, new AddOutline(Lines(AddOutline.MostScenes - 1)).Apply(there).Value.Scenes.Count);
        Assert.Contains("501", new AddOutline(Lines(AddOutline.MostScenes)).Apply(there).Refusal!);
    }
}
