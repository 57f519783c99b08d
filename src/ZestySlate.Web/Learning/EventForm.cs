using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Learning;

/// <summary>Reads an event from the learner's form; the same fields come from plain forms and from scripts.</summary>
internal static class EventForm
{
    private const int LongestId = 60;

    /// <summary>The event, or why the form is none.</summary>
    public static Outcome<AttemptEvent> Read(IFormCollection form, AttemptState state, DateTimeOffset now)
    {
        var id = form["event"].ToString();
        if (id.Length is 0 or > LongestId)
        {
            return Outcome<AttemptEvent>.Refused("The answer came without its number; load the page again.");
        }

        var spot = form["spot"].ToString();
        var act = form["act"].ToString();
        if (act is "answer" or "mark")
        {
            if (state.QuestionOf(spot) is not { } question)
            {
                return Outcome<AttemptEvent>.Refused("This question is not in the activity.");
            }

            Response response = QuestionForms.For(question.Question).ReadResponse(form);
            return act == "mark"
                ? new AskedToMark(spot, response) { Id = id, At = now }
                : new Answered(spot, response) { Id = id, At = now };
        }

        return act switch
        {
            "visit" => new Visited(form["scene"].ToString()) { Id = id, At = now },
            "code" => new TriedCode(form["lock"].ToString(), form["code"].ToString()) { Id = id, At = now },
            "annotate" => new Annotated(spot, form["text"].ToString().ReplaceLineEndings("\n")) { Id = id, At = now },
            "open" => new Opened(spot) { Id = id, At = now },
            "again" => new AnotherGo(spot) { Id = id, At = now },
            "hint" => new AskedForHint(spot) { Id = id, At = now },
            "see" => new SawAnswer(spot) { Id = id, At = now },
            "handIn" => new HandedIn { Id = id, At = now },
            _ => Outcome<AttemptEvent>.Refused("This page sent something unknown; load it again."),
        };
    }
}
