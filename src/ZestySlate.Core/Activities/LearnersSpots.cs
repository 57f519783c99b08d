namespace ZestySlate.Core.Activities;

/// <summary>When the others of the class see a spot that a learner added.</summary>
public enum LearnersSpots
{
    /// <summary>Once a teacher has approved it.</summary>
    AfterApproval,

    /// <summary>At once; a teacher can hide it.</summary>
    AtOnce,
}
