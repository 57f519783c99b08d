using System.Globalization;
using CsCheck;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Tests;

/// <summary>Tests as people have them typed, and tables as they are copied from a spreadsheet.</summary>
public sealed class QuestionPaperTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en");

    private static ReadQuestions Good(string text)
    {
        var read = ReadQuestions.Of(text, English);
        Assert.Empty(read.Problems);
        return read;
    }

    private static string Right(ListedQuestion listed) =>
        string.Join(", ", ((MultipleChoiceQuestion)listed.Question).Options.Where(option => option.Right).Select(option => option.Text));

    private const string Two =
        "1. What is magma?\na) molten rock{0}\nb) hot mud{1}\nc) ash\n\n2. Where is it?\na) above\nb) below ground{2}\n";

    /// <summary>Every way to say which option is right, of two questions whose answers are a and b.</summary>
    [Theory]
    [InlineData(" *", "", " *", "")]
    [InlineData(" (correct)", "", " ✓", "")]
    [InlineData("", "", "", "Answers: 1 a, 2 b")]
    [InlineData("", "", "", "Answer key\n1. a\n2. b")]
    [InlineData("", "", "", "Key: 1-A; 2-B.")]
    [InlineData("", "", "", "Lösungen:\n1) a\n\n2) b")]
    public void The_right_one_is_marked_or_said_at_the_end(string first, string other, string second, string key)
    {
        var read = Good(Two.Replace("{0}", first).Replace("{1}", other).Replace("{2}", second) + "\n" + key);
        Assert.Equal(["molten rock", "below ground"], read.Questions.Select(Right));
        Assert.Equal(["What is magma?", "Where is it?"], read.Questions.Select(listed => listed.Question.Prompt.Words));
        Assert.Equal([1, 6], read.Questions.Select(listed => listed.Line));
    }

    [Theory]
    [InlineData("Answer: b")]
    [InlineData("Correct answer: B)")]
    [InlineData("Antwort: b")]
    public void Or_below_its_question(string said)
    {
        var read = Good($"Question 7: Which one falls?\nA. the wind\nB. the glass\n{said}\nExplanation: before a storm");
        Assert.Equal(("the glass", "before a storm"), (Right(read.Questions[0]), read.Questions[0].Question.Explanation));
    }

    [Fact]
    public void Several_are_right_and_numbers_may_begin_anywhere()
    {
        var read = Good(
            "11) Which are clouds?\n(a) cirrus\n(b) isobar\n(c) cumulus\nAnswer: a and c\n12) Which is not?\n(a) cirrus\n(b) isobar *"
        );
        Assert.Equal(["cirrus, cumulus", "isobar"], read.Questions.Select(Right));
        Assert.Equal(Picks.Several, ((MultipleChoiceQuestion)read.Questions[0].Question).Picks);
    }

    [Fact]
    public void Questions_without_numbers_are_parted_by_empty_lines_and_options_may_go_on_in_the_next_line()
    {
        var read = Good("What falls?\n\na) the pressure *\n   before a front\nb) the wind\n\nWhat rises?\na) the tide *\nb) the sun too");
        Assert.Equal(["the pressure before a front", "the tide"], read.Questions.Select(Right));
    }

    [Fact]
    public void Other_answers_are_typed_or_true_or_false()
    {
        var read = Good(
            "1. What writes the pressure?\nAnswer: barograph\n2. The glass falls before a storm.\nAnswer: True\n3. Pick.\na) x *\nb) y"
        );
        Assert.Equal("barograph", ((ShortTextQuestion)read.Questions[0].Question).Accepted[0].Text);
        Assert.Equal(3, read.Questions.Count);
        Assert.True(((MultipleChoiceQuestion)read.Questions[1].Question).Options[0].Right);
    }

    [Theory]
    [InlineData("1. The wind [veers] and later [backs].")]
    [InlineData("1. The wind ____ and later ____.\nAnswer: veers; backs")]
    [InlineData("The wind [veers] and later [backs].")]
    public void Words_in_brackets_and_lines_to_write_on_are_gaps(string text)
    {
        var question = Assert.IsType<GapTextQuestion>(Assert.Single(Good(text).Questions).Question);
        Assert.Equal("The wind veers and later backs.", string.Concat(question.Text.Select(run => run.Text)));
        Assert.Equal(["veers", "backs"], question.Text.Where(run => run.Mark is not null).Select(run => run.Text));
    }

    [Fact]
    public void What_nobody_has_said_is_named_where_it_stands()
    {
        var read = ReadQuestions.Of("1. Which?\na) one\nb) two\n\n2. And here?\na) one *\nb) two", English);
        Assert.Equal((1, "And here?"), (read.Questions.Count, read.Questions[0].Question.Prompt.Words));
        var problem = Assert.Single(read.Problems);
        Assert.Equal((1, true), (problem.Line, problem.Message.Contains("Answer: b", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData("What falls?\tthe glass\tthe wind\nWhat rises?\tthe tide\tthe sun\tthe moon")]
    [InlineData("Frage\tRichtig\tFalsch\tFalsch 2\nWhat falls?\tthe glass\tthe wind\nWhat rises?\tthe tide\tthe sun\tthe moon")]
    [InlineData("prompt,correct answer,distractor 1,distractor 2\nWhat falls?,the glass,the wind\nWhat rises?,the tide,the sun,the moon")]
    public void A_table_needs_no_names_when_it_has_tabs_and_its_names_may_be_others(string text)
    {
        var read = Good(text);
        Assert.Equal(["the glass", "the tide"], read.Questions.Select(Right));
        Assert.Equal([2, 3], read.Questions.Select(listed => ((MultipleChoiceQuestion)listed.Question).Options.Count));
    }

    private static readonly string[] Scraps =
    [
        "1. A?",
        "a) x",
        "b) y *",
        "",
        "Answer: b",
        "Answers: 1 a",
        "The [x] ___ y",
        "c)",
        "Key",
        "12) ?",
        "* d) z",
        "word",
    ];

    /// <summary>Whatever lines come in whatever order: it ends, and every line that a problem names is there.</summary>
    [Fact]
    public void Any_paper_is_read_without_a_fault() =>
        Gen.Int[0, Scraps.Length - 1]
            .Select(at => Scraps[at])
            .Array[0, 14]
            .Sample(lines =>
            {
                var read = ReadQuestions.Of(string.Join('\n', lines), English);
                Assert.All(read.Problems, problem => Assert.InRange(problem.Line, 1, Math.Max(1, lines.Length)));
            });

    /// <summary>What could be read again and again: its work grows with its length and no faster.</summary>
    [Theory]
    [InlineData("1. A?\na) x *\n", "y\n")]
    [InlineData("Prompt\ntext: a\n", "y\n")]
    [InlineData("a) x *\nb) y\nAnswers: 1", " ")]
    [InlineData("a) x *\nb) y\nAnswers: 1", "1 ")]
    [InlineData("a) x *\nb) y\n", "[")]
    [InlineData("", "\t")]
    public async Task The_longest_paper_is_read_in_one_go(string head, string again)
    {
        var list = head + string.Concat(Enumerable.Repeat(again, (ReadQuestions.Longest - head.Length) / again.Length));
        var read = await Task.Run(() => ReadQuestions.Of(list, English), TestContext.Current.CancellationToken)
            .WaitAsync(TimeSpan.FromMinutes(1), TestContext.Current.CancellationToken);
        Assert.NotNull(read);
    }
}
