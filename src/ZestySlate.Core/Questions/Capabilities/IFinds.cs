namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family in which things are found one by one, so that each can be what a lock waits for.</summary>
public interface IFinds
{
    /// <summary>The parts that can be found, each with its name; a part is found once it is marked right.</summary>
    IEnumerable<(string Part, string Name)> FindsOf(Question question);
}
