using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Questions.Spoken;

namespace ZestySlate.Web.Tests;

/// <summary>Drawings, spoken answers, files and votes in the workbench's forms.</summary>
public sealed partial class QuestionFormTests
{
    [Fact]
    public async Task Files_are_limited_in_kind_number_and_size()
    {
        var question = await BuildAsync<FileAnswerQuestion>("fileAnswer", _ =>
            [
                ("kind", "Pdf"),
                ("kind", "Text"),
                ("kind", "nonsense"),
                ("most", "99"),
                ("megabytes", "7"),
                ("waits", "yes"),
                ("rubric", "r"),
                ("rubricTitle-r", "Sharp"),
                ("rubricPoints-r", "2,5"),
            ]
        );
        Assert.Equal([HandedKind.Pdf, HandedKind.Text], question.Kinds);
        Assert.Equal(
            (20, 7, true, "Sharp", 2.5m),
            (question.Most, question.Megabytes, question.WaitsForPerson, question.Rubric[0].Title, question.Rubric[0].Points)
        );
    }

    [Fact]
    public async Task What_was_set_for_marking_stays_while_nobody_marks()
    {
        var question = await BuildAsync<SpokenQuestion>(
            "spoken",
            _ => [("seconds", "1:30"), ("waits", "yes"), ("points", "4"), ("hint", "Slowly.")],
            _ => [("seconds", "45")]
        );
        Assert.Equal((45, false, 4m, "Slowly."), (question.Seconds, question.WaitsForPerson, question.Points, question.Hint));
        Assert.Equal(0, QuestionTypes.For(question).OutOf(question));
    }

    [Fact]
    public async Task A_board_offers_what_is_ticked()
    {
        Assert.Equal(
            ([DrawnSort.Line, DrawnSort.Text], 0.7),
            (await BuildAsync<DrawingQuestion>("drawing", _ => [("sort", "Line"), ("sort", "Text"), ("ratio", "0.7")])) is var some
                ? (some.Sorts, some.Board.Ratio)
                : default
        );
        Assert.Empty(
            (await BuildAsync<DrawingQuestion>("drawing", _ => [.. Enum.GetNames<DrawnSort>().Select(sort => ("sort", sort))])).Sorts
        );
    }

    [Fact]
    public async Task A_scale_has_steps_and_statements()
    {
        var rating = await BuildAsync<PollQuestion>("rating", now =>
            [
                .. now.Choices.Select(choice => ("choice", choice.Id)),
                ($"{now.Choices[0].Id}-text", "poor"),
                ("statement", "s"),
                ("statement-s", "The lesson"),
                ("anonymous", "yes"),
            ]
        );
        Assert.Equal(
            (true, 5, "poor", "The lesson", true, false),
            (
                rating.IsScale,
                rating.Choices.Count,
                rating.Choices[0].Face.Text,
                rating.Statements[0].Text,
                rating.Anonymous,
                rating.ShowsVotes
            )
        );
        var poll = await BuildAsync<PollQuestion>("poll", now =>
            [
                .. now.Choices.Select(choice => ("choice", choice.Id)),
                ("choice", "third"),
                ("third-text", "Fog"),
                ("several", "yes"),
                ("shows", "yes"),
            ]
        );
        Assert.Equal(
            (false, 3, "Fog", true, true),
            (poll.IsScale, poll.Choices.Count, poll.Choices[2].Face.Text, poll.Several, poll.ShowsVotes)
        );
    }
}
