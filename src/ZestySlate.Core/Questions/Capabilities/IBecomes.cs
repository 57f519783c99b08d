using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family whose questions can be made into some of other families.</summary>
public interface IBecomes
{
    /// <summary>What this question can become, as far as its content allows; what all questions have is carried over by who asks.</summary>
    IEnumerable<FamilyChange> ChangesTo(Question question);
}
