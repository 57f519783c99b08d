namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family of which parts can be there only once the learner knows of something: a clue card, a stop of a trail.</summary>
public interface IGrows
{
    /// <summary>What must be known for parts of it, by the ids of spots and stops.</summary>
    IEnumerable<string> NeedsOf(Question question);

    /// <summary>The field of the editor with what waits.</summary>
    string WaitsIn { get; }

    /// <summary>The question with the parts alone whose needs are known. It is marked as a whole all the same.</summary>
    Question Known(Question question, Func<string, bool> knows);

    /// <summary>The same question in a copy, where what it needs may have a twin.</summary>
    Question With(Question question, Func<string, string> twin);
}
