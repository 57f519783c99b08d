namespace ZestySlate.Core.Questions;

/// <summary>Whether learners look round in what is asked, answer it, or first the one and then the other.</summary>
public enum Round
{
    AnswerOnly,

    /// <summary>It is shown with what is right; nothing is answered, and nothing counts.</summary>
    LookOnly,

    /// <summary>It is shown with what is right until the learner begins to answer.</summary>
    LookThenAnswer,
}
