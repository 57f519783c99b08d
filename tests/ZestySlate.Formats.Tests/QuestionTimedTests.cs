using System.Globalization;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Tests;

/// <summary>Questions with the moments at which a video asks them, as they come from elsewhere.</summary>
public sealed class QuestionTimedTests
{
    private static ReadQuestions Read(string text) => QuestionList.Read(text, CultureInfo.InvariantCulture);

    private static string[] RightOf(ListedQuestion listed) =>
        [.. ((MultipleChoiceQuestion)listed.Question).Options.Where(option => option.Right).Select(option => option.Text)];

    [Theory]
    [InlineData("1:24 Multiple choice: What falls?\na) the glass *\nb) the wind")]
    [InlineData("1:24 What falls?\nA. the wind\nB. the glass\nAnswer: b")]
    [InlineData("[1:24] Multiple choice: What falls?\n- the wind\n- the glass (correct)")]
    [InlineData("(01:24) What falls?\n• the wind\n• the glass ✓")]
    [InlineData("1:24 - Question: What falls?\n*a) the glass\nb) the wind")]
    [InlineData("00:01:24 What falls?\n\n+ the glass\n- the wind")]
    [InlineData("What falls?\ntime: 1:24\n+ the glass\n- the wind")]
    public void The_moment_and_what_is_right_are_found_in_any_of_the_usual_ways(string text)
    {
        var read = Read(text);
        Assert.Empty(read.Problems);
        var listed = Assert.Single(read.Questions);
        Assert.Equal((84m, "What falls?"), (listed.At, listed.Question.Prompt.Words));
        Assert.Equal(["the glass"], RightOf(listed));
        Assert.Equal(2, ((MultipleChoiceQuestion)listed.Question).Options.Count);
    }

    [Fact]
    public void Several_come_one_after_the_other_with_or_without_a_line_between()
    {
        var read = Read(
            "0:10 Which rise?\na) warm air\nb) pressure\nc) cold air\nAnswers: a, b\n0:20 Reflection: What did you see?\n\n"
                + "0:30 Short answer: What falls?\nanswer: the glass\nexplanation: A low comes near."
        );
        Assert.Empty(read.Problems);
        Assert.Equal([10m, 20m, 30m], read.Questions.Select(listed => listed.At));
        Assert.Equal(["warm air", "pressure"], RightOf(read.Questions[0]));
        Assert.True(Assert.IsType<LongTextQuestion>(read.Questions[1].Question).WaitsForPerson);
        Assert.Equal("A low comes near.", Assert.IsType<ShortTextQuestion>(read.Questions[2].Question).Explanation);
    }

    [Fact]
    public void What_cannot_be_read_is_named_where_it_stands_and_the_others_are_taken()
    {
        var read = Read("0:10 Which?\na) one\nb) two\n\n0:20 Which?\na) one *\nb) two\n\nWhich?\ntime: soon\n+ a\n- b");
        Assert.Equal(20, Assert.Single(read.Questions, listed => listed.Line == 5).At);
        Assert.Equal([1, 10], read.Problems.Select(problem => problem.Line));
        Assert.StartsWith("No option is right", read.Problems[0].Message, StringComparison.Ordinal);
        Assert.StartsWith("“soon” is no moment", read.Problems[1].Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_list_without_times_is_read_as_before()
    {
        var read = Read("At 10:30 the glass falls. Why?\n+ a low\n- a high\n\nWhich?\nopen: It depends.");
        Assert.Empty(read.Problems);
        Assert.All(read.Questions, listed => Assert.Null(listed.At));
        Assert.Equal("It depends.", ((LongTextQuestion)read.Questions[1].Question).ModelAnswer);
    }
}
