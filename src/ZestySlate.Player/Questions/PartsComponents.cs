using ZestySlate.Player.Questions.Drawing;
using ZestySlate.Player.Questions.FileAnswer;
using ZestySlate.Player.Questions.GapText;
using ZestySlate.Player.Questions.Grid;
using ZestySlate.Player.Questions.JumbledWords;
using ZestySlate.Player.Questions.Locating;
using ZestySlate.Player.Questions.LongText;
using ZestySlate.Player.Questions.Match;
using ZestySlate.Player.Questions.MultipleChoice;
using ZestySlate.Player.Questions.Number;
using ZestySlate.Player.Questions.Order;
using ZestySlate.Player.Questions.Placing;
using ZestySlate.Player.Questions.Poll;
using ZestySlate.Player.Questions.ShortText;
using ZestySlate.Player.Questions.Sort;
using ZestySlate.Player.Questions.Spoken;
using ZestySlate.Player.Questions.WordPick;

namespace ZestySlate.Player.Questions;

/// <summary>The registry of what a family shows to learners: one line for each.</summary>
public static class PartsComponents
{
    private static readonly Dictionary<string, Type> ByFamily = new()
    {
        ["multipleChoice"] = typeof(MultipleChoiceParts),
        ["gapText"] = typeof(GapTextParts),
        ["wordPick"] = typeof(WordPickParts),
        ["order"] = typeof(OrderParts),
        ["jumbledWords"] = typeof(JumbledWordsParts),
        ["match"] = typeof(MatchParts),
        ["sort"] = typeof(SortParts),
        ["number"] = typeof(NumberParts),
        ["shortText"] = typeof(ShortTextParts),
        ["longText"] = typeof(LongTextParts),
        ["grid"] = typeof(GridParts),
        ["locating"] = typeof(LocatingParts),
        ["drawing"] = typeof(DrawingParts),
        ["spoken"] = typeof(SpokenParts),
        ["fileAnswer"] = typeof(FileAnswerParts),
        ["poll"] = typeof(PollParts),
        ["placing"] = typeof(PlacingParts),
    };

    /// <summary>What shows an answer to who looks at answers, where its words do not; each gets Answer (an AnswerReport) and Address.</summary>
    private static readonly Dictionary<string, Type> Answers = new()
    {
        ["drawing"] = typeof(DrawingAnswer),
        ["spoken"] = typeof(SpokenAnswer),
        ["fileAnswer"] = typeof(FileAnswerAnswer),
    };

    /// <summary>What shows how all have voted; each gets Question and Tally.</summary>
    private static readonly Dictionary<string, Type> Votes = new()
    {
        ["poll"] = typeof(PollVotes),
    };

    /// <summary>The component that shows the parts of a question of this family.</summary>
    public static Type For(string family) => ByFamily[family];

    /// <summary>The component that shows an answer of this family to who looks at answers; null where its words say it.</summary>
    public static Type? AnswerOf(string family) => Answers.GetValueOrDefault(family);

    /// <summary>The component that shows how all have voted on a question of this family, or null.</summary>
    public static Type? VotesOf(string family) => Votes.GetValueOrDefault(family);
}
