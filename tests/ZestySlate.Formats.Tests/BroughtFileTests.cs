using System.Text;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Formats.Starts;

namespace ZestySlate.Formats.Tests;

/// <summary>Activities of files made elsewhere.</summary>
public sealed class BroughtFileTests
{
    private static Core.Outcome<Core.Activities.Activity> Read(string name, string text) =>
        BroughtFile.Read(Encoding.UTF8.GetBytes(text), name, "Brought", "en");

    [Theory]
    [InlineData("quiz.txt", "Which instrument shows the pressure?\n+ barometer\n- rain gauge")]
    [InlineData("quiz.md", "1. Which instrument shows the pressure?\na) barometer *\nb) rain gauge")]
    [InlineData("quiz.csv", "question,right,wrong\nWhich instrument shows the pressure?,barometer,rain gauge")]
    [InlineData("QUIZ.TSV", "question\tright\twrong\nWhich instrument shows the pressure?\tbarometer\train gauge")]
    public void What_reads_as_questions_is_a_worksheet(string name, string text)
    {
        var made = Read(name, text);
        Assert.True(made.Succeeded, made.Refusal);
        var asked = Assert.IsType<MultipleChoiceQuestion>(Assert.Single(made.Value.Scenes[0].Spots).Question);
        Assert.Equal("barometer", asked.Options.Single(option => option.Right).Text);
        Assert.Null(made.Value.Story);
    }

    [Theory]
    [InlineData("way.dot", "digraph { Storm -> Harbour [label=\"turn back\"]; Storm -> Sea [label=\"go on\"] }", true)]
    [InlineData("way.txt", "Storm\n  turn back → Harbour\n  go on → Sea", true)]
    [InlineData("rooms.txt", "Hall\n  Tower\n  Cellar", false)]
    public void What_has_ways_is_a_story_or_rooms(string name, string text, bool story)
    {
        var made = Read(name, text);
        Assert.True(made.Succeeded, made.Refusal);
        Assert.Equal(3, made.Value.Scenes.Count);
        Assert.Equal(story, made.Value.Story is not null);
        Assert.Equal(2, made.Value.Scenes[0].Spots.Count);
    }

    [Theory]
    [InlineData("a.txt", "", "“a.txt” is empty.")]
    [InlineData("a.txt", " \n\n ", "“a.txt” is empty.")]
    [InlineData("a.txt", "Just one line.", "reads neither as questions nor as the outline of a story")]
    [InlineData("a.xlsx", "no workbook", "“a.xlsx”")]
    [InlineData("a.dot", "digraph { A -> ", "This graph cannot be read: in line 1")]
    [InlineData("a.gv", "digraph { A; B }", "leads nowhere")]
    public void What_is_neither_is_said_in_words(string name, string text, string said) => Assert.Contains(said, Read(name, text).Refusal);

    [Fact]
    public void A_file_is_as_large_as_it_may_be_or_is_refused()
    {
        var question = "Which?\n+ a\n- b";
        Assert.True(Read("a.txt", question + new string('\n', 1000)).Succeeded);
        var most = new byte[BroughtFile.MostBytes + 1];
        Assert.Contains("larger than 5 MB", BroughtFile.Read(most, "a.txt", "", "en").Refusal);
        Assert.Contains("begin with a part", Read("a.txt", string.Join("\n\n", Enumerable.Repeat(question, 501))).Refusal);
        Assert.True(Read("a.txt", string.Join("\n\n", Enumerable.Repeat(question, 500))).Succeeded);
    }

    [Fact]
    public void Letters_of_an_older_encoding_are_read()
    {
        var bytes = Encoding.Latin1.GetBytes("Größe?\n+ groß\n- klein");
        Assert.Equal("Größe?", BroughtFile.Read(bytes, "a.txt", "", "de").Value.Scenes[0].Spots[0].Question!.Prompt.Words);
    }

    [Theory]
    [InlineData("list.CSV", true)]
    [InlineData("story.gv", true)]
    [InlineData("photo.jpg", false)]
    [InlineData("csv", false)]
    public void A_name_says_whether_it_is_read_here(string name, bool takes) => Assert.Equal(takes, BroughtFile.Takes(name));
}
