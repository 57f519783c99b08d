using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Formats.Answers;

namespace ZestySlate.Formats.Tests;

public sealed class AnswerFileTests
{
    private static readonly Activity Garden = ActivityJson.Read(File.ReadAllText(DemoFiles.Activity)).Value;

    private static string Entries(string entries) => $"{{\"version\":1,\"learner\":\"Wren\",\"answers\":[{entries}]}}";

    private static string Picked(string spot, params string[] ids) =>
        $"{{\"spot\":\"{spot}\",\"response\":{{\"type\":\"multipleChoice\",\"picked\":[{string.Join(',', ids.Select(id => $"\"{id}\""))}]}}}}";

    [Fact]
    public void The_demo_answers_earn_what_a_teacher_would_say()
    {
        var state = AnswerFile.Read(File.ReadAllText(DemoFiles.Answers)).Value.Play(Garden).Value;
        Assert.Equal(3m, state.Score.Points);
        Assert.Equal(4m, state.Score.OutOf);
        Assert.True(state.IsHandedIn);
    }

    [Fact]
    public void A_second_entry_of_a_question_is_its_second_try() =>
        Assert.Equal(
            2,
            AnswerFile
                .Read(Entries(Picked("askglass", "fog") + "," + Picked("askglass", "gale")))
                .Value.Play(Garden)
                .Value.QuestionOf("askglass")!
                .Tries.Count
        );

    [Theory]
    [InlineData("nope", "not a file of answers")]
    [InlineData("{\"version\":3}", "no version 1")]
    [InlineData("{\"version\":1,\"answers\":[{\"spot\":\"q\",\"response\":{\"type\":\"telepathy\"}}]}", "not a file of answers")]
    public void What_is_no_file_of_answers_is_refused(string json, string words) => Assert.Contains(words, AnswerFile.Read(json).Refusal);

    [Fact]
    public void An_unknown_question_is_named_with_its_place() =>
        Assert.Equal(
            "Answer 2, question “tide”: the activity has no such question.",
            AnswerFile.Read(Entries(Picked("askglass", "gale") + "," + Picked("tide", "a"))).Value.Play(Garden).Refusal
        );

    [Fact]
    public void An_unknown_option_is_named_with_its_question() =>
        Assert.Contains("question “askglass”", AnswerFile.Read(Entries(Picked("askglass", "hail"))).Value.Play(Garden).Refusal);

    [Fact]
    public void A_try_too_many_is_refused() =>
        Assert.Contains(
            "no try is left",
            AnswerFile.Read(Entries(Picked("askglass", "gale") + "," + Picked("askglass", "fog"))).Value.Play(Garden).Refusal
        );

    private static Activity Demo(string name) =>
        ActivityJson.Read(File.ReadAllText(Path.Combine(Path.GetDirectoryName(DemoFiles.Activity)!, name + ".json"))).Value;

    [Fact]
    public void Every_family_is_marked_from_a_file_in_order_and_without_haste()
    {
        var bulletin = Demo("evening-bulletin");
        string All(Func<string, Question, string> answer) =>
            string.Join(
                ',',
                bulletin.Asked.Select(asked => $"{{\"spot\":\"{asked.Spot.Id}\",\"response\":{answer(asked.Spot.Id, asked.Question)}}}")
            );
        string Right(string spot, Question question) =>
            System.Text.Json.JsonSerializer.Serialize<Response>(
                question switch
                {
                    GapTextQuestion gaps => new GapTextResponse
                    {
                        Parts = gaps.Gaps.Select(gap => new PartAnswer(gap.Gap.Id, gap.Words)).ToValueList(),
                    },
                    WordPickQuestion words => new WordPickResponse
                    {
                        Picked = words.Units.Where(unit => unit.Mark is { Trap: false }).Select(unit => unit.Id).ToValueList(),
                    },
                    OrderQuestion order => new OrderResponse { Order = order.Items.Select(item => item.Id).ToValueList() },
                    JumbledWordsQuestion jumbled => new JumbledWordsResponse
                    {
                        Lines = jumbled.Words.Select(line => line.Select(word => word.Id).ToValueList()).ToValueList(),
                    },
                    _ => throw new InvalidOperationException(spot),
                },
                StoredJson.Trusted
            );
        var state = AnswerFile.Read(Entries(All(Right))).Value.Play(bulletin).Value;
        Assert.Equal(
            (39m, 39m, "Word perfect. The transmitter is yours tonight."),
            (state.Score.Points, state.Score.OutOf, state.Score.Band!.Text)
        );
    }

    [Fact]
    public void A_seed_says_which_questions_of_a_pool_were_drawn()
    {
        var test = Demo("watchkeepers-test");
        var drawn = AnswerFile.Read("{\"version\":1,\"learner\":\"\",\"seed\":4,\"answers\":[]}").Value.Play(test).Value;
        Assert.Equal((16, 4), (drawn.Questions.Count, drawn.Seed));
        var left = test.Asked.Select(asked => asked.Spot.Id).Except(drawn.Questions.Select(question => question.Spot.Id)).First();
        Assert.Contains(
            "among those drawn with this seed",
            AnswerFile.Read($"{{\"version\":1,\"learner\":\"\",\"seed\":4,\"answers\":[{Picked(left, "true")}]}}").Value.Play(test).Refusal
        );
    }
}
