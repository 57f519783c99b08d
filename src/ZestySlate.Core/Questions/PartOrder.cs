namespace ZestySlate.Core.Questions;

/// <summary>The order in which one go at a question shows some of its parts, on record from when it was drawn.</summary>
/// <param name="Of">What is in that order: the options, the items, the words of a bank.</param>
/// <param name="Ids">The parts by id, or by their words where they have none.</param>
public sealed record PartOrder(string Of, ValueList<string> Ids)
{
    /// <summary>The order of these parts, or null when none was drawn.</summary>
    public static PartOrder? Find(ValueList<PartOrder> orders, string of)
    {
        foreach (var order in orders)
        {
            if (order.Of == of)
            {
                return order;
            }
        }

        return null;
    }

    /// <summary>A new order of things.</summary>
    internal static PartOrder Shuffled<T>(
        string of,
        ValueList<T> things,
        Func<T, string> id,
        SeededRandom random,
        Func<T, bool>? pinned = null
    ) => new(of, random.Shuffle(things, pinned).Select(id).ToValueList());

    /// <summary>The things in this order. What was not there when it was drawn comes last; equal ids are taken one after the other.</summary>
    public ValueList<T> Arrange<T>(ValueList<T> things, Func<T, string> id)
    {
        var left = things.ToList();
        var arranged = new List<T>(left.Count);
        foreach (var drawn in Ids)
        {
            if (left.FindIndex(thing => id(thing) == drawn) is >= 0 and var at)
            {
                arranged.Add(left[at]);
                left.RemoveAt(at);
            }
        }

        return arranged.Concat(left).ToValueList();
    }
}
