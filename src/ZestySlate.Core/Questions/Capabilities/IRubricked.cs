namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family that a person may mark by a rubric.</summary>
public interface IRubricked
{
    /// <summary>The rows of this question's rubric; none where it has none.</summary>
    ValueList<RubricRow> RubricOf(Question question);
}
