using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;
using ZestySlate.Player;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Teaching;

/// <summary>The form by which an answer, or several that are the same, are given points and comments.</summary>
/// <param name="Answer">The answer.</param>
/// <param name="Attempts">The attempts it stands in: one, or those with the same answer.</param>
/// <param name="Newest">The newest review of it that the page knows, by the event's id; empty for none.</param>
/// <param name="Words">How the activity writes numbers.</param>
/// <param name="Files">Where the answer's files and drawings are found.</param>
public sealed record ReviewForm(AnswerReport Answer, IReadOnlyList<string> Attempts, string Newest, Words Words, string Files)
{
    /// <summary>The newest review that whoever sent a form had seen: one that was told of last and may be replaced, or the page's own.</summary>
    public static string Seen(IFormCollection form) => form["over"] is { Count: > 0 } over ? over.ToString() : form["seen"].ToString();

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

    /// <summary>What names this form's own parts on the page: the question, with the attempt where several stand there.</summary>
    public string Key => Shown is null ? $"{Answer.SpotId}-{Attempts[0]}" : Answer.SpotId;

    /// <summary>The question as its learner will see it; null where the answer alone is shown.</summary>
    public AskView? Shown { get; init; }

    /// <summary>Where what learners see finds files and drawings.</summary>
    public PlayLinks Links => new($"{Files}/events", Attempts[0], null, null);

    /// <summary>What somebody said meanwhile, by the event's id, which this may be put in place of; null for nothing.</summary>
    public string? Over { get; init; }

    /// <summary>True once the form was kept just now.</summary>
    public bool Kept { get; init; }

    /// <summary>True when a mark of the product's own was changed, and the learner reads no reason for it.</summary>
    public static bool LacksReason(AnswerReport answer) =>
        answer.MarkedAlone && answer.Review is { Points: not null, Comment.Length: 0, Notes.Count: 0 };

    /// <summary>What can be commented on in it: words, points, times, or nothing but the whole.</summary>
    public string Spots =>
        Attempts.Count > 1
            ? ""
            : Answer.Given switch
            {
                { Anchoring: Anchoring.Whole } or null => "",
                var given => given.Anchoring.ToString().ToLowerInvariant(),
            };

    /// <summary>
    /// Reads the form: points, or row-ID for each row of the rubric; comment; note-anchor and note-text. An automatic mark may be changed
    /// before its reason is said; giving back tells which changed marks have none.
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
        return wrong
            ? Outcome<Review>.Refused($"This answer earns between 0 and {words.Number(answer.OutOf)} points.")
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
            PointAnchor point => string.Create(CultureInfo.InvariantCulture, $"point {point.X} {point.Y} {point.File}").TrimEnd(),
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
            ["point", var x, var y, var file] => new PointAnchor(Number(x), Number(y), file),
            ["time", var seconds] => new TimeAnchor(Number(seconds)),
            _ => null,
        };
    }
}
