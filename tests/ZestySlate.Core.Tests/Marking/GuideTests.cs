using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Tests.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>What the guide to marking says of its examples is what marking does.</summary>
public sealed class GuideTests
{
    public static TheoryData<string> Examples
    {
        get
        {
            var root = Directory.GetParent(AppContext.BaseDirectory)!;
            while (!File.Exists(Path.Combine(root.FullName, "ZestySlate.slnx")))
            {
                root = root.Parent!;
            }

            return
            [
                .. File.ReadLines(Path.Combine(root.FullName, "docs", "marking.md"))
                    .SkipWhile(line => line != "### Examples")
                    .SkipWhile(line => !line.StartsWith("|---", StringComparison.Ordinal))
                    .Skip(1)
                    .TakeWhile(line => line.StartsWith('|')),
            ];
        }
    }

    [Theory]
    [MemberData(nameof(Examples))]
    public void An_example_of_the_guide_is_marked_as_it_says(string line)
    {
        var cells = line.Trim('|').Split('|').Select(cell => cell.Trim()).ToArray();
        var (asked, right, language, typed, verdict, why) = (cells[0], cells[1], cells[2], cells[3], cells[4], cells[5]);
        var culture = CultureInfo.GetCultureInfo(language);
        var (question, response) = Of(asked, right, typed);
        var mark = QuestionTypes.For(question).Mark(question, response, culture);
        var said = Words.Of(language).Say(asked == "idea" ? mark.Parts[0].Reason : mark.Reason);
        Assert.Equal((verdict, why), (mark.Verdict.ToString().ToLowerInvariant(), said));
    }

    [Fact]
    public void There_are_examples() => Assert.True(Examples.Count >= 25);

    private static (Question, Response) Of(string asked, string right, string typed)
    {
        if (asked == "number")
        {
            var key = QuantityReading.Read(right, CultureInfo.InvariantCulture)!;
            return (Asked.Number(key.Number.Value, key.Unit, UnitUse.Required), Asked.Number(typed));
        }

        if (asked == "idea")
        {
            return (new LongTextQuestion { Ideas = [Asked.Idea(right)] }, new LongTextResponse { Text = typed });
        }

        var words = right.Split(", not ");
        return (
            new ShortTextQuestion
            {
                Accepted = [new ShortAnswer(words[0])],
                NotThis = [.. words.Skip(1).Select(not => new ShortAnswer(not))],
                Reading = new TextReading { Slips = asked == "text with slips" },
            },
            Asked.Answer(typed)
        );
    }
}
