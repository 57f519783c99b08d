namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family that drew its orders by another rule before handouts were on record.</summary>
public interface IDrewOtherwise
{
    /// <summary>The orders as they were drawn then.</summary>
    ValueList<PartOrder> DrawnBefore(Question question, SeededRandom random);
}
