namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family whose right answer can be said in a line.</summary>
public interface IToldInWords
{
    /// <summary>What is right, in a line.</summary>
    string KeyInWords(Question question);
}
