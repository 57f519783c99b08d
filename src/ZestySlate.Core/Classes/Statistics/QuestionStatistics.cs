using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>How one question measured.</summary>
/// <param name="SpotId">The question's spot.</param>
/// <param name="Name">Its name in reports.</param>
/// <param name="Attempts">How many attempts had it.</param>
/// <param name="Facility">The mean share of its credit, 0..1: how easy it was.</param>
/// <param name="Discrimination">How well it separates: the correlation with the rest of the total, the question left out; null when it cannot be told.</param>
/// <param name="UpperLower">Facility among the best 27 % less that among the weakest 27 %, −1..1 (Kelley 1939).</param>
/// <param name="MedianTime">The middle of the times spent at it.</param>
/// <param name="Options">Its options, where it has some.</param>
/// <param name="WrongAnswers">What was typed and was not right, the most frequent first.</param>
public sealed record QuestionStatistics(
    string SpotId,
    string Name,
    int Attempts,
    double Facility,
    double? Discrimination,
    double UpperLower,
    TimeSpan MedianTime,
    ValueList<OptionStatistics> Options,
    ValueList<FrequentAnswer> WrongAnswers
)
{
    /// <summary>Below it a question does not separate.</summary>
    public const double LeastDiscrimination = 0.1;

    /// <summary>Below it a question is too hard, and above the other too easy, to tell anything.</summary>
    public const double TooHard = 0.2,
        TooEasy = 0.95;

    private const int MostWrongAnswers = 8;

    /// <summary>Why the question looks bad; none when it does not, or too few had it to say so.</summary>
    public ValueList<QuestionProblem> Problems
    {
        get
        {
            if (Attempts < ClassStatistics.Fewest)
            {
                return [];
            }

            var problems = new List<QuestionProblem>();
            var right = Options.Where(option => option.Right).ToList();
            if (
                right.Count == 1
                && Options.Where(option => !option.Right).MaxBy(option => option.StrongShare) is { } lure
                && lure.StrongShare > right[0].StrongShare
            )
            {
                problems.Add(QuestionProblem.WrongKeySuspected);
            }

            if (Facility > TooEasy)
            {
                problems.Add(QuestionProblem.TooEasy);
            }
            else if (Facility < TooHard)
            {
                problems.Add(QuestionProblem.TooHard);
            }

            // Where nearly all are right or wrong there is little to separate: that is said already.
            if (Discrimination < LeastDiscrimination && Facility is >= TooHard and <= TooEasy)
            {
                problems.Add(QuestionProblem.DoesNotSeparate);
            }

            return problems.ToValueList();
        }
    }

    /// <summary>The statistics of a question.</summary>
    /// <param name="spot">Its spot.</param>
    /// <param name="question">The question with the key that counts.</param>
    /// <param name="name">Its name in reports.</param>
    /// <param name="ranked">All attempts, the weakest first.</param>
    /// <param name="had">A list to work with, used for one question after the other.</param>
    internal static QuestionStatistics Of(
        Spot spot,
        Question question,
        string name,
        IReadOnlyList<AttemptRow> ranked,
        List<(AttemptRow Attempt, QuestionRow Answer)> had
    )
    {
        had.Clear();
        foreach (var attempt in ranked)
        {
            if (attempt.Questions.TryGetValue(spot.Id, out var answer))
            {
                had.Add((attempt, answer));
            }
        }

        var ends = had.Count == 0 ? 0 : Math.Max(1, (int)Math.Round(had.Count * 0.27, MidpointRounding.AwayFromZero));
        var third = had.Count == 0 ? 0 : Math.Max(1, had.Count / 3);
        double Mean(int from, int to) => Over(had, from, to, one => one.Answer.Share);
        var options = QuestionTypes
            .For(question)
            .OptionsOf(question)
            .Select(option =>
            {
                bool Picks((AttemptRow, QuestionRow Answer) one) => one.Answer.Picked.Contains(option.Id);
                double Share(int from, int to) => Over(had, from, to, one => Picks(one) ? 1 : 0);
                return new OptionStatistics(
                    option.Id,
                    option.Words,
                    option.Right,
                    Share(0, had.Count),
                    Share(had.Count - third, had.Count),
                    Share(0, third),
                    had.Where(Picks).Select(one => one.Attempt.Share * 100).DefaultIfEmpty(0).Average()
                );
            })
            .ToValueList();
        var wrong = had.SelectMany(one => one.Answer.Typed)
            .Where(typed => !typed.Right && typed.Text.Trim().Length > 0)
            .GroupBy(typed => (typed.Part, Text: typed.Text.Trim().ToLowerInvariant()))
            .Select(same => new FrequentAnswer(same.Key.Part, same.First().Label, same.First().Text.Trim(), same.Count()))
            .OrderByDescending(answer => answer.Times)
            .ThenBy(answer => answer.Text, StringComparer.Ordinal)
            .Take(MostWrongAnswers)
            .ToValueList();
        return new QuestionStatistics(
            spot.Id,
            name,
            had.Count,
            Mean(0, had.Count),
            Discriminates(had),
            Mean(had.Count - ends, had.Count) - Mean(0, ends),
            TimeSpan.FromSeconds(
                Measures.Median(had.Where(one => one.Answer.Time > TimeSpan.Zero).Select(one => one.Answer.Time.TotalSeconds).ToList())
            ),
            options,
            wrong
        );
    }

    /// <summary>The mean of something over a stretch; 0 for none.</summary>
    private static double Over(
        List<(AttemptRow Attempt, QuestionRow Answer)> had,
        int from,
        int to,
        Func<(AttemptRow Attempt, QuestionRow Answer), double> what
    )
    {
        var sum = 0.0;
        for (var i = from; i < to; i++)
        {
            sum += what(had[i]);
        }

        return to > from ? sum / (to - from) : 0;
    }

    /// <summary>The correlation with the rest of the total, in shares, so that those who drew other questions can be compared.</summary>
    private static double? Discriminates(List<(AttemptRow Attempt, QuestionRow Answer)> had)
    {
        var pairs = new List<(double, double)>();
        foreach (var (attempt, answer) in had)
        {
            if (attempt.OutOf > answer.OutOf)
            {
                pairs.Add((answer.Share, (double)(attempt.Points - answer.Points) / (double)(attempt.OutOf - answer.OutOf)));
            }
        }

        return Measures.Correlation(pairs);
    }
}

