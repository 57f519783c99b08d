using ZestySlate.Core.Activities;
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
        Assert.Equal(2, AnswerFile.Read(Entries(Picked("askglass", "fog") + "," + Picked("askglass", "gale"))).Value.Play(Garden).Value.QuestionOf("askglass")!.Tries.Count);

    [Theory]
    [InlineData("nope", "not a file of answers")]
    [InlineData("{\"version\":3}", "no version 1")]
    [InlineData("{\"version\":1,\"answers\":[{\"spot\":\"q\",\"response\":{\"type\":\"telepathy\"}}]}", "not a file of answers")]
    public void What_is_no_file_of_answers_is_refused(string json, string words) => Assert.Contains(words, AnswerFile.Read(json).Refusal);

    [Fact]
    public void An_unknown_question_is_named_with_its_place() =>
        Assert.Equal("Answer 2: the activity has no question «tide».", AnswerFile.Read(Entries(Picked("askglass", "gale") + "," + Picked("tide", "a"))).Value.Play(Garden).Refusal);

    [Fact]
    public void An_unknown_option_is_named_with_its_question() =>
        Assert.Contains("question «askglass»", AnswerFile.Read(Entries(Picked("askglass", "hail"))).Value.Play(Garden).Refusal);

    [Fact]
    public void A_try_too_many_is_refused() =>
        Assert.Contains("no try is left", AnswerFile.Read(Entries(Picked("askglass", "gale") + "," + Picked("askglass", "fog"))).Value.Play(Garden).Refusal);
}
