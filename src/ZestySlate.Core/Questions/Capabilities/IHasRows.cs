namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family whose question has rows of its author's: options, pairs, things. Rows begun at the end and left empty are none.</summary>
public interface IHasRows
{
    /// <summary>So many rows stay, empty or not: a question that has hardly any is named as it is.</summary>
    const int Least = 2;

    /// <summary>The question without the empty rows at its end; the same when there are none.</summary>
    Question WithoutBlanks(Question question);
}
