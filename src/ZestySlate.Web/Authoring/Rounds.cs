using ZestySlate.Core.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Looking round, answering, or both in turn, in words.</summary>
internal static class Rounds
{
    public static IReadOnlyList<(Round Round, string Title)> All { get; } =
    [
        (Round.AnswerOnly, "answer"),
        (Round.LookOnly, "look round only: what is right is shown, nothing counts"),
        (Round.LookThenAnswer, "look round, then answer"),
    ];

    public static string TitleOf(Round round) => All.First(entry => entry.Round == round).Title;
}
