using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Learning;

/// <summary>Reads an event from the learner's form; the same fields come from plain forms and from scripts.</summary>
internal static class EventForm
{
    private const int LongestId = 60;

    /// <summary>The event, or why the form is none.</summary>
    /// <param name="form">The form.</param>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="handed">What was handed over in it.</param>
    /// <param name="now">The moment.</param>
    public static Outcome<AttemptEvent> Read(IFormCollection form, AttemptState state, IReadOnlyList<HandedFile> handed, DateTimeOffset now)
    {
        var words = state.Activity.Words;
        var id = form["event"].ToString();
        if (id.Length is 0 or > LongestId)
        {
            return Outcome<AttemptEvent>.Refused(words["noEventNumber"]);
        }

        var spot = form["spot"].ToString();
        var act = form["act"].ToString();
        if (act.Length == 0 && form.ContainsKey("move"))
        {
            // A press of a button that moves something, without scripts.
            act = state.QuestionOf(spot) is { } moved && QuestionTypes.For(moved.Question).StepsOf(moved.Question) != Steps.NotMarked && AttemptRules.MarksWhileWorking(state.Rules) ? "step" : "answer";
        }

        if (act is "answer" or "add" or "hand" or "begin" or "mark" or "step" or "vote")
        {
            if (state.QuestionOf(spot) is not { } question)
            {
                return Outcome<AttemptEvent>.Refused(words["questionIsGone"]);
            }

            var response = WithTouched(QuestionForms.For(question.Question).ReadResponse(form, handed), form);
            return act switch
            {
                "vote" => new Voted(spot, response) { Id = id, At = now },
                "mark" => new AskedToMark(spot, response) { Id = id, At = now },
                "step" => new Stepped(spot, response, form["part"].ToString() is { Length: > 0 } part ? part : form["move"].ToString().Split(' ')[0]) { Id = id, At = now },
                _ => new Answered(spot, response) { Id = id, At = now },
            };
        }

        return act switch
        {
            "start" => new Started { Id = id, At = now },
            "visit" => new Visited(form["scene"].ToString()) { Id = id, At = now },
            "code" => new TriedCode(form["lock"].ToString(), form["code"].ToString()) { Id = id, At = now },
            "annotate" => new Annotated(spot, form["text"].ToString().ReplaceLineEndings("\n")) { Id = id, At = now },
            "open" => new Opened(spot) { Id = id, At = now },
            "again" => new AnotherGo(spot) { Id = id, At = now },
            "hint" => new AskedForHint(spot) { Id = id, At = now },
            "see" => new SawAnswer(spot) { Id = id, At = now },
            "handIn" => new HandedIn { Id = id, At = now },
            _ => Outcome<AttemptEvent>.Refused(words["unknownEvent"]),
        };
    }

    /// <summary>The answer with what was changed on the page it came from, where its script says so (fields «touched»: the names of parts, or of options).</summary>
    private static Response WithTouched(Response response, IFormCollection form) =>
        form.TryGetValue("touched", out var names) ? response.Touching(names.OfType<string>().ToValueList()) : response;
}
