using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions;

/// <summary>What a learner may see of one question now; each family adds its own parts. It holds nothing that may not be shown yet.</summary>
public abstract record QuestionView;

/// <summary>Which of the three things may be shown now.</summary>
public readonly record struct Shown(bool RightOrWrong, bool RightAnswer, bool Points);

/// <summary>What a family is told when it shows a question.</summary>
/// <param name="Response">What the learner has given, or null.</param>
/// <param name="Kept">The parts that were right in an earlier try and stay, or null.</param>
/// <param name="Mark">The mark that is shown, or null.</param>
/// <param name="Shown">What may be shown now.</param>
/// <param name="Orders">The orders in which this go shows what is shuffled.</param>
/// <param name="Words">The words of the activity's language.</param>
public sealed record Showing<TResponse>(
    TResponse? Response,
    TResponse? Kept,
    QuestionMark? Mark,
    Shown Shown,
    ValueList<PartOrder> Orders,
    Words Words
)
    where TResponse : Response
{
    /// <summary>What stands in the fields: what was given, or what stays from an earlier try.</summary>
    public TResponse? Given => Response ?? Kept;

    /// <summary>True once the learner has asked for the hint.</summary>
    public bool HintSeen { get; init; }

    /// <summary>True while the learner looks round: all that is right is shown, and nothing is answered yet.</summary>
    public bool Looking { get; init; }

    /// <summary>How all have voted; nobody, where it takes no votes.</summary>
    public Tally Tally { get; init; } = Tally.None;

    /// <summary>Things in the order that was drawn for this go; as they stand where none was.</summary>
    public ValueList<T> InOrder<T>(string of, ValueList<T> things, Func<T, string> id) =>
        PartOrder.Find(Orders, of) is { } order ? order.Arrange(things, id) : things;

    /// <summary>What may be said of a part: its verdict, why, and the author's words; nothing before it may be shown.</summary>
    public PartSaid Said(string part) =>
        Shown.RightOrWrong && Mark?.Of(part) is { } mark
            ? new PartSaid(mark.Verdict, Words.Say(mark.Reason), mark.Feedback)
            : PartSaid.Nothing;
}

/// <summary>What is said of a part beside it.</summary>
/// <param name="Verdict">The verdict, once it may be shown.</param>
/// <param name="Why">Why, in words.</param>
/// <param name="Feedback">The author's words that apply.</param>
public sealed record PartSaid(Verdict? Verdict, string Why, string Feedback)
{
    /// <summary>The same without “nothing given”, for what can still be given.</summary>
    public PartSaid SoFar() => Verdict is Marking.Verdict.Missing ? Nothing : this;

    /// <summary>Nothing may be said yet.</summary>
    public static PartSaid Nothing { get; } = new(null, "", "");
}
