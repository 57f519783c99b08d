using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Player.Questions;

namespace ZestySlate.Player.Events;

/// <summary>Reads an event from the learner's form; the same fields come from plain forms and from scripts.</summary>
public static class EventForm
{
    private const int LongestId = 60;

    /// <summary>The event, or why the form is none.</summary>
    /// <param name="fields">The fields of the form.</param>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="handed">What was handed over in it.</param>
    /// <param name="now">The moment.</param>
    public static Outcome<AttemptEvent> Read(FormFields fields, AttemptState state, IReadOnlyList<HandedFile> handed, DateTimeOffset now)
    {
        var words = state.Activity.Words;
        var id = fields["event"];
        if (id.Length is 0 or > LongestId)
        {
            return Outcome<AttemptEvent>.Refused(words["noEventNumber"]);
        }

        var spot = fields["spot"];
        var act = fields["act"];
        if (act.Length == 0 && fields.Has("move"))
        {
            // A press of a button that moves something, without scripts.
            act =
                state.QuestionOf(spot) is { } moved
                && QuestionTypes.For(moved.Question).StepsOf(moved.Question) != Steps.NotMarked
                && AttemptRules.MarksWhileWorking(state.Rules)
                    ? "step"
                    : "answer";
        }

        if (act is "answer" or "add" or "hand" or "mark" or "step" or "vote")
        {
            if (state.QuestionOf(spot) is not { } question)
            {
                return Outcome<AttemptEvent>.Refused(words["questionIsGone"]);
            }

            var response = WithTouched(FamiliesShown.For(QuestionTypes.For(question.Question).Key).Read(fields, handed), fields);
            return act switch
            {
                "vote" => new Voted(spot, response) { Id = id, At = now },
                "mark" => new AskedToMark(spot, response) { Id = id, At = now },
                "step" => new Stepped(spot, response, fields["part"] is { Length: > 0 } part ? part : fields["move"].Split(' ')[0])
                {
                    Id = id,
                    At = now,
                },
                _ => new Answered(spot, response) { Id = id, At = now },
            };
        }

        return act switch
        {
            "begin" => new LookedRound(spot) { Id = id, At = now },
            "start" => new Started { Id = id, At = now },
            "visit" => new Visited(fields["scene"]) { Id = id, At = now },
            "code" => new TriedCode(fields["lock"], fields["code"]) { Id = id, At = now },
            "annotate" => new Annotated(spot, fields["text"].ReplaceLineEndings("\n")) { Id = id, At = now },
            "watch" => new Watched(spot, Second(fields["from"]), Second(fields["to"])) { Id = id, At = now },
            "choose" => new Chose(spot) { Id = id, At = now },
            "stopAgain" => new BeganStopAgain(fields["stop"]) { Id = id, At = now },
            "back" => new WentBack(fields["step"]) { Id = id, At = now },
            "open" => new Opened(spot) { Id = id, At = now },
            "again" => new AnotherGo(spot) { Id = id, At = now },
            "hint" => new AskedForHint(spot) { Id = id, At = now },
            "see" => new SawAnswer(spot) { Id = id, At = now },
            "handIn" => new HandedIn { Id = id, At = now },
            _ => Outcome<AttemptEvent>.Refused(words["unknownEvent"]),
        };
    }

    /// <summary>A moment in seconds; before the beginning, and so refused, for what is none.</summary>
    private static decimal Second(string typed) =>
        decimal.TryParse(typed, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var second) && second <= During.Longest
            ? Math.Round(second, 3)
            : -1;

    /// <summary>The answer with what was changed on the page it came from, where its script says so (fields “touched”: the names of parts,
    /// or of options).</summary>
    private static Response WithTouched(Response response, FormFields fields) =>
        fields.Has("touched") ? response.Touching(fields.All("touched").ToValueList()) : response;
}
