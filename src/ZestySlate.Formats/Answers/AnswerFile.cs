using System.Text.Json;
using System.Text.Json.Serialization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;

namespace ZestySlate.Formats.Answers;

/// <summary>
/// What one learner does with an activity, as a file (docs/activity-format.md, Answers). It is marked by playing it through the
/// delivery, as if the learner had done it: what a learner cannot do is refused.
/// </summary>
public sealed record AnswerFile
{
    /// <summary>The most entries of a file.</summary>
    public const int MostEntries = 100_000;

    private static readonly JsonSerializerOptions Options = new(StoredJson.Trusted)
    {
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

    public required int Version { get; init; }

    public string Learner { get; init; } = "";

    /// <summary>The seed of the attempt: which questions of a pool were drawn. 0 when it is left out.</summary>
    public long Seed { get; init; }

    public ValueList<AnswerEntry> Answers { get; init; } = [];

    /// <summary>Reads the file, or says in words what is wrong with it and where.</summary>
    public static Outcome<AnswerFile> Read(string json)
    {
        try
        {
            var file = JsonSerializer.Deserialize(json, StoredJson.TypeOf<AnswerFile>(Options));
            return file is not { Version: 1 } ? Refused("This is not a file of answers: it has no version 1.")
                : file.Answers.Count > MostEntries ? Refused($"A file has up to {MostEntries} answers; this one has {file.Answers.Count}.")
                : file;
        }
        catch (Exception problem) when (problem is JsonException or NotSupportedException or InvalidOperationException)
        {
            return Refused("This is not a file of answers: " + JsonTrouble.Words(problem, json));
        }
    }

    /// <summary>Plays it through an attempt and hands in, unless that was done already.</summary>
    public Outcome<AttemptState> Play(Activity activity)
    {
        var play = new AnswerPlay(activity, Seed);
        for (var i = 0; i < Answers.Count; i++)
        {
            if (play.Take(Answers[i], i) is { } refusal)
            {
                return Outcome<AttemptState>.Refused(
                    $"Answer {i + 1}{(Answers[i].Spot.Length > 0 ? $", question “{Answers[i].Spot}”" : "")}: {refusal}"
                );
            }
        }

        return play.HandedIn();
    }

    private static Outcome<AnswerFile> Refused(string words) => Outcome<AnswerFile>.Refused(words);
}
