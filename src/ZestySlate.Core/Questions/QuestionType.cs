using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions;

/// <summary>One family of questions: how it is marked, checked, shown and changed. Registered in <see cref="QuestionTypes"/>.</summary>
public abstract class QuestionType
{
    /// <summary>The family's name in files.</summary>
    public abstract string Key { get; }

    internal abstract Type DefinitionType { get; }

    internal abstract Type ResponseType { get; }

    /// <summary>The family's name on screen, of this question.</summary>
    public abstract string TitleOf(Question question);

    /// <summary>The points that can be reached: those set, or one a part; 0 for what is never marked.</summary>
    public abstract decimal OutOf(Question question);

    /// <summary>False for what is never marked and counts on neither side of the score.</summary>
    public abstract bool IsGraded(Question question);

    /// <summary>True when an answer can be marked without a person, at least in part.</summary>
    public abstract bool MarksAlone(Question question);

    /// <summary>What is told of an answer beside its mark, which it costs nothing: too short, too long; null for nothing.</summary>
    public virtual Reason? Aside(Question question, Response response) => null;

    /// <summary>What only some families can do, or null where this one cannot: the one door to every capability.</summary>
    public T? As<T>()
        where T : class => this as T;

    /// <summary>True when it is answered by a vote.</summary>
    public bool TakesVotes => this is IVoted;

    /// <summary>Marks a response. A null response is one never given.</summary>
    /// <param name="question">The question.</param>
    /// <param name="response">What was answered.</param>
    /// <param name="culture">The activity's culture: how capitals and numbers are read.</param>
    public abstract QuestionMark Mark(Question question, Response? response, CultureInfo culture);

    /// <summary>A response in words, for reports.</summary>
    public abstract string InWords(Question question, Response response);

    /// <summary>The options that statistics tell apart; none for families without.</summary>
    public abstract IEnumerable<StatedOption> OptionsOf(Question question);

    /// <summary>The ids of those options that a response picks.</summary>
    public abstract IEnumerable<string> Picked(Question question, Response response);

    /// <summary>What a response types into parts that take more than one wording; none for families without.</summary>
    public abstract IEnumerable<TypedAnswer> Typed(Question question, Response response);

    /// <summary>The question accepting one more wording in a part; unchanged where it takes none.</summary>
    /// <param name="question">The question.</param>
    /// <param name="part">The part, as <see cref="Typed"/> names it.</param>
    /// <param name="text">The wording.</param>
    public abstract Question WithVariant(Question question, string part, string text);

    /// <summary>How hard such a question is guessed to be for a simulated class: 0 for its middle, 1 for a standard deviation above.</summary>
    public virtual double GuessedDifficulty(Question question) => 0;

    /// <summary>What most of its questions demand.</summary>
    public virtual Demand UsualDemand => Demand.Recall;

    /// <summary>What a simulated learner answers; null when they give nothing, or nothing can be simulated.</summary>
    /// <param name="question">The question.</param>
    /// <param name="chance">What they know of it.</param>
    public abstract Response? Rehearse(Question question, Chance chance);

    /// <summary>True when nothing was given; such a response is kept but is no try.</summary>
    public abstract bool IsEmpty(Response response);

    /// <summary>Why a response cannot belong to this question, or null when it can.</summary>
    public abstract Reason? RefuseResponse(Question question, Response response);

    /// <summary>The part of a response that was right and stays for another go, or null when nothing was.</summary>
    public abstract Response? Kept(Question question, Response response, QuestionMark mark);

    /// <summary>A response with the kept parts put in, whatever was sent for them.</summary>
    public abstract Response WithKept(Question question, Response given, Response kept);

    /// <summary>The answer as it stands after something more was given; for most families what was given last.</summary>
    /// <param name="question">The question.</param>
    /// <param name="before">The answer as it stood, or null.</param>
    /// <param name="given">What was given.</param>
    public abstract Response Onto(Question question, Response? before, Response given);

    /// <summary>What of the last answer stands in the fields when another go begins, or null for nothing.</summary>
    public abstract Response? Draft(Question question, Response last);

    /// <summary>Whether each step of the learner's hand is marked as it is made.</summary>
    public abstract Steps StepsOf(Question question);

    /// <summary>After a step is marked: whether it was right, and the answer as it then stands.</summary>
    /// <param name="question">The question.</param>
    /// <param name="response">The answer with the step.</param>
    /// <param name="mark">Its mark.</param>
    /// <param name="part">The part that was moved.</param>
    public abstract (bool Right, Response After) AfterStep(Question question, Response response, QuestionMark mark, string part);

    /// <summary>True when its parts have hints of their own, shown with the question's.</summary>
    public abstract bool HasPartHints(Question question);

