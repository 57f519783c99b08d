using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.Spoken;

/// <summary>Spoken answer in forms.</summary>
internal sealed class SpokenForm : IQuestionForm
{
    public Type DefinitionType => typeof(SpokenQuestion);

    public Type Editor => typeof(SpokenEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("spoken", "Spoken answer", "recorded by voice", "mic", "speak voice oral pronunciation audio record speaking", () =>
            new SpokenQuestion()
        ),
    ];

    /// <summary>Fields: seconds (or m:ss); waits, those of the rubric.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (SpokenQuestion)old;
        var typed = form["seconds"].ToString().Trim();
        var seconds =
            typed.Split(':') is [var minutes, var rest] && int.TryParse(minutes, out var whole) && int.TryParse(rest, out var more)
                ? Math.Clamp((whole * 60) + more, 5, SpokenQuestion.LongestSeconds)
                : EditForms.Whole(typed, question.Seconds, 5, SpokenQuestion.LongestSeconds);
        return JudgedFields.Read(form, question) with { Seconds = seconds };
    }
}
