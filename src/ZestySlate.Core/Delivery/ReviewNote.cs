using System.Text.Json.Serialization;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;

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

/// <summary>A point of a drawing, or of a picture that was handed over, as shares of its width and height, 0..1.</summary>
/// <param name="File">The id of the picture; null for a drawing.</param>
public sealed record PointAnchor(double X, double Y, string? File = null) : NoteAnchor
{
    public override bool Fits(Response response) =>
        response.Anchoring == Anchoring.Point
        && X is >= 0 and <= 1
        && Y is >= 0 and <= 1
        && (File is null ? !response.Handed.Any() : response.Handed.Any(file => file.Id == File && file.Kind == HandedKind.Picture));
}

/// <summary>A time of a recording, in seconds.</summary>
public sealed record TimeAnchor(double Seconds) : NoteAnchor
{
    /// <summary>The time as a clock shows it.</summary>
    [JsonIgnore]
    public string Clock => $"{(int)Seconds / 60}:{(int)Seconds % 60:00}";

    public override bool Fits(Response response) =>
        response.Anchoring == Anchoring.Time && Seconds >= 0 && (response.Seconds <= 0 || Seconds <= response.Seconds + 1);
}

/// <summary>A text cut where comments, and mentions of key ideas, begin and end.</summary>
/// <param name="Text">The piece.</param>
/// <param name="Marked">True when a comment is about it.</param>
/// <param name="Ends">The numbers of the comments that end here.</param>
/// <param name="Idea">The number of the idea that it mentions; 0 for none.</param>
/// <param name="IdeaEnds">True where that mention ends.</param>
public sealed record CommentedPiece(string Text, bool Marked, ValueList<int> Ends, int Idea = 0, bool IdeaEnds = false)
{
    /// <summary>The pieces of a text with its comments; the n-th comment has the number n, from 1. Comments on anything else are left out.</summary>
    public static ValueList<CommentedPiece> Of(string text, ValueList<ReviewNote> notes) => Of([new TextPiece(text, 0)], notes);

    /// <summary>The pieces of a text whose mentions are known, cut further by its comments.</summary>
    public static ValueList<CommentedPiece> Of(ValueList<TextPiece> pieces, ValueList<ReviewNote> notes)
    {
        var length = pieces.Sum(piece => piece.Text.Length);
        var anchors = notes
            .Select((note, i) => (Anchor: note.Anchor as WordsAnchor, Number: i + 1))
            .Where(one => one.Anchor is { } anchor && anchor.From >= 0 && anchor.To > anchor.From && anchor.To <= length)
            .ToList();
        var (cut, at) = (new List<CommentedPiece>(), 0);
        foreach (var piece in pieces)
        {
            var end = at + piece.Text.Length;
            var cuts = anchors
                .SelectMany(one => new[] { one.Anchor!.From, one.Anchor.To })
                .Where(place => place > at && place < end)
                .Append(at)
                .Append(end)
                .Distinct()
                .Order()
                .ToList();
            foreach (var (from, to) in cuts.Zip(cuts.Skip(1)))
            {
                cut.Add(
                    new CommentedPiece(
                        piece.Text[(from - at)..(to - at)],
                        anchors.Any(one => one.Anchor!.From <= from && one.Anchor.To >= to),
                        anchors.Where(one => one.Anchor!.To == to).Select(one => one.Number).ToValueList(),
                        piece.Idea,
                        piece.Idea > 0 && to == end
                    )
                );
            }

            at = end;
        }

        return cut.ToValueList();
    }
}
