using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions;

/// <summary>A question whose answer only a person can mark: something drawn, spoken or handed over as a file.</summary>
public abstract record JudgedQuestion : Question
{
    /// <summary>True when a person marks it; else it is kept and never marked.</summary>
    public bool WaitsForPerson { get; init; } = true;

    /// <summary>What that person looks at.</summary>
    public ValueList<RubricRow> Rubric { get; init; } = [];
}

/// <summary>A family that only a person can mark: an answer waits, or is kept where nobody marks it.</summary>
public abstract class JudgedType<TQuestion, TResponse> : QuestionType<TQuestion, TResponse>, IRubricked
    where TQuestion : JudgedQuestion
    where TResponse : Response
{
    public ValueList<RubricRow> RubricOf(Question question) => ((TQuestion)question).Rubric;

    protected sealed override decimal Parts(TQuestion question) => question.Rubric.Count > 0 ? question.Rubric.Sum(row => row.Points) : 1;

    protected sealed override bool IsGraded(TQuestion question) => question.WaitsForPerson;

    protected sealed override bool MarksAlone(TQuestion question) => false;

    protected sealed override QuestionMark Mark(TQuestion question, TResponse? response, CultureInfo culture) =>
        response is null || IsEmpty(response) ? new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), [])
        : question.WaitsForPerson ? new QuestionMark(Verdict.Waiting, 0, Reason.Of("waitsForPerson"), [])
        : new QuestionMark(Verdict.Ungraded, 0, Reason.Of("answerIsKept"), []);

    protected sealed override TResponse? Kept(TQuestion question, TResponse response, IReadOnlySet<string> right) => null;

    protected sealed override TResponse WithKept(TQuestion question, TResponse given, TResponse kept) => given;

    protected sealed override TResponse? Draft(TQuestion question, TResponse last) => last;

    protected override TQuestion WithWording(TQuestion older, TQuestion newer) =>
        (TQuestion)((JudgedQuestion)older with { Rubric = older.Rubric.WithWording(newer.Rubric) });

    protected sealed override TQuestion WithKey(TQuestion older, TQuestion newer) =>
        (TQuestion)((JudgedQuestion)older with { Rubric = newer.Rubric, WaitsForPerson = newer.WaitsForPerson });
}
