using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;

namespace ZestySlate.Web.Questions.Poll;

/// <summary>Polls and ratings in forms.</summary>
internal sealed class PollForm : IQuestionForm
{
    private const int MostSteps = 11;

    public Type DefinitionType => typeof(PollQuestion);

    public Type Editor => typeof(PollEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("rating", "Rating", "a scale, not marked", "star", "survey opinion scale feedback likert feeling", () =>
            new PollQuestion { IsScale = true, Choices = [.. Enumerable.Range(0, 5).Select(_ => new PollChoice { Id = Ids.New() })] }
        ),
        new("poll", "Poll", "a vote, not marked", "vote", "survey vote opinion class question", () =>
            new PollQuestion { Choices = [.. Enumerable.Range(0, 2).Select(_ => new PollChoice { Id = Ids.New() })] }
        ),
    ];

    /// <summary>Fields: choice (the ids, in order) and those of each face; statement (the ids), statement-ID; several, anonymous, shows.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (PollQuestion)old;
        var choices = Rows.Read(form, "choice", 2)
            .Select(id => question.Choices.FirstOrDefault(choice => choice.Id == id) ?? new PollChoice { Id = id })
            .Select(choice => choice with { Face = FaceFields.Read(form, choice.Id, choice.Id, choice.Face) });
        return question with
        {
            Choices = (question.IsScale ? choices.Take(MostSteps) : choices).ToValueList(),
            Statements = Rows.Read(form, "statement")
                .Select(id => new PollStatement { Id = id, Text = form["statement-" + id].ToString().Trim() })
                .ToValueList(),
            Several = form["several"] == "yes",
            Anonymous = form["anonymous"] == "yes",
            ShowsVotes = form["shows"] == "yes",
        };
    }
}
