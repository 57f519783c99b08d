using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>What a learner may see of a multiple choice now.</summary>
public sealed record MultipleChoiceView(bool Several, bool OffersNone, bool NonePicked, bool NoneIsRight, ValueList<OptionView> Options)
    : QuestionView;

/// <summary>What a learner may see of an option now.</summary>
/// <param name="Id">The option's id.</param>
/// <param name="Text">Its words.</param>
/// <param name="Picture">Its picture, or null.</param>
/// <param name="Picked">Whether the learner picked it.</param>
/// <param name="Kept">True when it was right in an earlier try and stays.</param>
/// <param name="Said">What may be said of the learner's pick.</param>
/// <param name="IsRight">True once the right answer may be shown, and this belongs to it.</param>
public sealed record OptionView(string Id, string Text, Picture? Picture, bool Picked, bool Kept, PartSaid Said, bool IsRight);
