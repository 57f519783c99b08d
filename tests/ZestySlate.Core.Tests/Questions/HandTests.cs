using System.Xml.Linq;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.Spoken;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Drawings, spoken answers and files: what only a person can mark.</summary>
public sealed class HandTests
{
    private static readonly HandedFile Photo = new("f1", "sky.jpg", HandedKind.Picture, "image/jpeg", 500_000);

    private static DrawnMark Line(int number, string points = "0,0,50 100,100,50") =>
        new()
        {
            Number = number,
            Sort = DrawnSort.Line,
            Points = points,
        };

    public static TheoryData<JudgedQuestion, Response> Given =>
        new()
        {
            {
                new DrawingQuestion(),
                new DrawingResponse { Marks = [Line(1)] }
            },
            {
                new SpokenQuestion(),
                new SpokenResponse { Recording = Photo with { Kind = HandedKind.Sound } }
            },
            {
                new FileAnswerQuestion(),
                new FileAnswerResponse { Files = [Photo] }
            },
        };

    [Theory]
    [MemberData(nameof(Given))]
    public void It_waits_for_a_person_and_the_total_is_provisional(JudgedQuestion question, Response response)
    {
        var rubric = question with { Rubric = [new RubricRow { Id = "a", Points = 2 }, new RubricRow { Id = "b", Points = 1.5m }] };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", rubric), Make.Asked("o", Make.One())), 3).Then(
            (id, at) => new Answered("q", response) { Id = id, At = at }
        );
        Assert.False(attempt.View().SpotOf("q")!.Ask!.OffersMark);
        attempt.HandIn();
        Assert.Equal((true, 4.5m, 0m), (attempt.State.Score.Provisional, attempt.State.Score.OutOf, attempt.State.Score.Points));
        Assert.Equal(Verdict.Waiting, attempt.State.QuestionOf("q")!.LastTry!.Mark.Verdict);
        Assert.Equal(response, AttemptReport.Of(attempt.State).Answers[0].Given);
    }

    [Theory]
    [MemberData(nameof(Given))]
    public void Where_nobody_marks_it_it_counts_on_neither_side(JudgedQuestion question, Response response)
    {
        var kept = new Attempt(
            Make.Activity(Make.Asked("q", question with { WaitsForPerson = false, Points = 9 }), Make.Asked("o", Make.One())),
            3
        );
        Assert.Equal(1, kept.State.Score.OutOf);
        kept.Then((id, at) => new Answered("q", response) { Id = id, At = at }).HandIn();
        Assert.Equal(
            (1m, false, Verdict.Ungraded),
            (kept.State.Score.OutOf, kept.State.Score.Provisional, kept.State.QuestionOf("q")!.LastTry!.Mark.Verdict)
        );
    }

    [Theory]
    [MemberData(nameof(Given))]
    public void An_answer_taken_back_is_none(JudgedQuestion question, Response response)
    {
        Response none = response switch
        {
            DrawingResponse => new DrawingResponse { Gone = [1] },
            SpokenResponse => new SpokenResponse(),
            _ => new FileAnswerResponse(),
        };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", question)), 3).Then(
            (id, at) => new Answered("q", response) { Id = id, At = at }
        );
        Assert.True(attempt.State.Questions[0].HasAnswer);
        Assert.False(attempt.Then((id, at) => new Answered("q", none) { Id = id, At = at }).State.Questions[0].HasAnswer);
    }

    [Theory]
    [InlineData(HandedKind.Pdf, 1_000, "is of a kind that is not taken here")]
    [InlineData(HandedKind.Picture, 3_000_000, "is 2.9 MB; up to 2 MB are taken here")]
    [InlineData(HandedKind.Picture, 0, "is empty")]
    [InlineData(HandedKind.Picture, 2_000_000, null)]
    public void A_file_that_does_not_fit_is_refused_by_its_name(HandedKind kind, long bytes, string? said)
    {
        var refused = new FileAnswerType()
            .FilesOf(new FileAnswerQuestion { Megabytes = 2 })
            .Refuse(Photo with { Kind = kind, Bytes = bytes });
        Assert.Equal(said is null ? null : $"“sky.jpg” {said}.", refused is null ? null : refused.Said());
    }

    [Fact]
    public void Any_sort_of_file_is_taken_where_none_is_named_and_no_more_than_there_is_room_for()
    {
        var question = new FileAnswerQuestion { Kinds = [], Most = 2 };
        Assert.True(new FileAnswerType().FilesOf(question).Takes(HandedKind.Other));
        Assert.Equal(
            "No more than 2 files fit here.",
            QuestionTypes
                .For(question)
                .RefuseResponse(question, new FileAnswerResponse { Files = [Photo, Photo with { Id = "2" }, Photo with { Id = "3" }] })!
                .Said()
        );
    }

    [Fact]
    public void What_is_added_to_a_drawing_changed_and_taken_away_makes_the_drawing()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", new DrawingQuestion())), 3);
        void Draw(ValueList<DrawnMark> put, params int[] gone) =>
            attempt.Then((id, at) => new Answered("q", new DrawingResponse { Marks = put, Gone = [.. gone] }) { Id = id, At = at });
        Draw([Line(1), Line(3)]);
        Draw([Line(2), Line(1, "5,5,50 6,6,50")]);
        Draw([], 3);
        var marks = ((DrawingResponse)attempt.State.Questions[0].Response!).Marks;
        Assert.Equal([(1, "5,5,50 6,6,50"), (2, "0,0,50 100,100,50")], marks.Select(mark => (mark.Number, mark.Points)));
        Assert.Equal("a drawing of 2 marks", AttemptReport.Of(attempt.HandIn().State).Answers[0].Response);
    }

    [Fact]
    public void The_same_changes_in_any_portions_make_the_same_drawing() =>
        Gen.Select(Gen.Select(Gen.Int[1, 6], Gen.Bool, Gen.Int[0, 99]).Array[1, 12], Gen.Int[1, 5])
            .Sample(
                (steps, portion) =>
                {
                    var (question, family) = (new DrawingQuestion(), QuestionTypes.For(new DrawingQuestion()));
                    Response? one = null,
                        several = null;
                    foreach (var (number, put, at) in steps)
                    {
                        one = family.Onto(
                            question,
                            one,
                            put ? new DrawingResponse { Marks = [Line(number, $"{at},{at}")] } : new DrawingResponse { Gone = [number] }
                        );
                    }

                    foreach (var chunk in steps.Chunk(portion))
                    {
                        // As the page gathers them: of each mark the last word counts.
                        var last = chunk.GroupBy(step => step.Item1).Select(same => same.Last()).ToList();
                        several = family.Onto(
                            question,
                            several,
                            new DrawingResponse
                            {
                                Marks = last.Where(step => step.Item2)
                                    .Select(step => Line(step.Item1, $"{step.Item3},{step.Item3}"))
                                    .ToValueList(),
                                Gone = last.Where(step => !step.Item2).Select(step => (long)step.Item1).ToValueList(),
                            }
                        );
                    }

                    return one!.Equals(several);
                }
            );

    [Theory]
    [InlineData(DrawnSort.Line, "1,2,x", "", "#000000")]
    [InlineData(DrawnSort.Line, "", "", "#000000")]
    [InlineData(DrawnSort.Straight, "1,2", "", "#000000")]
    [InlineData(DrawnSort.Line, "1,2,50", "", "url(x)")]
    [InlineData(DrawnSort.Line, "1,2,101", "", "#000000")]
    [InlineData(DrawnSort.Text, "1,2", " ", "#000000")]
    [InlineData(DrawnSort.Text, "1,2", "a\u0001b", "#000000")]
    [InlineData(DrawnSort.Stamp, "1,2", "dragon", "#000000")]
    public void What_is_no_mark_is_refused(DrawnSort sort, string points, string words, string colour)
    {
        var question = new DrawingQuestion();
        Assert.NotNull(
            QuestionTypes
                .For(question)
                .RefuseResponse(
                    question,
                    new DrawingResponse
                    {
                        Marks =
                        [
                            new DrawnMark
                            {
                                Number = 1,
                                Sort = sort,
                                Points = points,
                                Words = words,
                                Colour = colour,
                            },
                        ],
                    }
                )
        );
    }

    [Fact]
    public void Only_what_the_author_offers_can_be_drawn()
    {
        var question = new DrawingQuestion { Sorts = [DrawnSort.Arrow] };
        Assert.NotNull(QuestionTypes.For(question).RefuseResponse(question, new DrawingResponse { Marks = [Line(1)] }));
        Assert.Null(
            QuestionTypes
                .For(question)
                .RefuseResponse(
                    question,
                    new DrawingResponse
                    {
                        Marks =
                        [
                            new DrawnMark
                            {
                                Number = 1,
                                Sort = DrawnSort.Arrow,
                                Points = "0,0 9,9",
                            },
                        ],
                    }
                )
        );
    }

    [Fact]
    public void A_line_is_as_thick_as_the_pen_was_pressed_and_goes_through_its_ends()
    {
        var stretches = DrawnShape.StretchesOf(
            new DrawnMark
            {
                Number = 1,
                Sort = DrawnSort.Line,
                Width = 50,
                Points = "0,0,50 100,0,50 200,0,100 300,50,100",
            }
        );
        Assert.Equal([50, 80], stretches.Select(stretch => stretch.Width));
        Assert.Equal("M0,0Q0,0 50,0Q100,0 150,0", stretches[0].Path);
        Assert.Equal("M150,0Q200,0 250,25Q300,50 300,50", stretches[1].Path);
    }

    [Fact]
    public void A_drawing_is_well_formed_svg_whatever_is_written_on_it()
    {
        ValueList<DrawnMark> marks =
        [
            Line(1),
            new DrawnMark
            {
                Number = 2,
                Sort = DrawnSort.Text,
                Points = "500,500",
                Words = "<script>&\"'",
                Width = 300,
            },
            new DrawnMark
            {
                Number = 3,
                Sort = DrawnSort.Ellipse,
                Points = "0,0 100,50",
            },
            new DrawnMark
            {
                Number = 4,
                Sort = DrawnSort.Rectangle,
                Points = "0,0 100,50",
            },
            new DrawnMark
            {
                Number = 5,
                Sort = DrawnSort.Stamp,
                Points = "200,200",
                Words = "wind",
                Width = 240,
            },
            new DrawnMark
            {
                Number = 6,
                Sort = DrawnSort.Arrow,
                Points = "0,0 300,0",
                Width = 20,
            },
        ];
        var file = XDocument.Parse(DrawnShape.File(1.6, null, marks));
        XNamespace svg = "http://www.w3.org/2000/svg";
        Assert.Equal("0 0 10000 6250", file.Root!.Attribute("viewBox")!.Value);
        Assert.Equal(6, file.Descendants(svg + "g").Count());
        Assert.Equal("<script>&\"'", file.Descendants(svg + "text").Single().Value);
        Assert.Equal("M0,25A50,25 0 1 0 100,25A50,25 0 1 0 0,25Z", file.Descendants(svg + "path").ElementAt(1).Attribute("d")!.Value);
        Assert.Equal("translate(80 80) scale(10)", file.Descendants(svg + "path").ElementAt(3).Attribute("transform")!.Value);
        Assert.Equal("M0,0L300,0M133.3,-91.1L300,0L133.3,91.1", file.Descendants(svg + "path").ElementAt(4).Attribute("d")!.Value);
    }

    [Fact]
    public void A_newer_edition_brings_words_and_rubric_by_their_own_ways()
    {
        var older = new SpokenQuestion
        {
            Prompt = RichText.Plain("Speak."),
            Rubric =
            [
                new RubricRow
                {
                    Id = "a",
                    Title = "Clear",
                    Points = 1,
                },
            ],
        };
        var newer = new SpokenQuestion
        {
            Prompt = RichText.Plain("Speak up."),
            Seconds = 9,
            Rubric =
            [
                new RubricRow
                {
                    Id = "a",
                    Title = "Clearly",
                    Points = 2,
                },
            ],
        };
        var family = QuestionTypes.For(older);
        var (worded, keyed) = ((SpokenQuestion)family.WithWording(older, newer), (SpokenQuestion)family.WithKey(older, newer));
        Assert.Equal(("Clearly", 1m, 120), (worded.Rubric[0].Title, worded.Rubric[0].Points, worded.Seconds));
        Assert.Equal((2m, "Speak."), (keyed.Rubric[0].Points, keyed.Prompt.FirstWords));
    }
}