/// <summary>Who picked an option.</summary>
/// <param name="Id">The option.</param>
/// <param name="Words">What it says.</param>
/// <param name="Right">True when the key has it.</param>
/// <param name="Share">The share of all who picked it, 0..1.</param>
/// <param name="StrongShare">The share among the strongest third.</param>
/// <param name="WeakShare">The share among the weakest third.</param>
/// <param name="MeanTotal">The mean total of those who picked it, in percent; 0 when nobody did.</param>
public sealed record OptionStatistics(
    string Id,
    string Words,
    bool Right,
    double Share,
    double StrongShare,
    double WeakShare,
    double MeanTotal
);

/// <summary>Something that was typed and was not right.</summary>
/// <param name="Part">The part of the question it was typed into; empty for the whole.</param>
/// <param name="Label">What the part is called; empty for the whole.</param>
/// <param name="Text">What was typed, as the first of them wrote it.</param>
/// <param name="Times">By how many, capitals not told apart.</param>
public sealed record FrequentAnswer(string Part, string Label, string Text, int Times);

/// <summary>Why a question looks bad.</summary>
public enum QuestionProblem
{
    /// <summary>A wrong option attracts the strongest third more than the right one.</summary>
    WrongKeySuspected,

    /// <summary>Facility above 0.95.</summary>
    TooEasy,

    /// <summary>Facility below 0.2.</summary>
    TooHard,

    /// <summary>Discrimination below 0.1.</summary>
    DoesNotSeparate,
}
