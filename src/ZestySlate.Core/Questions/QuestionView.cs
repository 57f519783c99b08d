namespace ZestySlate.Core.Questions;

/// <summary>What a learner may see of one question now; each family adds its own parts. It holds nothing that may not be shown yet.</summary>
public abstract record QuestionView;

/// <summary>Which of the three things may be shown now.</summary>
public readonly record struct Shown(bool RightOrWrong, bool RightAnswer, bool Points);
