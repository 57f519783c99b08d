using ZestySlate.Player.Questions.MultipleChoice;

namespace ZestySlate.Player.Questions;

/// <summary>The registry of what a family shows to learners: one line for each.</summary>
public static class PartsComponents
{
    private static readonly Dictionary<string, Type> ByFamily = new()
    {
        ["multipleChoice"] = typeof(MultipleChoiceParts),
    };

    /// <summary>The component that shows the parts of a question of this family.</summary>
    public static Type For(string family) => ByFamily[family];
}
