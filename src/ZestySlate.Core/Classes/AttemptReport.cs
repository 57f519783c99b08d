using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes;

/// <summary>What one attempt came to, question by question, for the teacher.</summary>
public sealed record AttemptReport(Score Score, ValueList<AnswerReport> Answers)
{
    /// <summary>What each stop of a trail came to; none where there is no trail.</summary>
    public ValueList<StopReport> Stops { get; init; } = [];

    /// <summary>The report of a state.</summary>
    public static AttemptReport Of(AttemptState state) =>
        new(
            state.Score,
            state
                .Questions.Select(question =>
                {
                    var family = QuestionTypes.For(question.Question);
                    var counted = question.CountedTry(state.Activity.Rules.Counts);
                    var response = counted?.Response ?? question.Response;
                    var verdict = question.VerdictThatCounts(state.Activity.Rules.Counts);
                    var reason =
                        question.Review?.Points is not null ? Reason.Of("markedByTeacher")
                        : counted is null ? Reason.Of(question.Response is null ? "notAnswered" : "answeredNotMarked")
                        : counted.Reason;
                    var review = question.Review;
                    return new AnswerReport(
                        question.Spot.Id,
                        question.Spot.ReportName,
                        family.TitleOf(question.Question),
                        response is null ? "" : family.InWords(question.Question, response),
                        verdict,
                        question.Points(state.Activity.Rules.Counts),
                        question.OutOf,
                        question.Tries.Count,
                        question.HintSeen,
                        Words.English.Say(reason)
                    )
                    {
                        Stop = state.Activity.StopOf(state.SceneWith(question.Spot.Id)) is { } stop ? state.Activity.TitleOf(stop) : "",
                        IsPractice = question.IsPractice,
                        Given = response,
                        Review = review,
                        Waits = question.Waits,
                        MarkedAlone = family.MarksAlone(question.Question),
                        Band = question.Band?.Text,
                        Aside =
                            response is not null && family.Aside(question.Question, response) is { } aside
                                ? Words.English.Say(aside)
                                : null,
                        Rubric = QuestionTypes.RubricOf(question.Question),
                    };
                })
                .ToValueList()
        )
        {
            Stops = (state.Activity.Trail?.Stops ?? []).Select(stop => StopReport.Of(state, stop)).ToValueList(),
        };
}

/// <summary>What one stop of a trail came to.</summary>
/// <param name="Title">Its title.</param>
/// <param name="Answered">How many of its questions were answered.</param>
/// <param name="Questions">How many there are.</param>
/// <param name="Points">What they earned.</param>
/// <param name="OutOf">What they could earn; 0 for practice.</param>
/// <param name="Won">Whether its reward was won; null where there is none.</param>
/// <param name="Goes">How often it was begun.</param>
public sealed record StopReport(string Title, int Answered, int Questions, Fraction Points, decimal OutOf, bool? Won, int Goes)
{
    internal static StopReport Of(AttemptState state, Stop stop)
    {
        var asked = state.QuestionsOf(stop.Id).Where(question => question.Round != Round.LookOnly).ToList();
        return new(
            state.Activity.TitleOf(stop),
            asked.Count(question => question.HasAnswer),
            asked.Count,
            asked.Total(question => question.Points(state.Activity.Rules.Counts)),
            asked.Sum(question => question.OutOf),
            stop.Reward is null ? null : state.Findings.Contains(stop.Id),
            state.Repeated.GetValueOrDefault(stop.Id) + 1
        );
    }
}

/// <summary>One answer of an attempt: the try that counts, with the reason for its mark.</summary>
public sealed record AnswerReport(
    string SpotId,
    string Question,
    string Kind,
    string Response,
    Verdict Verdict,
    Fraction Points,
    decimal OutOf,
    int Tries,
    bool HintSeen,
    string Reason
)
{
    /// <summary>The stop of a trail that it is part of; empty for none.</summary>
    public string Stop { get; init; } = "";

    /// <summary>True when it is practice: done and seen, and no part of what is handed in.</summary>
    public bool IsPractice { get; init; }

    /// <summary>What kind of question it is, and where it stands, for lists.</summary>
    public string KindAndStop =>
        string.Join(" · ", new[] { Kind, Stop, IsPractice ? AuthorWords.Say("practiceNotHandedIn") : "" }.Where(said => said.Length > 0));

    /// <summary>The answer itself, or null when there is none.</summary>
    public Response? Given { get; init; }

    /// <summary>What a teacher said of it, or null.</summary>
    public Review? Review { get; init; }

    /// <summary>True when it waits for a teacher's points.</summary>
    public bool Waits { get; init; }

    /// <summary>True when it was marked without a person.</summary>
    public bool MarkedAlone { get; init; }

    /// <summary>The question's own words for how the last try went, or null.</summary>
    public string? Band { get; init; }

    /// <summary>What is told of the answer beside its mark, such as that it is too short; null for nothing.</summary>
    public string? Aside { get; init; }

    /// <summary>The rubric by which it is marked.</summary>
    public ValueList<RubricRow> Rubric { get; init; } = [];
}
