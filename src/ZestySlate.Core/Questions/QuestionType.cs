using ZestySlate.Core.Checking;
using ZestySlate.Core.Marking;

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

    /// <summary>The points that can be reached: those set, or one a part.</summary>
    public abstract decimal OutOf(Question question);

    /// <summary>Marks a response. A null response is one never given.</summary>
    public abstract QuestionMark Mark(Question question, Response? response);

    /// <summary>A response in words, for reports.</summary>
    public abstract string InWords(Question question, Response response);

    /// <summary>True when nothing was given; such a response is kept but is no try.</summary>
    public abstract bool IsEmpty(Response response);

    /// <summary>Why a response cannot belong to this question, or null when it can.</summary>
    public abstract string? RefuseResponse(Question question, Response response);

    /// <summary>The older question with all texts of the newer one, its key and structure kept.</summary>
    public abstract Question WithWording(Question older, Question newer);

    /// <summary>The older question with the key and the rules of marking of the newer one, texts and structure kept.</summary>
    public abstract Question WithKey(Question older, Question newer);

    /// <summary>What is missing or weak in it.</summary>
    public abstract IEnumerable<Weakness> Check(Question question);

    /// <summary>What a learner may see of it now. Nothing of the key is in it unless <paramref name="shown"/> allows.</summary>
    public abstract QuestionView View(Question question, Response? response, QuestionMark? mark, Shown shown, SeededRandom random);
}

/// <summary>A family with its own definition and response.</summary>
public abstract class QuestionType<TQuestion, TResponse> : QuestionType
    where TQuestion : Question
    where TResponse : Response
{
    internal sealed override Type DefinitionType => typeof(TQuestion);

    internal sealed override Type ResponseType => typeof(TResponse);

    public sealed override string TitleOf(Question question) => TitleOf((TQuestion)question);

    public sealed override decimal OutOf(Question question) => question.Points ?? Parts((TQuestion)question);

    public sealed override QuestionMark Mark(Question question, Response? response)
    {
        var mark = Mark((TQuestion)question, response as TResponse);
        return question.AllOrNothing && mark.Verdict is Verdict.Partly
            ? mark with { Share = 0, Reason = mark.Reason + " Only a fully right answer earns points here." }
            : mark;
    }

    public sealed override string InWords(Question question, Response response) =>
        response is TResponse fitting ? InWords((TQuestion)question, fitting) : "";

    public sealed override bool IsEmpty(Response response) => response is not TResponse fitting || IsEmpty(fitting);

    public sealed override string? RefuseResponse(Question question, Response response) =>
        response is TResponse fitting ? RefuseResponse((TQuestion)question, fitting) : "This answer belongs to another kind of question.";

    public sealed override Question WithWording(Question older, Question newer) =>
        newer is TQuestion same ? WithWording((TQuestion)older.WithCommonWording(same), same) : older;

    public sealed override Question WithKey(Question older, Question newer) =>
        newer is TQuestion same ? WithKey((TQuestion)older.WithCommonKey(same), same) : older;

    public sealed override IEnumerable<Weakness> Check(Question question) => Check((TQuestion)question);

    public sealed override QuestionView View(Question question, Response? response, QuestionMark? mark, Shown shown, SeededRandom random) =>
        View((TQuestion)question, response as TResponse, mark, shown, random);

    protected abstract string TitleOf(TQuestion question);

    /// <summary>How many parts earn a point each when no points are set.</summary>
    protected abstract decimal Parts(TQuestion question);

    protected abstract QuestionMark Mark(TQuestion question, TResponse? response);

    protected abstract string InWords(TQuestion question, TResponse response);

    protected abstract bool IsEmpty(TResponse response);

    protected abstract string? RefuseResponse(TQuestion question, TResponse response);

    protected abstract TQuestion WithWording(TQuestion older, TQuestion newer);

    protected abstract TQuestion WithKey(TQuestion older, TQuestion newer);

    protected abstract IEnumerable<Weakness> Check(TQuestion question);

    protected abstract QuestionView View(TQuestion question, TResponse? response, QuestionMark? mark, Shown shown, SeededRandom random);
}
