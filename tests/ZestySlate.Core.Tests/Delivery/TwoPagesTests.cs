using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>One learner with two pages open, each older than what the other has said since: everything that was taken is kept.</summary>
public sealed class TwoPagesTests
{
    private static TResponse After<TResponse>(Question question, params Response[] given)
        where TResponse : Response
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", question)));
        foreach (var one in given)
        {
            Assert.Null(attempt.Refused((id, at) => new Answered("q", one) { Id = id, At = at }));
            attempt.Then((id, at) => new Answered("q", one) { Id = id, At = at });
        }

        return (TResponse)attempt.State.QuestionOf("q")!.Response!;
    }

    [Fact]
    public void Gaps_filled_on_two_pages_are_all_filled()
    {
        var response = After<GapTextResponse>(
            Asked.Gaps("The {gale} brings {rain} and {cold}"),
            Asked.Typed("gale", "", "") with
            {
                Touched = ["g1"],
            },
            Asked.Typed("", "rain", "") with
            {
                Touched = ["g2"],
            },
            Asked.Typed("", "", "cold") with
            {
                Touched = ["g3"],
            }
        );
        Assert.Equal(["gale", "rain", "cold"], new[] { "g1", "g2", "g3" }.Select(response.For));
        Assert.Null(response.Touched);
    }

    [Fact]
    public void A_gap_that_is_emptied_on_purpose_is_empty() =>
        Assert.Equal(
            "",
            After<GapTextResponse>(
                    Asked.Gaps("The {gale}"),
                    Asked.Typed("gale") with
                    {
                        Touched = ["g1"],
                    },
                    Asked.Typed("") with
                    {
                        Touched = ["g1"],
                    }
                )
                .For("g1")
        );

    [Fact]
    public void Without_word_of_what_was_touched_all_of_it_is_meant() =>
        Assert.Equal(
            ["", "rain"],
            new[] { "g1", "g2" }.Select(
                After<GapTextResponse>(Asked.Gaps("The {gale} brings {rain}"), Asked.Typed("gale", ""), Asked.Typed("", "rain")).For
            )
        );

    [Fact]
    public void Ticks_of_two_pages_are_all_there()
    {
        var response = After<MultipleChoiceResponse>(
            Make.Several("a", "b"),
            Make.Picked("a") with
            {
                Touched = ["a"],
            },
            Make.Picked("b", "c") with
            {
                Touched = ["b"],
            },
            Make.Picked() with
            {
                Touched = ["a"],
            }
        );
        Assert.Equal(["b"], response.Picked);
        Assert.Equal(
            ["b"],
            After<MultipleChoiceResponse>(
                Make.One(),
                Make.Picked("a") with
                {
                    Touched = ["a"],
                },
                Make.Picked("b") with
                {
                    Touched = ["a", "b"],
                }
            ).Picked
        );
    }

    [Fact]
    public void Words_picked_on_two_pages_are_all_picked()
    {
        var question = Asked.Words("{gale} and {rain} today");
        var response = After<WordPickResponse>(
            question,
            Asked.Picked("w0") with
            {
                Touched = ["w0"],
            },
            Asked.Picked("w2") with
            {
                Touched = ["w2"],
            }
        );
        Assert.Equal(["w0", "w2"], response.Picked);
    }

    [Fact]
    public void Lines_drawn_on_two_pages_are_all_there()
    {
        static DrawingResponse Line(long number) =>
            new()
            {
                Marks =
                [
                    new DrawnMark
                    {
                        Number = number,
                        Sort = DrawnSort.Line,
                        Points = "100,100,50 900,900,50",
                    },
                ],
            };
        var response = After<DrawingResponse>(
            new DrawingQuestion(),
            Line(1_795_000_000_000_123),
            Line(1_795_000_000_000_987),
            Line(1_795_000_000_000_500)
        );
        Assert.Equal([1_795_000_000_000_123, 1_795_000_000_000_500, 1_795_000_000_000_987], response.Marks.Select(mark => mark.Number));
    }

    private static HandedFile File(string id) => new(id, id + ".png", HandedKind.Picture, "image/png", 1000);

    private static FileAnswerResponse Hands(string[] files, params string[] gone) =>
        new() { Files = [.. files.Select(File)], Gone = [.. gone] };

    [Fact]
    public void Files_are_added_and_only_taken_out_by_name()
    {
        static IEnumerable<string> Files(params FileAnswerResponse[] given) =>
            After<FileAnswerResponse>(new FileAnswerQuestion(), given).Files.Select(file => file.Id);
        Assert.Equal(["laptop", "phone"], Files(Hands(["laptop"]), Hands(["phone"])));
        Assert.Equal(["b"], Files(Hands(["a"]), Hands(["b"]), Hands([], "a")));
        Assert.Equal(["a", "new", "c"], Files(Hands(["a"]), Hands(["b"]), Hands(["c"]), Hands(["new"], "b")));
        Assert.Equal(["a"], Files(Hands(["a"]), Hands(["a"])));
    }

    [Fact]
    public void Files_as_earlier_versions_wrote_them_mean_what_they_meant() =>
        Assert.Equal(
            ["b"],
            After<FileAnswerResponse>(
                new FileAnswerQuestion(),
                new FileAnswerResponse { Files = [File("a"), File("b")] },
                new FileAnswerResponse { Files = [File("b")] }
            )
                .Files.Select(file => file.Id)
        );

    [Fact]
    public void A_drawing_larger_than_a_page_can_show_is_refused_and_one_at_the_limit_is_not()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", new DrawingQuestion())));
        string? Refused(int marks) =>
            attempt.Refused(
                (id, at) =>
                    new Answered(
                        "q",
                        new DrawingResponse
                        {
                            Marks =
                            [
                                .. Enumerable
                                    .Range(0, marks)
                                    .Select(i => new DrawnMark
                                    {
                                        Number = i,
                                        Sort = DrawnSort.Line,
                                        Points = string.Join(' ', Enumerable.Repeat("100,100,50", 4545)),
                                    }),
                            ],
                        }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            );
        Assert.Null(Refused(DrawingType.MostPoints / 49_994));
        Assert.NotNull(Refused((DrawingType.MostPoints / 49_994) + 1));
    }
}
