using System.Collections;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;

namespace ZestySlate.Core;

/// <summary>An immutable list that equals another when all elements are equal, in order; lets records that hold lists be compared by value.</summary>
[CollectionBuilder(typeof(ValueList), nameof(ValueList.Create))]
public readonly struct ValueList<T> : IReadOnlyList<T>, IEquatable<ValueList<T>>
{
    private readonly ImmutableArray<T> _items;

    internal ValueList(ImmutableArray<T> items) => _items = items;

    private ImmutableArray<T> Items => _items.IsDefault ? [] : _items;

    /// <summary>The number of elements.</summary>
    public int Count => Items.Length;

    /// <summary>The element at a place, counted from 0.</summary>
    public T this[int index] => Items[index];

    /// <summary>The same list with one element more, at the end.</summary>
    public ValueList<T> Add(T item) => new(Items.Add(item));

    /// <summary>The same list with one element more, at a place (clamped to the list's ends).</summary>
    public ValueList<T> Insert(int index, T item) => new(Items.Insert(Math.Clamp(index, 0, Count), item));

    /// <summary>The same list without the elements that fit.</summary>
    public ValueList<T> RemoveAll(Predicate<T> match) => new(Items.RemoveAll(match));

    /// <summary>The same list with every element that fits replaced.</summary>
    public ValueList<T> Replace(Predicate<T> match, Func<T, T> change) =>
        this.Select(item => match(item) ? change(item) : item).ToValueList();

    /// <summary>The place of the first element that fits, or -1.</summary>
    public int IndexOf(Func<T, bool> match)
    {
        var items = Items.AsSpan();
        for (var i = 0; i < items.Length; i++)
        {
            if (match(items[i]))
            {
                return i;
            }
        }

        return -1;
    }

    public bool Equals(ValueList<T> other) => Items.AsSpan().SequenceEqual(other.Items.AsSpan(), EqualityComparer<T>.Default);

    public override bool Equals(object? obj) => obj is ValueList<T> other && Equals(other);

    public override int GetHashCode() => Items.Aggregate(Count, HashCode.Combine);

    public IEnumerator<T> GetEnumerator() => ((IEnumerable<T>)Items).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    public static bool operator ==(ValueList<T> left, ValueList<T> right) => left.Equals(right);

    public static bool operator !=(ValueList<T> left, ValueList<T> right) => !left.Equals(right);
}

/// <summary>Makes value lists.</summary>
public static class ValueList
{
    /// <summary>A list of these elements.</summary>
    public static ValueList<T> Create<T>(ReadOnlySpan<T> items) => new([.. items]);

    /// <summary>A list of these elements.</summary>
    public static ValueList<T> ToValueList<T>(this IEnumerable<T> items) => new([.. items]);

    /// <summary>The list without what is so at its end; as many stay as are asked for at least.</summary>
    public static ValueList<T> WithoutLast<T>(this ValueList<T> list, int least, Predicate<T> match)
    {
        var count = list.Count;
        while (count > least && match(list[count - 1]))
        {
            count--;
        }

        return count == list.Count ? list : list.Take(count).ToValueList();
    }
}
