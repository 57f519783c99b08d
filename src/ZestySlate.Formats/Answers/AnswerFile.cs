using System.Text.Json;
using System.Text.Json.Nodes;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Wording;

namespace ZestySlate.Formats.Answers;

/// <summary>
/// The answers of one learner as a file (docs/activity-format.md, Answers): a list in which every entry is one try of one
/// question. They are marked by playing them through the delivery, as if a learner had given them.
/// </summary>
public sealed record AnswerFile(string Learner, ValueList<AnswerEntry> Answers)
{
    /// <summary>The seed of the attempt: which questions of a pool were drawn. 0 when it is left out.</summary>
    public long Seed { get; init; }

    /// <summary>Reads the file, or says in words what is wrong with it.</summary>
    public static Outcome<AnswerFile> Read(string json)
    {
        try
        {
            var node = JsonNode.Parse(json) as JsonObject;
            if ((int?)node?["version"] != 1)
            {
                return Outcome<AnswerFile>.Refused("This is not a file of answers: it has no version 1.");
            }

            var file = node.Deserialize<AnswerFile>(ActivityJson.Trusted)!;
            return file with { Learner = file.Learner ?? "" };
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException or NotSupportedException)
        {
            return Outcome<AnswerFile>.Refused("This is not a file of answers: " + problem.Message);
        }
    }

    /// <summary>Plays the answers through an attempt and hands in.</summary>
    public Outcome<AttemptState> Play(Activity activity)
    {
        var events = new List<AttemptEvent> { new Began(1, Seed) { Id = "began", At = DateTimeOffset.UnixEpoch }, new Started { Id = "start", At = DateTimeOffset.UnixEpoch } };
        AttemptState State() => Replay.Run(_ => activity, events);
        foreach (var (answer, i) in Answers.Select((answer, i) => (answer, i)))
        {
            if (State().QuestionOf(answer.Spot) is not { } question)
            {
                return Outcome<AttemptState>.Refused($"Answer {i + 1}: the activity has no question «{answer.Spot}»{(activity.SpotOf(answer.Spot) is null ? "" : " among those drawn with this seed")}.");
            }

            if (QuestionTypes.For(question.Question).RefuseResponse(question.Question, answer.Response) is { } refusal)
            {
                return Outcome<AttemptState>.Refused($"Answer {i + 1}, question «{answer.Spot}»: {Words.English.Say(refusal)}");
            }

            if (question.Closed)
            {
                return Outcome<AttemptState>.Refused($"Answer {i + 1}, question «{answer.Spot}»: the question is closed; no try is left.");
            }

            if (answer.Hint)
            {
                events.Add(new AskedForHint(answer.Spot) { Id = $"hint{i}", At = DateTimeOffset.UnixEpoch });
            }

            if (State().Steps.FirstOrDefault(step => step.SpotIds.Contains(answer.Spot)) is { } at)
            {
                events.Add(new Visited(at.Id) { Id = $"visit{i}", At = DateTimeOffset.UnixEpoch });
            }

            events.Add(answer.Response is PollResponse ? new Voted(answer.Spot, answer.Response) { Id = $"answer{i}", At = DateTimeOffset.UnixEpoch } : new AskedToMark(answer.Spot, answer.Response) { Id = $"answer{i}", At = DateTimeOffset.UnixEpoch, OneLife = true });
        }

        events.Add(new HandedIn { Id = "end", At = DateTimeOffset.UnixEpoch });
        return State();
    }
}

/// <summary>One try of one question.</summary>
/// <param name="Spot">The id of the spot that asks.</param>
/// <param name="Response">What was answered.</param>
/// <param name="Hint">True when the hint was asked for before.</param>
public sealed record AnswerEntry(string Spot, Response Response, bool Hint = false);