    /// <summary>The older question with all texts of the newer one, its key and structure kept.</summary>
    public abstract Question WithWording(Question older, Question newer);

    /// <summary>The older question with the key and the rules of marking of the newer one, texts and structure kept.</summary>
    public abstract Question WithKey(Question older, Question newer);

    /// <summary>What is missing or weak in it.</summary>
    public abstract IEnumerable<Weakness> Check(Question question, CultureInfo culture);

    /// <summary>Draws the orders in which one go shows what is shuffled; none for what stands as arranged.</summary>
    /// <param name="question">The question.</param>
    /// <param name="random">For every choice.</param>
    /// <param name="options">False when options stand as arranged in the whole activity.</param>
    public abstract ValueList<PartOrder> Draw(Question question, SeededRandom random, bool options);

    /// <summary>What a learner may see of it now. Nothing of the key is in it unless what is shown allows.</summary>
    public abstract QuestionView View(Question question, Showing<Response> showing);
}

/// <summary>An option as statistics name it.</summary>
public sealed record StatedOption(string Id, string Words, bool Right);

/// <summary>Something typed.</summary>
/// <param name="Part">The part; empty for the whole.</param>
/// <param name="Label">What the part is called; empty for the whole.</param>
public sealed record TypedAnswer(string Part, string Label, string Text)
{
    /// <summary>True when it was marked right.</summary>
    public bool Right { get; init; }
}

/// <summary>Whether the steps of the learner's hand are marked one by one.</summary>
public enum Steps
{
    /// <summary>Only the whole answer is marked.</summary>
    NotMarked,

    /// <summary>Each step is marked as it is made.</summary>
    Marked,

    /// <summary>Each step is marked, and what is right then stays.</summary>
    MarkedAndKept,
}

