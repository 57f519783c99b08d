using ZestySlate.Core.Questions;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions;

/// <summary>What one family of questions shows to learners, and how it reads what they answer.</summary>
public interface IFamilyShown
{
    /// <summary>The family's name in files.</summary>
    string Family { get; }

    /// <summary>The component that shows the parts of a question, with the fields of the answer; it gets Ask (an AskView).</summary>
    Type Parts { get; }

    /// <summary>What shows an answer to who looks at answers, or null where its words say it; it gets Answer (an AnswerReport) and Address.</summary>
    Type? Answer => null;

    /// <summary>What shows how all have voted, or null; it gets Name, Question and Tally.</summary>
    Type? Votes => null;

    /// <summary>The learner's answer.</summary>
    /// <param name="fields">The fields of its form.</param>
    /// <param name="handed">What was handed over in the attempt; an answer can only name what is there.</param>
    Response Read(FormFields fields, IReadOnlyList<HandedFile> handed);
}
