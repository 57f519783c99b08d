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
using ZestySlate.Player.Questions.NumberLine;
using ZestySlate.Player.Questions.Order;
using ZestySlate.Player.Questions.Placing;
using ZestySlate.Player.Questions.Poll;
using ZestySlate.Player.Questions.ShortText;
using ZestySlate.Player.Questions.Sort;
using ZestySlate.Player.Questions.Spoken;
using ZestySlate.Player.Questions.WordPick;

namespace ZestySlate.Player.Questions;

/// <summary>The registry of what families show to learners: one line for each.</summary>
public static class FamiliesShown
{
    /// <summary>All families.</summary>
    public static IReadOnlyList<IFamilyShown> All { get; } =
    [
        new MultipleChoiceShown(),
        new GapTextShown(),
        new WordPickShown(),
        new OrderShown(),
        new JumbledWordsShown(),
        new MatchShown(),
        new SortShown(),
        new NumberShown(),
        new NumberLineShown(),
        new ShortTextShown(),
        new PlacingShown(),
        new LocatingShown(),
        new GridShown(),
        new LongTextShown(),
        new DrawingShown(),
        new SpokenShown(),
        new FileAnswerShown(),
        new PollShown(),
    ];

    private static readonly Dictionary<string, IFamilyShown> ByFamily = All.ToDictionary(shown => shown.Family);

    /// <summary>What a family shows, by its name in files.</summary>
    public static IFamilyShown For(string family) => ByFamily[family];
}