/// <summary>A family with its own definition and response.</summary>
public abstract class QuestionType<TQuestion, TResponse> : QuestionType
    where TQuestion : Question
    where TResponse : Response
{
    internal sealed override Type DefinitionType => typeof(TQuestion);

    internal sealed override Type ResponseType => typeof(TResponse);

    public sealed override string TitleOf(Question question) => TitleOf((TQuestion)question);

    public sealed override decimal OutOf(Question question) => IsGraded(question) ? question.Points ?? Parts((TQuestion)question) : 0;

    public sealed override bool IsGraded(Question question) => IsGraded((TQuestion)question);

    public sealed override bool MarksAlone(Question question) => MarksAlone((TQuestion)question);

    public sealed override Response Onto(Question question, Response? before, Response given) =>
        given is TResponse fitting ? Onto((TQuestion)question, before as TResponse, fitting) : given;

    public sealed override QuestionMark Mark(Question question, Response? response, CultureInfo culture)
    {
        var mark = Mark((TQuestion)question, response as TResponse, culture);
        return question.AllOrNothing && mark.Verdict is Verdict.Partly
            ? mark with
            {
                Share = 0,
                Reason = mark.Reason.Then(Reason.Of("allOrNothing")),
            }
            : mark;
    }

    public sealed override string InWords(Question question, Response response) =>
        response is TResponse fitting ? InWords((TQuestion)question, fitting) : "";

    public sealed override bool IsEmpty(Response response) => response is not TResponse fitting || IsEmpty(fitting);

    public sealed override Reason? RefuseResponse(Question question, Response response) =>
        response is TResponse fitting ? RefuseResponse((TQuestion)question, fitting) : Reason.Of("otherKindOfAnswer");

    public sealed override Response? Kept(Question question, Response response, QuestionMark mark) =>
        response is TResponse fitting
            ? Kept(
                (TQuestion)question,
                fitting,
                mark.Parts.Where(part => part.Verdict == Verdict.Right).Select(part => part.Part).ToHashSet()
            )
            : null;

    public sealed override Response WithKept(Question question, Response given, Response kept) =>
        given is TResponse fitting && kept is TResponse stays ? WithKept((TQuestion)question, fitting, stays) : given;

    public sealed override Response? Draft(Question question, Response last) =>
        last is TResponse fitting ? Draft((TQuestion)question, fitting) : null;

    public sealed override Steps StepsOf(Question question) => StepsOf((TQuestion)question);

    public sealed override (bool Right, Response After) AfterStep(Question question, Response response, QuestionMark mark, string part) =>
        AfterStep((TQuestion)question, (TResponse)response, mark, part);

    public sealed override bool HasPartHints(Question question) => HasPartHints((TQuestion)question);

    public sealed override Question WithWording(Question older, Question newer) =>
        newer is TQuestion same ? WithWording((TQuestion)older.WithCommonWording(same), same) : older;

    public sealed override Question WithKey(Question older, Question newer) =>
        newer is TQuestion same ? WithKey((TQuestion)older.WithCommonKey(same), same) : older;

    public sealed override IEnumerable<StatedOption> OptionsOf(Question question) => OptionsOf((TQuestion)question);

    public sealed override IEnumerable<string> Picked(Question question, Response response) =>
        response is TResponse fitting ? Picked((TQuestion)question, fitting) : [];

    public sealed override IEnumerable<TypedAnswer> Typed(Question question, Response response) =>
        response is TResponse fitting ? Typed((TQuestion)question, fitting) : [];

    public sealed override Question WithVariant(Question question, string part, string text) =>
        WithVariant((TQuestion)question, part, text);

    public sealed override Response? Rehearse(Question question, Chance chance) => Rehearse((TQuestion)question, chance);

    public sealed override IEnumerable<Weakness> Check(Question question, CultureInfo culture) => Check((TQuestion)question, culture);

    public sealed override ValueList<PartOrder> Draw(Question question, SeededRandom random, bool options) =>
        Draw((TQuestion)question, random, options).ToValueList();

    public sealed override QuestionView View(Question question, Showing<Response> showing) =>
        View(
            (TQuestion)question,
            new Showing<TResponse>(
                showing.Response as TResponse,
                showing.Kept as TResponse,
                showing.Mark,
                showing.Shown,
                showing.Orders,
                showing.Words
            )
            {
                HintSeen = showing.HintSeen,
                Looking = showing.Looking,
                Tally = showing.Tally,
            }
        );

    protected abstract string TitleOf(TQuestion question);

    /// <summary>The weight of all parts: the points when none are set.</summary>
    protected abstract decimal Parts(TQuestion question);

    /// <summary>The least that parts with weights are worth together: a share of nothing could not be marked.</summary>
    private const decimal LeastOfParts = 0.01m;

    /// <summary>What parts are worth together; one point before there are any.</summary>
    protected static decimal Together<TPart>(IReadOnlyCollection<TPart> parts, Func<TPart, decimal> weight) =>
        parts.Count == 0 ? 1 : Math.Max(LeastOfParts, parts.Sum(weight));

    protected abstract QuestionMark Mark(TQuestion question, TResponse? response, CultureInfo culture);

    protected abstract string InWords(TQuestion question, TResponse response);

    protected abstract bool IsEmpty(TResponse response);

    protected abstract Reason? RefuseResponse(TQuestion question, TResponse response);

    /// <summary>The response with only these parts; null when nothing is left.</summary>
    protected abstract TResponse? Kept(TQuestion question, TResponse response, IReadOnlySet<string> right);

    protected abstract TResponse WithKept(TQuestion question, TResponse given, TResponse kept);

    protected virtual bool IsGraded(TQuestion question) => true;

    protected virtual bool MarksAlone(TQuestion question) => IsGraded(question);

    /// <summary>What two pages of one learner say of different parts is kept of both.</summary>
    protected virtual TResponse Onto(TQuestion question, TResponse? before, TResponse given) =>
        given is PartsResponse parts && parts.Onto(before as PartsResponse) is TResponse merged ? merged : given;

    protected virtual TResponse? Draft(TQuestion question, TResponse last) => null;

    protected virtual Steps StepsOf(TQuestion question) => Steps.NotMarked;

    /// <summary>A step is right when the part that was moved then stands right; the answer stays as it is.</summary>
    protected virtual (bool Right, TResponse After) AfterStep(TQuestion question, TResponse response, QuestionMark mark, string part) =>
        (mark.Of(part)?.Verdict is Verdict.Right, response);

    protected virtual bool HasPartHints(TQuestion question) => false;

    protected virtual IEnumerable<StatedOption> OptionsOf(TQuestion question) => [];

    protected virtual IEnumerable<string> Picked(TQuestion question, TResponse response) => [];

    protected virtual IEnumerable<TypedAnswer> Typed(TQuestion question, TResponse response) => [];

    protected virtual TQuestion WithVariant(TQuestion question, string part, string text) => question;

    protected virtual TResponse? Rehearse(TQuestion question, Chance chance) => null;

    protected abstract TQuestion WithWording(TQuestion older, TQuestion newer);

    protected abstract TQuestion WithKey(TQuestion older, TQuestion newer);

    protected virtual IEnumerable<PartOrder> Draw(TQuestion question, SeededRandom random, bool options) => [];

    protected abstract IEnumerable<Weakness> Check(TQuestion question, CultureInfo culture);

    protected abstract QuestionView View(TQuestion question, Showing<TResponse> showing);
}
