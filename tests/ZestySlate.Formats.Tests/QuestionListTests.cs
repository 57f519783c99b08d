using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Tests;

/// <summary>Lists of questions as plain text and as tables.</summary>
public sealed class QuestionListTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en"),
        German = CultureInfo.GetCultureInfo("de");

    private static T Only<T>(string list, CultureInfo? culture = null)
        where T : Question
    {
        var read = QuestionList.Read(list, culture ?? English);
        Assert.Empty(read.Problems);
        return Assert.IsType<T>(Assert.Single(read.Questions).Question);
    }

    [Fact]
    public void Options_with_plus_and_minus_are_a_multiple_choice()
    {
        var question = Only<MultipleChoiceQuestion>(
            "Which instrument?\n+ barometer\n- rain gauge :: It collects rain.\nhint: In the hall.\nwhy: It weighs the air.\npoints: 2"
        );
        Assert.Equal(
            (Picks.One, "It collects rain.", "In the hall.", "It weighs the air.", 2m),
            (question.Picks, question.Options[1].Feedback, question.Hint, question.Explanation, question.Points)
        );
        Assert.Equal(Picks.Several, Only<MultipleChoiceQuestion>("Which?\n+ a\n+ b\n- c").Picks);
    }

    [Fact]
    public void Answers_are_a_short_text_or_true_or_false()
    {
        var text = Only<ShortTextQuestion>(
            "What writes?\nanswer: barograph\nanswer: pressure writer\nnot: barometer :: It does not write."
        );
        Assert.Equal((2, "It does not write."), (text.Accepted.Count, text.NotThis[0].Feedback));
        Assert.False(Only<MultipleChoiceQuestion>("The sea boils.\nanswer: false").Options[0].Right);
    }

    [Theory]
    [InlineData("number: 12,5 hPa ± 0,5", 12.5, "hPa", ToleranceKind.Absolute, 0.5)]
    [InlineData("number: 1.013,25", 1013.25, "", ToleranceKind.Absolute, 0)]
    [InlineData("number: 34 kt +- 5%", 34, "kt", ToleranceKind.Relative, 0.05)]
    public void Numbers_are_read_as_people_write_them(string line, double value, string unit, ToleranceKind kind, double amount)
    {
        var question = Only<NumberQuestion>("Wie viel?\n" + line, German);
        Assert.Equal(
            ((decimal)value, unit, kind, (decimal)amount),
            (question.Value!.Value, question.Unit, question.Tolerance.Kind, question.Tolerance.Amount)
        );
    }

    [Fact]
    public void Gaps_and_picks_are_named_and_no_sign_stands_in_the_text()
    {
        var gaps = Only<GapTextQuestion>("Fill in.\ntext: The wind veers and the wind backs.\ngaps: veers; wind; backs\nextra: turns");
        Assert.Equal(["wind", "veers", "backs"], gaps.Gaps.Select(gap => gap.Words));
        Assert.Equal(GapFilling.Bank, gaps.Filling);
        var words = Only<WordPickQuestion>("Pick the dangers.\ntext: Gale warning, tea at four.\npick: gale warning\ntrap: tea");
        Assert.Equal(
            [("Gale warning", false), ("tea", true)],
            words.Text.Where(run => run.Mark is not null).Select(run => (run.Text, run.Mark!.Trap))
        );
    }

    [Fact]
    public void Numbered_lines_pairs_groups_and_lines_are_what_they_look_like()
    {
        Assert.Equal(["calm", "storm"], Only<OrderQuestion>("From calm on:\n1. calm\n2. storm").Items.Select(item => item.Face.Text));
        Assert.Equal(["1", "2"], Only<MatchQuestion>("Match.\npair: a = 1\npair: b = 2\nextra: 3").Pairs.Select(pair => pair.Right.Text));
        var sort = Only<SortQuestion>("Sort.\ngroup: high = cirrus; mixed\ngroup: low = fog; mixed");
        Assert.Equal((3, 2), (sort.Items.Count, sort.Items.Single(item => item.Face.Text == "mixed").Groups.Count));
        Only<ZestySlate.Core.Questions.JumbledWords.JumbledWordsQuestion>("Put right.\nline: red sky at night");
    }

    [Theory]
    [InlineData("Which?\n- a\n- b", 1, 1, "No option is right")]
    [InlineData("How much?\nnumber: many", 2, 8, "cannot be read as a number")]
    [InlineData("Fill in.\ntext: The wind.\ngaps: wind; rain", 3, 11, "“rain” does not stand in the text")]
    [InlineData("Match.\npair: a = 1\n  pair: b", 3, 8, "A pair has two sides")]
    [InlineData("Only a prompt", 1, 1, "has no answer below it")]
    [InlineData("+ a\n- b", 1, 1, "begins with its prompt")]
    [InlineData("Which?\n+ a\nsurprise", 3, 1, "begins with nothing that is known")]
    public void What_is_wrong_is_told_by_line_and_column(string list, int line, int column, string words)
    {
        var problem = QuestionList.Read(list, English).Problems[0];
        Assert.Equal((line, column), (problem.Line, problem.Column));
        Assert.Contains(words, problem.Message);
    }

    [Fact]
    public void Good_questions_are_offered_beside_the_problems()
    {
        var read = QuestionList.Read("Good?\n+ yes\n- no\n\n\nBad\n\nGood too?\nanswer: yes", English);
        Assert.Equal([1, 8], read.Questions.Select(question => question.Line));
        Assert.Equal(6, read.Problems.Single().Line);
    }

    [Fact]
    public void Points_that_cannot_be_read_are_told_and_the_question_is_kept()
    {
        var read = QuestionList.Read("Q?\n+ a\n- b\npoints: lots", English);
        Assert.Equal((1, 1), (read.Questions.Count, read.Problems.Count));
    }

    [Theory]
    [InlineData(",")]
    [InlineData(";")]
    [InlineData("\t")]
    public void A_table_becomes_questions_by_what_stands_in_it(string sign)
    {
        var table =
            "question,right,wrong,wrong,why\n\"Which, of these?\",barometer,gauge,vane,Because.\nHow much?,12.5 hPa,,,\nWhat?,barograph|pressure writer,,,"
                .Replace(",", sign)
                .Replace($"Which{sign}", "Which,");
        var read = QuestionCsv.Read("\ufeff" + table, English);
        Assert.Empty(read.Problems);
        Assert.Equal(
            [typeof(MultipleChoiceQuestion), typeof(NumberQuestion), typeof(ShortTextQuestion)],
            read.Questions.Select(listed => listed.Question.GetType())
        );
        Assert.Equal(
            ("Which, of these?", "Because.", 3),
            (
                read.Questions[0].Question.Prompt.Words,
                read.Questions[0].Question.Explanation,
                ((MultipleChoiceQuestion)read.Questions[0].Question).Options.Count
            )
        );
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("a,b\n1,2", "needs at least")]
    [InlineData("question,right\n,barometer", "no question")]
    [InlineData("question,right\nWhat?,", "no right answer")]
    public void A_table_that_cannot_be_used_says_why(string table, string words) =>
        Assert.Contains(words, QuestionCsv.Read(table, English).Problems[0].Message);

    [Fact]
    public void What_was_read_is_marked_like_any_other()
    {
        var question = Only<GapTextQuestion>("Fill in.\ntext: The wind veers.\ngaps: veers");
        var response = new GapTextResponse { Parts = [new PartAnswer(question.Gaps.Single().Gap.Id, "VEERS")] };
        Assert.Equal(Verdict.Right, QuestionTypes.For(question).Mark(question, response, English).Verdict);
    }

    [Fact]
    public void A_list_of_20000_gaps_is_refused_in_words_at_once()
    {
        var words = Enumerable.Range(0, 20_000).Select(i => "w" + i).ToList();
        var read = QuestionList.Read(
            $"{string.Join(' ', words.Take(3000))}\ngaps: {string.Join("; ", words)}",
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.Contains(read.Problems, problem => problem.Message.Contains("up to 500 gaps", StringComparison.Ordinal));
        read = QuestionList.Read($"{string.Join(' ', words)}\ngaps: w1", System.Globalization.CultureInfo.InvariantCulture);
        Assert.Contains(read.Problems, problem => problem.Message.Contains("up to 4000 words", StringComparison.Ordinal));
    }
}
