using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Questions and answers of every family, for tests.</summary>
internal static class Asked
{
    /// <summary>A text whose gaps stand in braces: "The {gale} comes". Ids are g1, g2, …</summary>
    public static GapTextQuestion Gaps(string text, GapFilling filling = GapFilling.Typed) =>
        new() { Text = Runs(text, i => new Gap { Id = "g" + i }), Filling = filling };

    public static GapTextQuestion With(this GapTextQuestion question, string gap, Func<Gap, Gap> change) =>
        question with
        {
            Text = MarkedText.Change(question.Text, mark => mark.Id == gap, change),
        };

    public static GapTextResponse Typed(params string[] words) => new() { Parts = Parts(words, "g") };

    /// <summary>A text to pick from: targets in braces, traps in brackets.</summary>
    public static WordPickQuestion Words(string text) =>
        new()
        {
            Text = Runs(text.Replace('[', '{').Replace(']', '}'), i => new WordMark { Id = "m" + i, Trap = Marks(text)[i - 1] == '[' }),
        };

    public static WordPickResponse Picked(params string[] ids) => new() { Picked = [.. ids] };

    public static OrderQuestion Order(params string[] items) =>
        new() { Items = [.. items.Select((text, i) => new OrderItem { Id = "i" + i, Face = Face.Of(text) })] };

    /// <summary>An order by the numbers of the items: "2 0 1".</summary>
    public static OrderResponse InOrder(string numbers) => new() { Order = [.. numbers.Split(' ').Select(number => "i" + number)] };

    public static JumbledWordsQuestion Jumbled(params string[] lines) => new() { Lines = [.. lines], HideEnds = false };

    /// <summary>Words by their numbers in the right order, line by line: "1 0 2", "0 1".</summary>
    public static JumbledWordsResponse Put(this JumbledWordsQuestion question, params string[] lines) =>
        new()
        {
            Lines =
            [
                .. lines.Select((line, number) => line.Split(' ').Select(word => question.Words[number][int.Parse(word)].Id).ToValueList()),
            ],
        };

    public static MatchQuestion Match(params string[] pairs) =>
        new()
        {
            Pairs =
            [
                .. pairs.Select(
                    (pair, i) =>
                        new MatchPair
                        {
                            Id = "p" + i,
                            RightId = "rp" + i,
                            Left = Face.Of(pair.Split('=')[0]),
                            Right = Face.Of(pair.Split('=')[1]),
                        }
                ),
            ],
        };

    /// <summary>For each pair the pair whose counterpart was chosen, or an extra: "p1 p0".</summary>
    public static MatchResponse Matched(params string[] options) =>
        new() { Parts = Parts([.. options.Select(option => option.StartsWith('p') ? "r" + option : option)], "p", 0) };

    /// <summary>Items with the letters of their groups: "gull=a", "crab=ab".</summary>
    public static SortQuestion Sort(params string[] items) =>
        new()
        {
            Groups =
            [
                new SortGroup { Id = "a", Title = "Air" },
                new SortGroup { Id = "b", Title = "Beach" },
                new SortGroup { Id = "c", Title = "Cliff" },
            ],
            Items =
            [
                .. items.Select(
                    (item, i) =>
                        new SortItem
                        {
                            Id = "i" + i,
                            Face = Face.Of(item.Split('=')[0]),
                            Groups = [.. item.Split('=')[1].Select(letter => letter.ToString())],
                        }
                ),
            ],
        };

    /// <summary>Items with the letters of the zones they belong on: "gull=a", "crab=ab". Zone a is the left fifth of the board, b the next,
    /// c the third.</summary>
    public static PlacingQuestion Placing(params string[] items) =>
        new()
        {
            Zones = [.. new[] { "a", "b", "c" }.Select((id, i) => new Zone { Id = id, Area = new RectangleArea(i * 0.2, 0, 0.2, 1) })],
            Items =
            [
                .. items.Select(
                    (item, i) =>
                        new PlacingItem
                        {
                            Id = "i" + i,
                            Face = Face.Of(item.Split('=')[0]),
                            Zones = [.. item.Split('=')[1].Select(letter => letter.ToString())],
                        }
                ),
            ],
        };

    /// <summary>Items by number with where they were put: "0=a", "1=0.5 0.5".</summary>
    public static PlacingResponse Placed(params string[] drops) =>
        new() { Parts = [.. drops.Select(drop => new PartAnswer("i" + drop.Split('=')[0], drop.Split('=')[1]))] };

    /// <summary>Places of these names, p0, p1, …: each a fifth of the board from the left.</summary>
    public static LocatingQuestion Locating(params string[] names) =>
        new()
        {
            Places =
            [
                .. names.Select(
                    (name, i) =>
                        new LocatedPlace
                        {
                            Id = "p" + i,
                            Face = Face.Of(name),
                            Area = new RectangleArea(i * 0.2, 0, 0.2, 1),
                        }
                ),
            ],
        };

    /// <summary>Places by id with where was pressed or what was written: "p0=0.1 0.5".</summary>
    public static LocatingResponse Located(params string[] given) =>
        new() { Parts = [.. given.Select(part => new PartAnswer(part.Split('=')[0], part.Split('=')[1]))] };

    /// <summary>A table of four rows r0…r3 and three columns c0…c2 with these cells.</summary>
    public static GridQuestion Grid(params GridCell[] cells) =>
        new()
        {
            Rows = ["r0", "r1", "r2", "r3"],
            Columns = [new GridColumn("c0"), new GridColumn("c1"), new GridColumn("c2")],
            Cells = [.. cells],
        };

    /// <summary>Cells with what was filled in: "r1.c1=02:10".</summary>
    public static GridResponse Filled(params string[] cells) =>
        new() { Parts = [.. cells.Select(cell => new PartAnswer(cell.Split('=')[0], cell.Split('=')[1]))] };

    /// <summary>A key idea with the ways to say it; its id is the first of them.</summary>
    public static KeyIdea Idea(params string[] phrases) => new() { Id = phrases[0], Phrases = [.. phrases] };

    /// <summary>For each item the letters of the groups it was put into.</summary>
    public static SortResponse Sorted(params string[] groups) =>
        new() { Parts = [.. groups.SelectMany((letters, i) => letters.Select(letter => new PartAnswer("i" + i, letter.ToString())))] };

    public static NumberQuestion Number(Fraction value, string unit = "", UnitUse use = UnitUse.Optional) =>
        new()
        {
            Value = value,
            Unit = unit,
            UnitUse = unit.Length > 0 ? use : UnitUse.None,
        };

    public static NumberResponse Number(string typed) => new() { Text = typed };

    public static ShortTextQuestion Short(params string[] accepted) =>
        new() { Accepted = [.. accepted.Select(text => new ShortAnswer(text))] };

    public static ShortTextResponse Answer(string typed) => new() { Text = typed };

    private static ValueList<PartAnswer> Parts(string[] values, string prefix, int first = 1) =>
        values.Select((value, i) => new PartAnswer($"{prefix}{i + first}", value)).Where(part => part.Value.Length > 0).ToValueList();

    private static string Marks(string text) => string.Concat(text.Where(letter => letter is '{' or '['));

    private static ValueList<Run<TMark>> Runs<TMark>(string text, Func<int, TMark> mark)
        where TMark : class
    {
        var number = 0;
        return text.Split('{', '}')
            .Select((piece, i) => new Run<TMark>(piece, i % 2 == 1 ? mark(++number) : null))
            .Where(run => run.Text.Length > 0)
            .ToValueList();
    }
}
