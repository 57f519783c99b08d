using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Order;

/// <summary>The family of things to be put in order. Items that look alike are interchangeable.</summary>
public sealed partial class OrderType : QuestionType<OrderQuestion, OrderResponse>, IBecomes, IDrewOtherwise, IHasRows
{
    public override string Key => "order";

    public Question WithoutBlanks(Question question) =>
        question is OrderQuestion asked
            ? asked with
            {
                Items = asked.Items.WithoutLast(IHasRows.Least, item => item.Face.IsEmpty),
            }
            : question;

    public override Demand UsualDemand => Demand.Application;

    public override double GuessedDifficulty(Question question) => -0.8;

    /// <summary>Things to be put in order never stood in their places.</summary>
    public ValueList<PartOrder> DrawnBefore(Question question, SeededRandom random) =>
        [new PartOrder("items", Arrangement.Mixed(((OrderQuestion)question).Items, random, Same).Select(item => item.Id).ToValueList())];

    protected override string TitleOf(OrderQuestion question) => AuthorWords.Say("familyOrder");

    protected override decimal Parts(OrderQuestion question) =>
        question.Credit switch
        {
            OrderCredit.NeighbourPairs => Math.Max(1, question.Items.Count - 1),
            OrderCredit.LongestKept => Math.Max(1, question.Items.Count),
            _ => Together(question.Items, item => item.Weight),
        };

    protected override QuestionMark Mark(OrderQuestion question, OrderResponse? response, CultureInfo culture)
    {
        var given = response?.Order.Select(question.ItemOf).OfType<OrderItem>().ToList() ?? [];
        if (given.Count != question.Items.Count || given.Count == 0)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        return Credit.Of(
            question.Credit switch
            {
                OrderCredit.LongestKept => ByLongestKept(question, given),
                OrderCredit.NeighbourPairs => ByNeighbours(question, given),
                _ =>
                [
                    .. given.Select(
                        (item, i) =>
                            PartOf(item, Same(item, question.Items[i]), "inPlace", "notInPlace") with
                            {
                                Weight = question.Items[i].Weight,
                            }
                    ),
                ],
            },
            question.Penalty
        );
    }

    private static PartCredit[] ByLongestKept(OrderQuestion question, List<OrderItem> given)
    {
        var kept = Arrangement.LongestKept(given, question.Items, Same);
        return [.. given.Select((item, i) => PartOf(item, kept.Contains(i), "inOrder", "outOfOrder"))];
    }

    private static PartCredit[] ByNeighbours(OrderQuestion question, List<OrderItem> given)
    {
        var left = question.Items.Zip(question.Items.Skip(1)).ToList();
        return
        [
            .. given
                .Zip(given.Skip(1))
                .Select(pair =>
                {
                    var found = left.FindIndex(right => Same(right.First, pair.First) && Same(right.Second, pair.Second));
                    if (found >= 0)
                    {
                        left.RemoveAt(found);
                    }

                    return PartOf(pair.First, found >= 0, "nextTo", "notNextTo", pair.Second.Face.Name);
                }),
        ];
    }

    private static PartCredit PartOf(OrderItem item, bool right, string said, string saidWrong, params object[] more) =>
        new(
            item.Id,
            item.Face.Name,
            right ? Verdict.Right : Verdict.Wrong,
            right ? 1 : 0,
            1,
            Reason.Of(right ? said : saidWrong, [item.Face.Name, .. more]),
            item.Feedback
        );

    internal static bool Same(OrderItem one, OrderItem other) => one.Id == other.Id || one.Face.LooksLike(other.Face);

    protected override string InWords(OrderQuestion question, OrderResponse response) =>
        string.Join(" · ", response.Order.Select(id => question.ItemOf(id)?.Face.Name ?? "?"));

    protected override bool IsEmpty(OrderResponse response) => response.Order.Count == 0;

