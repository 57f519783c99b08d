using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Where one goes on after what was done at a spot: in a course in time, or in another scene.</summary>
internal static class Turning
{
    /// <summary>The scene in which one goes on by the answer that is shown; null while another is given, and where none is.</summary>
    public static string? SceneOf(AttemptState state, Spot spot) =>
        state.QuestionOf(spot.Id) is { Closed: false, ShowsLastTry: false, Tries.Count: > 0 }
            ? null
            : state.Index.SceneOf(Of(state, spot)?.Scene ?? "")?.Id;

    /// <summary>The first turn that fits the last answer that was marked, which has its turn whatever is shown of it; null to go on from
    /// there.</summary>
    public static Turn? Of(AttemptState state, Spot spot)
    {
        if (spot.During is not { Turns.Count: > 0 } during)
        {
            return null;
        }

        var question = state.QuestionOf(spot.Id);
        var last = question?.LastTry;
        return during.Turns.FirstOrDefault(turn =>
            turn.After switch
            {
                TurnAfter.Right => last?.Mark.Verdict == Verdict.Right,
                TurnAfter.Wrong => last is not null && last.Mark.Verdict != Verdict.Right,
                TurnAfter.Score => last is not null && last.Mark.Share >= (turn.Share ?? 0),
                TurnAfter.Chosen => last?.Response is { } response
                    && QuestionTypes.For(response).Picked(question!.Question, response).Contains(turn.Option),
                // Where nothing goes by itself, nothing follows before there is an answer.
                _ => question is null || question.HasAnswer || state.SceneWith(spot.Id)?.Backdrop.HasTime == true,
            }
        );
    }
}
