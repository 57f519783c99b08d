using System.Text.Json;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.LongText;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Comments on words of a text, on points of a drawing and on the whole work.</summary>
public sealed class ReviewNoteTests
{
    private const string Text = "The land warms first, so the air rises.";

    private static Attempt Written() =>
        new Attempt(
            Make.Activity(
                Make.Asked("why", new LongTextQuestion { WaitsForPerson = true, Points = 3 }),
                Make.Asked("draw", new DrawingQuestion { Points = 2 })
            ),
            3
        )
            .Then((id, at) => new Answered("why", new LongTextResponse { Text = Text }) { Id = id, At = at })
            .Then(
                (id, at) =>
                    new Answered(
                        "draw",
                        new DrawingResponse
                        {
                            Marks =
                            [
                                new DrawnMark
                                {
                                    Number = 1,
                                    Sort = DrawnSort.Straight,
                                    Points = "0,0,50 9,9,50",
                                },
                            ],
                        }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            )
            .HandIn();

    private static Review With(params ReviewNote[] notes) =>
        new()
        {
            By = "ines",
            Points = 2,
            Notes = [.. notes],
        };

    private static string? Refused(string spot, params ReviewNote[] notes) =>
        Written().Refusal(new Reviewed(spot, With(notes)) { Id = "x", At = Make.Monday.AddHours(2) });

    [Fact]
    public void The_learner_reads_them_once_the_work_is_given_back()
    {
        var attempt = Written()
            .Then((id, at) => new Reviewed("why", With(new ReviewNote(new WordsAnchor(4, 14), "Why first?"))) { Id = id, At = at })
            .Then((id, at) => new Reviewed("", new Review { By = "ines", Comment = "A good start." }) { Id = id, At = at });
        Assert.Equal(
            ("A good start.", "", null),
            (attempt.State.WholeComment, attempt.View().WholeComment, attempt.View().SpotOf("why")!.Ask!.Review)
        );
        var view = attempt.Then((id, at) => new Returned { Id = id, At = at }).View();
        var review = view.SpotOf("why")!.Ask!.Review!;
        Assert.Equal(("A good start.", Text, "Why first?"), (view.WholeComment, review.Prose, review.Notes[0].Text));
        Assert.Equal(
            [("The ", false), ("land warms", true), (" first, so the air rises.", false)],
            CommentedPiece.Of(review.Prose, review.Notes).Select(piece => (piece.Text, piece.Marked))
        );
    }

    [Fact]
    public void A_comment_lies_within_its_answer()
    {
        Assert.Null(Refused("why", new ReviewNote(new WordsAnchor(0, Text.Length), "All of it.")));
        Assert.NotNull(Refused("why", new ReviewNote(new WordsAnchor(0, Text.Length + 1), "Beyond.")));
        Assert.NotNull(Refused("why", new ReviewNote(new WordsAnchor(5, 5), "Nothing.")));
        Assert.NotNull(Refused("why", new ReviewNote(new WordsAnchor(0, 3), "")));
        Assert.NotNull(Refused("why", new ReviewNote(new PointAnchor(0.5, 0.5), "No drawing.")));
        Assert.Null(Refused("draw", new ReviewNote(new PointAnchor(0.5, 1), "Here.")));
        Assert.NotNull(Refused("draw", new ReviewNote(new PointAnchor(0.5, 1.1), "Off the board.")));
        Assert.NotNull(Refused("draw", new ReviewNote(new TimeAnchor(3), "No sound.")));
        Assert.NotNull(Refused("", new ReviewNote(new WordsAnchor(0, 3), "On the whole there are no spots.")));
    }

    [Fact]
    public void They_are_kept_as_they_are()
    {
        AttemptEvent said = new Reviewed(
            "why",
            With(
                new ReviewNote(new WordsAnchor(4, 14), "Why?"),
                new ReviewNote(new PointAnchor(0.25, 0.5), "Here."),
                new ReviewNote(new TimeAnchor(12.5), "Louder.")
            )
        )
        {
            Id = "x",
            At = Make.Monday,
        };
        Assert.Equal(
            said,
            JsonSerializer.Deserialize<AttemptEvent>(JsonSerializer.Serialize(said, StoredJson.Trusted), StoredJson.Trusted)
        );
    }

    [Fact]
    public void The_pieces_are_the_text_and_each_comment_ends_once() =>
        Gen.Select(Gen.Int[0, 20], Gen.Int[1, 15])
            .Array[0, 6]
            .Sample(ranges =>
            {
                var notes = ranges
                    .Select(range => new ReviewNote(new WordsAnchor(range.Item1, range.Item1 + range.Item2), "x"))
                    .ToValueList();
                var pieces = CommentedPiece.Of(Text, notes);
                Assert.Equal(Text, string.Concat(pieces.Select(piece => piece.Text)));
                Assert.Equal(Enumerable.Range(1, notes.Count), pieces.SelectMany(piece => piece.Ends).Order());
            });

    [Fact]
    public void Comments_and_mentions_of_ideas_cut_the_one_text_and_lose_nothing_of_either() =>
        Gen.Select(Gen.Int[0, 20], Gen.Int[1, 15])
            .Array[0, 6]
            .Sample(ranges =>
            {
                ValueList<TextPiece> mentions =
                [
                    new TextPiece(Text[..4], 0),
                    new TextPiece(Text[4..14], 2),
                    new TextPiece(Text[14..25], 0),
                    new TextPiece(Text[25..], 1),
                ];
                var notes = ranges
                    .Select(range => new ReviewNote(new WordsAnchor(range.Item1, range.Item1 + range.Item2), "x"))
                    .ToValueList();
                var pieces = CommentedPiece.Of(mentions, notes);
                Assert.Equal(Text, string.Concat(pieces.Select(piece => piece.Text)));
                Assert.Equal(Text[4..14], string.Concat(pieces.Where(piece => piece.Idea == 2).Select(piece => piece.Text)));
                Assert.Equal([2, 1], pieces.Where(piece => piece.IdeaEnds).Select(piece => piece.Idea));
                Assert.Equal(Enumerable.Range(1, notes.Count), pieces.SelectMany(piece => piece.Ends).Order());
            });

    [Fact]
    public void A_point_of_a_picture_that_was_handed_over_names_it()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("photo", new FileAnswerQuestion())), 3)
            .Then(
                (id, at) =>
                    new Answered(
                        "photo",
                        new FileAnswerResponse
                        {
                            Files =
                            [
                                new HandedFile("sky", "sky.jpg", HandedKind.Picture, "image/jpeg", 9),
                                new HandedFile("log", "log.pdf", HandedKind.Pdf, "application/pdf", 9),
                            ],
                        }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            )
            .HandIn();
        string? Refused(NoteAnchor anchor) =>
            attempt.Refusal(
                new Reviewed("photo", With(new ReviewNote(anchor, "Here.")) with { Points = 0 }) { Id = "x", At = Make.Monday.AddHours(2) }
            );
        Assert.Null(Refused(new PointAnchor(0, 1, "sky")));
        Assert.NotNull(Refused(new PointAnchor(0.5, 0.5, "log")));
        Assert.NotNull(Refused(new PointAnchor(0.5, 0.5, "gone")));
        Assert.NotNull(Refused(new PointAnchor(0.5, 0.5)));
        Assert.NotNull(Refused(new PointAnchor(-0.01, 0.5, "sky")));
    }
}