    protected override Reason? RefuseResponse(OrderQuestion question, OrderResponse response) =>
        response.Order.Count == 0 || response.Order.Order().SequenceEqual(question.Items.Select(item => item.Id).Order())
            ? null
            : Reason.Of("notInQuestion");

    /// <summary>Only with exact places something can stay: elsewhere a place says nothing.</summary>
    protected override OrderResponse? Kept(OrderQuestion question, OrderResponse response, IReadOnlySet<string> right) =>
        question.Credit != OrderCredit.ExactPlace || right.Count == 0
            ? null
            : new() { Order = response.Order.Select(id => right.Contains(id) ? id : "").ToValueList() };

    protected override OrderResponse WithKept(OrderQuestion question, OrderResponse given, OrderResponse kept) =>
        given with
        {
            Order = Arrangement.WithKept(given.Order, kept.Order),
        };

    protected override OrderQuestion WithWording(OrderQuestion older, OrderQuestion newer)
    {
        var worded = older.Items.Replace(
            _ => true,
            item => newer.ItemOf(item.Id) is { } same ? item with { Face = same.Face, Feedback = same.Feedback } : item
        );
        return Face.AreAlikeAsBefore([.. older.Items.Select(item => item.Face)], [.. worded.Select(item => item.Face)])
            ? older with
            {
                Items = worded,
            }
            : older;
    }

    protected override OrderQuestion WithKey(OrderQuestion older, OrderQuestion newer) =>
        older with
        {
            Credit = newer.Credit,
            Items =
                newer
                    .Items.Select(item => older.ItemOf(item.Id) is { } same ? same with { Weight = item.Weight } : null)
                    .OfType<OrderItem>()
                    .ToValueList()
                    is var sorted
                && sorted.Count == older.Items.Count
                    ? sorted
                    : older.Items,
        };

    protected override IEnumerable<Weakness> Check(OrderQuestion question, CultureInfo culture)
    {
        if (question.Items.Count(item => !item.Face.IsEmpty) < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoThings"), "items");
        }
        else if (question.Items.Any(item => item.Face.IsEmpty))
        {
            yield return new Weakness(true, AuthorWords.Say("hasThingWithoutWordsOr"), "items");
        }
    }

    protected override OrderResponse? Rehearse(OrderQuestion question, Chance chance) =>
        new() { Order = chance.InOrder(question.Items.Select(item => item.Id)) };

    /// <summary>Any order but the right one; of two things also that, since the other would tell.</summary>
    protected override IEnumerable<PartOrder> Draw(OrderQuestion question, SeededRandom random, bool options) =>
        [new PartOrder("items", Mixed(question.Items, random).Select(item => item.Id).ToValueList())];

    private static ValueList<OrderItem> Mixed(ValueList<OrderItem> items, SeededRandom random)
    {
        var mixed = random.Shuffle(items);
        while (items.Count > 2 && mixed.Zip(items, Same).All(same => same) && items.Any(item => !Same(item, items[0])))
        {
            mixed = random.Shuffle(items);
        }

        return mixed;
    }

    protected override QuestionView View(OrderQuestion question, Showing<OrderResponse> showing)
    {
        var order = showing.Response is { Order.Count: > 0 } given ? given.Order : First(question, showing);
        var kept = showing.Kept?.Order ?? [];
        return new OrderView(
            order
                .Select(question.ItemOf)
                .OfType<OrderItem>()
                .Select(item => new OrderItemView(item.Id, item.Face, kept.Contains(item.Id), showing.Said(item.Id)))
                .ToValueList(),
            showing.Shown.RightAnswer ? question.Items.Select(item => item.Face.Name).ToValueList() : []
        );
    }

    private static ValueList<string> First(OrderQuestion question, Showing<OrderResponse> showing)
    {
        var mixed = showing.InOrder("items", question.Items, item => item.Id).Select(item => item.Id).ToValueList();
        return showing.Kept is { } kept ? Arrangement.WithKept(mixed, kept.Order) : mixed;
    }
}
