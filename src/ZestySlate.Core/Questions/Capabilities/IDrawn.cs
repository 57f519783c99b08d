using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Questions.Capabilities;

/// <summary>A family whose answers can be shown as one picture.</summary>
public interface IDrawn
{
    /// <summary>The picture that lies under an answer, or null.</summary>
    Picture? GroundOf(Question question);

    /// <summary>The answer as an SVG file.</summary>
    /// <param name="question">The question.</param>
    /// <param name="response">The answer; null for none.</param>
    /// <param name="ground">The address of the picture that lies under it, or null.</param>
    string AsSvg(Question question, Response? response, string? ground);
}
