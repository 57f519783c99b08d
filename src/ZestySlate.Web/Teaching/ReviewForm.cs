using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Teaching;

/// <summary>The form by which an answer, or several that are the same, are given points and comments.</summary>
/// <param name="Answer">The answer.</param>
/// <param name="Attempts">The attempts it stands in: one, or those with the same answer.</param>
/// <param name="Seen">The newest review of it that the page knows, by the event's id; empty for none.</param>
/// <param name="Words">How the activity writes numbers.</param>
/// <param name="Files">Where the answer's files and drawings are found.</param>
public sealed record ReviewForm(AnswerReport Answer, IReadOnlyList<string> Attempts, string Seen, Words Words, string Files)
{
    /// <summary>Why what was typed could not be kept, or null.</summary>
    public string? Problem { get; init; }

    /// <summary>What was typed and could not be kept; null when nothing was.</summary>
    public IFormCollection? Typed { get; init; }

    /// <summary>The teacher's own phrases.</summary>
    public IReadOnlyList<string> Phrases { get; init; } = [];

    /// <summary>Fields that go along: the filter the page is under.</summary>
    public IReadOnlyList<(string Name, string Value)> Along { get; init; } = [];

    /// <summary>What a field holds: what was typed and could not be kept, or what is kept.</summary>
    public string Value(string field, string kept) => Typed is { } typed ? typed[field].ToString() : kept;

    /// <summary>Points as the activity writes them.</summary>
    public string Points(Fraction points) => Words.Number(points);

    /// <summary>The comments on spots, as their fields hold them.</summary>
    public IEnumerable<(string Anchor, string Text)> Notes =>
        Typed is { } typed ? NoteFields(typed) : (Answer.Review?.Notes ?? []).Select(note => (Write(note.Anchor), note.Text));

    /// <summary>A shorter text is commented on as a whole.</summary>
    private const int ShortText = 40;

    /// <summary>What can be commented on in it: words, points, times, or nothing but the whole.</summary>
    public string Spots =>
        Attempts.Count > 1
            ? ""
            : Answer.Given switch
            {
                { Anchoring: Anchoring.Words, Prose.Length: <= ShortText } or { Anchoring: Anchoring.Whole } or null => "",
                var given => given.Anchoring.ToString().ToLowerInvariant(),
            };

    /// <summary>
    /// Reads the form: points, or row-ID for each row of the rubric; comment; note-N-anchor and note-N-text. An automatic mark
    /// is only changed with a reason: a comment on the answer, or on a spot of it.
    /// </summary>
    public static Outcome<Review> Read(IFormCollection form, AnswerReport answer, Words words, string by)
    {
        decimal? Number(string field, decimal most, out bool bad)
        {
            var typed = form[field].ToString().Trim();
            var number = EditForms.Decimal(typed);
            bad = typed.Length > 0 && (number is null || number < 0 || number > most);
            return typed.Length == 0 ? null : number;
        }

        var rows = new List<RowPoints>();
        foreach (var row in answer.Rubric)
        {
            var given = Number("row-" + row.Id, row.Points, out var bad);
            if (bad)
            {
                return Outcome<Review>.Refused($"“{row.Title}” earns between 0 and {words.Number(row.Points)} points.");
            }

            if (given is { } earned)
            {
                rows.Add(new RowPoints(row.Id, earned));
            }
        }

        var notes = new List<ReviewNote>();
        foreach (var (anchor, text) in NoteFields(form).Where(note => note.Text.Length > 0))
        {
            if (ReadAnchor(anchor) is not { } spot)
            {
                return Outcome<Review>.Refused($"It cannot be told what “{text}” is about: mark the spot again.");
            }

            notes.Add(new ReviewNote(spot, text));
        }

        var points = Number("points", answer.OutOf, out var wrong);
        var comment = form["comment"].ToString().ReplaceLineEndings("\n").Trim();
        var whole =
            answer.Rubric.Count > 0
                ? rows.Count == 0
                    ? (decimal?)null
                    : Math.Min(answer.OutOf, rows.Sum(row => row.Points))
                : points;
        return wrong ? Outcome<Review>.Refused($"This answer earns between 0 and {words.Number(answer.OutOf)} points.")
            : whole is not null && comment.Length == 0 && notes.Count == 0 && answer.MarkedAlone
                ? Outcome<Review>.Refused("Say why you change the mark: the learner reads it.")
            : new Review
            {
                Points = whole,
                Rows = [.. rows],
                Comment = comment,
                Notes = [.. notes],
                By = by,
            };
    }

    private static IEnumerable<(string Anchor, string Text)> NoteFields(IFormCollection form) =>
        form["note-anchor"].Zip(form["note-text"], (anchor, text) => (anchor ?? "", (text ?? "").ReplaceLineEndings("\n").Trim()));

    private static string Write(NoteAnchor anchor) =>
        anchor switch
        {
            WordsAnchor words => string.Create(CultureInfo.InvariantCulture, $"words {words.From} {words.To}"),
            PointAnchor point => string.Create(CultureInfo.InvariantCulture, $"point {point.X} {point.Y}"),
            TimeAnchor time => string.Create(CultureInfo.InvariantCulture, $"time {time.Seconds}"),
            _ => "",
        };

    private static NoteAnchor? ReadAnchor(string typed)
    {
        static double Number(string word) =>
            double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                ? number
                : -1;
        return typed.Split(' ') switch
        {
            ["words", var from, var to] => new WordsAnchor((int)Number(from), (int)Number(to)),
            ["point", var x, var y] => new PointAnchor(Number(x), Number(y)),
            ["time", var seconds] => new TimeAnchor(Number(seconds)),
            _ => null,
        };
    }
}
