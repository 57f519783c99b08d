using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.Number;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Tables: each marked cell by the rules of its kind, worth its own points.</summary>
public sealed class GridTests
{
    private static readonly GridQuestion Tides = Asked.Grid(
        new GridCell { Id = "r0.c1", Text = "Time" },
        new GridCell { Id = "r1.c0", Text = "Low" },
        new GridCell
        {
            Id = "r1.c1",
            Kind = CellKind.Text,
            Text = "02:10",
            Variants = ["2:10"],
            NotThis = ["14:10"],
            Points = 0.5m,
        },
        new GridCell
        {
            Id = "r1.c2",
            Kind = CellKind.Number,
            Value = 0.8m,
            Unit = "m",
            Points = 0.25m,
        },
        new GridCell
        {
            Id = "r2.c1",
            Kind = CellKind.Tick,
            Text = "yes",
            Points = 0.25m,
        },
        new GridCell
        {
            Id = "r2.c2",
            Kind = CellKind.Pick,
            Text = "spring",
            Options = ["neap", "spring"],
        },
        new GridCell
        {
            Id = "r3.c1",
            Kind = CellKind.Text,
            IsMarked = false,
        }
    );

    private static QuestionMark Mark(GridQuestion question, params string[] given) => question.Marked(Asked.Filled(given));

    [Fact]
    public void Cells_times_points_are_the_worth_and_cells_without_marking_count_for_nothing()
    {
        Assert.Equal(2, QuestionTypes.For(Tides).OutOf(Tides));
        var right = Mark(Tides, "r1.c1=2:10", "r1.c2=80 cm", "r2.c1=yes", "r2.c2=spring", "r3.c1=anything");
        Assert.Equal((Verdict.Right, 1m, 4), (right.Verdict, right.Share, right.Parts.Count));
        var one = Mark(Tides, "r1.c2=0.8");
        Assert.Equal((0.125m, Verdict.Missing, "Low, Time"), (one.Share, one.Of("r1.c1")!.Verdict, one.Of("r1.c1")!.Label));
        Assert.Equal(
            2.5m,
            Enumerable
                .Range(0, 10)
                .Select(i => new GridCell
                {
                    Id = $"r{i % 4}.c{i / 4}",
                    Kind = CellKind.Number,
                    Value = i,
                    Points = 0.25m,
                })
                .ToArray()
                is var ten
                ? QuestionTypes.For(Asked.Grid(ten)).OutOf(Asked.Grid(ten))
                : 0
        );
    }

    [Theory]
    [InlineData(CellKind.Number, "", "12,5", "de", 1)]
    [InlineData(CellKind.Number, "", "12.5", "en", 1)]
    [InlineData(CellKind.Currency, "", "12.50 €", "en", 1)]
    [InlineData(CellKind.Currency, "", "12.50", "en", 1)]
    [InlineData(CellKind.Percent, "", "12.5 %", "en", 1)]
    [InlineData(CellKind.Percent, "", "12.5", "en", 1)]
    [InlineData(CellKind.Number, "m", "12.5 s", "en", 0.5)]
    [InlineData(CellKind.Number, "", "many", "en", 0)]
    public void A_number_is_read_as_its_kind_says(CellKind kind, string unit, string typed, string culture, decimal share)
    {
        var question = Asked.Grid(
            new GridCell
            {
                Id = "r1.c1",
                Kind = kind,
                Value = 12.5m,
                Unit = unit,
            }
        );
        Assert.Equal(
            share,
            QuestionTypes.For(question).Mark(question, Asked.Filled("r1.c1=" + typed), CultureInfo.GetCultureInfo(culture)).Share
        );
    }

    [Fact]
    public void The_options_of_the_kind_hold_in_a_cell()
    {
        Assert.Equal(
            1,
            Mark(
                Asked.Grid(
                    new GridCell
                    {
                        Id = "r1.c1",
                        Kind = CellKind.Number,
                        Value = 10,
                        Tolerance = new Tolerance(ToleranceKind.Absolute, 1),
                    }
                ),
                "r1.c1=11"
            ).Share
        );
        var slips = Asked.Grid(
            new GridCell
            {
                Id = "r1.c1",
                Kind = CellKind.Text,
                Text = "barometer",
                NotThis = ["barometers"],
                Reading = new TextReading { Slips = true },
            }
        );
        Assert.Equal((1m, 0m), (Mark(slips, "r1.c1=baromter").Share, Mark(slips, "r1.c1=barometers").Share));
        Assert.Equal(0, Mark(Tides, "r1.c1=14:10").Share);
    }

    [Fact]
    public void A_box_without_a_tick_is_right_where_none_belongs()
    {
        var question = Asked.Grid(
            new GridCell { Id = "r1.c1", Kind = CellKind.Tick },
            new GridCell
            {
                Id = "r1.c2",
                Kind = CellKind.Tick,
                Text = "yes",
            }
        );
        Assert.Equal(
            (1m, 0.5m, 0m),
            (Mark(question, "r1.c2=yes").Share, Mark(question, "r1.c1=yes", "r1.c2=yes").Share, Mark(question, "r1.c1=yes").Share)
        );
        Assert.Equal(Verdict.Missing, Mark(question).Verdict);
    }

    [Fact]
    public void Only_what_can_be_filled_is_taken()
    {
        Assert.Null(QuestionTypes.For(Tides).RefuseResponse(Tides, Asked.Filled("r1.c1=x", "r2.c2=neap")));
        Assert.NotNull(QuestionTypes.For(Tides).RefuseResponse(Tides, Asked.Filled("r0.c1=x")));
        Assert.NotNull(QuestionTypes.For(Tides).RefuseResponse(Tides, Asked.Filled("r2.c2=autumn")));
    }

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(params GridCell[] cells) =>
            Asked.Grid(cells) is var grid
                ? [.. QuestionTypes.For(grid).Check(grid, InEnglish.Culture).Select(weakness => weakness.Message)]
                : [];
        Assert.Equal(["has no cell to be filled: select cells and say what they take"], Said());
        Assert.Equal(["has a cell without a right answer (2, 2)"], Said(new GridCell { Id = "r1.c1", Kind = CellKind.Number }));
        Assert.Equal(
            ["has a cell to pick from with fewer than two options (2, 2)"],
            Said(
                new GridCell
                {
                    Id = "r1.c1",
                    Kind = CellKind.Pick,
                    Text = "a",
                    Options = ["a"],
                }
            )
        );
        Assert.Equal(
            ["has a cell that takes a text as right and has it on the list of what is wrong (2, 2)"],
            Said(
                new GridCell
                {
                    Id = "r1.c1",
                    Kind = CellKind.Text,
                    Text = "a",
                    NotThis = ["A"],
                }
            )
        );
        Assert.Empty(Said([.. Tides.Cells]));
    }
}
