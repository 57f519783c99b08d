using System.Text.Json.Serialization;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>A comment on a certain spot of an answer.</summary>
/// <param name="Anchor">What it is about.</param>
/// <param name="Text">The comment.</param>
public sealed record ReviewNote(NoteAnchor Anchor, string Text);

/// <summary>What of an answer a comment is about.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(WordsAnchor), "words")]
[JsonDerivedType(typeof(PointAnchor), "point")]
[JsonDerivedType(typeof(TimeAnchor), "time")]
public abstract record NoteAnchor
{
    /// <summary>True when the answer has such a spot.</summary>
    public abstract bool Fits(Response response);
}

/// <summary>Words of a text.</summary>
/// <param name="From">The first character, from 0, in UTF-16 units.</param>
/// <param name="To">The character behind the last.</param>
public sealed record WordsAnchor(int From, int To) : NoteAnchor
{
    public override bool Fits(Response response) => From >= 0 && To > From && To <= response.Prose.Length;
}

/// <summary>A point of a drawing, as shares of its width and height, 0..1.</summary>
public sealed record PointAnchor(double X, double Y) : NoteAnchor
{
    public override bool Fits(Response response) => response.Anchoring == Anchoring.Point && X is >= 0 and <= 1 && Y is >= 0 and <= 1;
}

/// <summary>A time of a recording, in seconds.</summary>
public sealed record TimeAnchor(double Seconds) : NoteAnchor
{
    public override bool Fits(Response response) =>
        response.Anchoring == Anchoring.Time && Seconds >= 0 && (response.Seconds <= 0 || Seconds <= response.Seconds + 1);
}

/// <summary>A text cut where comments begin and end.</summary>
/// <param name="Text">The piece.</param>
/// <param name="Marked">True when a comment is about it.</param>
/// <param name="Ends">The numbers of the comments that end here.</param>
public sealed record CommentedPiece(string Text, bool Marked, ValueList<int> Ends)
{
    /// <summary>The pieces of a text with its comments; the n-th comment has the number n, from 1. Comments on anything else are left out.</summary>
    public static ValueList<CommentedPiece> Of(string text, ValueList<ReviewNote> notes)
    {
        var anchors = notes
            .Select((note, i) => (Anchor: note.Anchor as WordsAnchor, Number: i + 1))
            .Where(one => one.Anchor is { } anchor && anchor.From >= 0 && anchor.To > anchor.From && anchor.To <= text.Length)
            .ToList();
        var cuts = anchors
            .SelectMany(one => new[] { one.Anchor!.From, one.Anchor.To })
            .Append(0)
            .Append(text.Length)
            .Distinct()
            .Order()
            .ToList();
        return cuts.Zip(cuts.Skip(1), (from, to) =>
                new CommentedPiece(
                    text[from..to],
                    anchors.Any(one => one.Anchor!.From <= from && one.Anchor.To >= to),
                    anchors.Where(one => one.Anchor!.To == to).Select(one => one.Number).ToValueList()
                )
            )
            .ToValueList();
    }
}
