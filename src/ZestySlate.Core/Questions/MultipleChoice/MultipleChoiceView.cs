using ZestySlate.Core.Marking;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>What a learner may see of a multiple choice now.</summary>
public sealed record MultipleChoiceView(bool Several, bool OffersNone, bool NonePicked, bool NoneIsRight, ValueList<OptionView> Options) : QuestionView;

/// <summary>What a learner may see of an option now.</summary>
/// <param name="Id">The option's id.</param>
/// <param name="Text">Its words.</param>
/// <param name="Picked">Whether the learner picked it.</param>
/// <param name="Verdict">The verdict on the learner's pick, once it may be shown.</param>
/// <param name="Feedback">The author's words on the learner's pick, once they may be shown.</param>
/// <param name="IsRight">True once the right answer may be shown, and this belongs to it.</param>
public sealed record OptionView(string Id, string Text, bool Picked, Verdict? Verdict, string Feedback, bool IsRight);
