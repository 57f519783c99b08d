using System.Net;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Scenes;
using ZestySlate.Web.Questions;
using ZestySlate.Web.Questions.Grid;

namespace ZestySlate.Web.Tests;

/// <summary>Boards, tables and long texts in the workbench's forms.</summary>
public sealed partial class QuestionFormTests
{
    [Fact]
    public async Task Zones_items_and_what_stands_on_the_board_are_set_by_their_rows()
    {
        var question = await BuildAsync<PlacingQuestion>("placing", _ =>
            [
                ("zone", "high"),
                ("area-high", "ellipse 0.1 0.2 0.3 0.4"),
                ("zoneName-high", "High"),
                ("several-high", "yes"),
                ("zone", "low"),
                ("area-low", "polygon 0 0 1 0 0.5 1"),
                ("item", "a"),
                ("a-text", "cirrus"),
                ("on-a", "high"),
                ("on-a", "elsewhere"),
                ("often-a", "yes"),
                ("width-a", "25"),
                ("tip-a", "Ice"),
                ("weight-a", "2"),
                ("item", "b"),
                ("b-text", "fog"),
                ("fixed", "f"),
                ("text-f", "<p onclick='x'>Sky</p>"),
                ("at-f", "0.25 0.5"),
                ("width-f", "40"),
                ("zonesShown", "Never"),
                ("returns", "yes"),
                ("onlyZones", "yes"),
                ("tint", "35"),
                ("itemWidth", "12"),
                ("ratio", "0.7"),
                ("penalty", "0.5"),
            ]
        );
        Assert.Equal(
            (new EllipseArea(0.1, 0.2, 0.3, 0.4), "High", true),
            (question.Zones[0].Area, question.Zones[0].Name, question.Zones[0].TakesSeveral)
        );
        Assert.Equal(3, Assert.IsType<PolygonArea>(question.Zones[1].Area).Corners.Count);
        Assert.Equal(
            (["high"], true, 0.25m, 2m),
            (question.Items[0].Zones, question.Items[0].Often, question.Items[0].Width, question.Items[0].Weight)
        );
        Assert.Equal(
            ("<p>Sky</p>", new Share(0.25, 0.5), 0.4m),
            (question.Fixed[0].Text.Html, question.Fixed[0].At, question.Fixed[0].Width)
        );
        Assert.Equal(
            (ZonesShown.Never, WrongDrop.Returns, MayLie.OnZones, 0.35m, 0.12m, 0.7, 0.5m),
            (
                question.ZonesShown,
                question.WrongDrop,
                question.MayLie,
                question.Tint,
                question.ItemWidth,
                question.Board.Ratio,
                question.Penalty
            )
        );
    }

    [Theory]
    [InlineData("rectangle 0.1 0.2 0.3 0.4", "rectangle 0.1 0.2 0.3 0.4")]
    [InlineData("polygon 0 0 1 0 0.5 1", "polygon 0 0 1 0 0.5 1")]
    [InlineData("rectangle 0.1 0.2", "ellipse 0.4 0.4 0.2 0.2")]
    [InlineData("circle 0.1 0.2 0.3 0.4", "ellipse 0.4 0.4 0.2 0.2")]
    [InlineData("polygon 0 0 x 0 0.5 1", "ellipse 0.4 0.4 0.2 0.2")]
    public void An_area_that_cannot_be_read_stays_as_it_was(string text, string area) =>
        Assert.Equal(area, AreaField.Write(AreaField.Read(text, new EllipseArea(0.4, 0.4, 0.2, 0.2))));

    [Fact]
    public async Task Places_have_areas_names_and_words_and_one_switch_says_what_is_done_with_them()
    {
        var question = await BuildAsync<LocatingQuestion>(
            "locating",
            _ =>
                [
                    ("place", "p"),
                    ("area-p", "ellipse 0.1 0.1 0.2 0.2"),
                    ("p-text", "hut"),
                    ("before-p", "Small."),
                    ("after-p", "It is dry."),
                    ("task", "Name"),
                    ("round", "LookThenAnswer"),
                    ("onePress", "yes"),
                ],
            _ =>
                [
                    ("place", "p"),
                    ("area-p", "ellipse 0.1 0.1 0.2 0.2"),
                    ("p-text", "hut"),
                    ("variants-p", "shed\ncabin"),
                    ("before-p", "Small."),
                    ("after-p", "It is dry."),
                    ("slips", "yes"),
                    ("shuffle", "yes"),
                ]
        );
        Assert.Equal(
            (LocatingTask.Name, Round.LookThenAnswer, true, true, true),
            (question.Task, question.Round, question.UntilFound, question.Shuffle, question.Reading.Slips)
        );
        Assert.Equal(("hut", "Small.", "It is dry."), (question.Places[0].Face.Text, question.Places[0].Before, question.Places[0].After));
        Assert.Equal(["shed", "cabin"], question.Places[0].Variants);
    }

    [Fact]
    public async Task Ideas_are_pressed_in_the_model_answer_and_tried_on_samples()
    {
        (string, string)[] Fields(LongTextQuestion now, params (string, string)[] more) =>
            [
                .. now.Ideas.SelectMany(idea =>
                    new[]
                    {
                        ("idea", idea.Id),
                        ($"phrases-{idea.Id}", string.Join('\n', idea.Phrases)),
                        ($"mentions-{idea.Id}", "2"),
                        ($"points-{idea.Id}", "1,5"),
                        ($"slips-{idea.Id}", "yes"),
                    }
                ),
                ("modelAnswer", "The land warms. The air rises."),
                .. more,
            ];
        var question = await BuildAsync<LongTextQuestion>(
            "longText",
            now => Fields(now, ("press", "1-1")),
            now => Fields(now, ("press", "4-5")),
            now => Fields(now, ("press", "1-1")),
            now =>
                Fields(
                    now,
                    ("sample", "Air rises."),
                    ("sample", " "),
                    ("least", "10"),
                    ("most", "60"),
                    ("measure", "Characters"),
                    ("waits", "yes"),
                    ("rubric", "r"),
                    ("rubricTitle-r", "Clear"),
                    ("rubricPoints-r", "2")
                )
        );
        Assert.Equal(["air rises"], question.Ideas.Select(idea => idea.Phrases.Single()));
        Assert.Equal((2, 1.5m, true), (question.Ideas[0].Mentions, question.Ideas[0].Points, question.Ideas[0].Slips));
        Assert.Equal(
            (10, 60, LengthMeasure.Characters, true, "Clear", 2m),
            (question.Least, question.Most, question.Measure, question.WaitsForPerson, question.Rubric[0].Title, question.Rubric[0].Points)
        );
        Assert.Equal(["Air rises."], question.Samples);
    }

    [Fact]
    public async Task Chosen_cells_are_set_together_and_hold_what_is_typed()
    {
        (string, string)[] Cells(GridQuestion now, params (string, string)[] more) =>
            [
                .. now.Rows.SelectMany(row => now.Columns.Select(column => ("cell-" + GridQuestion.IdOf(row, column.Id), "1,5"))),
                .. now.Columns.Select(column => ("width-" + column.Id, "2")),
                .. more,
            ];
        string Id(GridQuestion now, int row, int column) => GridQuestion.IdOf(now.Rows[row], now.Columns[column].Id);
        var question = await BuildAsync<GridQuestion>(
            "grid",
            now => Cells(now, ("cellsChosen", Id(now, 1, 1) + " " + Id(now, 1, 2)), ("cellSet", "kind Number")),
            now => Cells(now, ("cellsChosen", Id(now, 1, 1)), ("cellSet", "points"), ("cellPoints", "0,25")),
            now => Cells(now, ("cellsChosen", Id(now, 1, 2)), ("cellSet", "marked no"), ("gridDo", "rowAfter")),
            now =>
                Cells(
                    now,
                    ("headRows", "2"),
                    ("headColumns", "0"),
                    ($"tolerance-{Id(now, 1, 1)}", "0.5"),
                    ($"toleranceKind-{Id(now, 1, 1)}", "Relative"),
                    ($"unit-{Id(now, 1, 1)}", "m")
                )
        );
        var cell = question.Cells.Single(cell => cell.Id == Id(question, 1, 1));
        Assert.Equal((CellKind.Number, 1.5m, 0.25m, "m", 0.005m), (cell.Kind, cell.Value, cell.Points, cell.Unit, cell.Tolerance.Amount));
        Assert.False(question.Cells.Single(other => other.Id == Id(question, 1, 2)).IsMarked);
        Assert.Equal(
            (5, 2, 0, 2m, "1,5"),
            (question.Rows.Count, question.HeadRows, question.HeadColumns, question.Columns[0].Width, question.Cells[0].Text)
        );
    }

    [Fact]
    public async Task A_number_in_a_cell_that_cannot_be_read_is_refused_in_words()
    {
        var (ines, id) = await BeginAsync();
        await AddAsync(ines, id, "grid", "q");
        var grid = (GridQuestion)((Ask)(await DocumentAsync(id)).SpotOf("q")!.Content).Question;
        var cell = GridQuestion.IdOf(grid.Rows[1], grid.Columns[1].Id);
        await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "ask"),
            ("spot", "q"),
            ("cell-" + cell, "2"),
            ("cellsChosen", cell),
            ("cellSet", "kind Number")
        );
        var reply = await SendAsync(ines, id, "/edit", ("edit", "ask"), ("spot", "q"), ("cell-" + cell, "high"));
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "“high” cannot be read as a number; the old one is kept."),
            (reply.StatusCode, await reply.Content.ReadAsStringAsync(Stop))
        );
    }

    private static GridQuestion Letters =>
        new()
        {
            Rows = ["r0", "r1", "r2"],
            Columns = [new GridColumn("c0"), new GridColumn("c1")],
            Cells =
            [
                .. new[] { "a", "b", "c", "d", "e", "f" }.Select(
                    (letter, i) => new GridCell { Id = GridQuestion.IdOf("r" + (i / 2), "c" + (i % 2)), Text = letter }
                ),
            ],
        };

    private static string Read(GridQuestion grid) =>
        string.Join(
            '/',
            grid.Rows.Select(row =>
                string.Join(
                    ',',
                    grid.Columns.Select(column =>
                        grid.Cells.FirstOrDefault(cell => cell.Id == GridQuestion.IdOf(row, column.Id))?.Text ?? "_"
                    )
                )
            )
        );

    [Theory]
    [InlineData("rowBefore", "r1.c0", "a,b/_,_/c,d/e,f")]
    [InlineData("rowAfter", "r1.c0 r2.c0", "a,b/c,d/e,f/_,_")]
    [InlineData("rowGone", "r0.c0 r1.c1", "e,f")]
    [InlineData("rowUp", "r1.c0 r2.c0", "c,d/e,f/a,b")]
    [InlineData("rowDown", "r0.c1", "c,d/a,b/e,f")]
    [InlineData("rowDown", "r2.c1", "a,b/c,d/e,f")]
    [InlineData("columnBefore", "r0.c1", "a,_,b/c,_,d/e,_,f")]
    [InlineData("columnLeft", "r0.c1", "b,a/d,c/f,e")]
    [InlineData("columnGone", "r0.c1", "a/c/e")]
    [InlineData("columnGone", "r0.c0 r0.c1", "a,b/c,d/e,f")]
    [InlineData("", "", "a,b/c,d/e,f")]
    public void Rows_and_columns_are_added_moved_and_taken_away(string what, string chosen, string table) =>
        Assert.Equal(table, Read(GridShape.Change(Letters, what, chosen.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToHashSet())));

    [Theory]
    [InlineData("1\t2\n3\t4", "r0.c0", "1,2/3,4/e,f")]
    [InlineData("1\t2\t3\r\n", "r2.c1", "a,b,_,_/c,d,_,_/e,1,2,3")]
    [InlineData("\"two\nlines\"\t\"say \"\"ah\"\"\"", "r0.c0", "two lines,say \"ah\"/c,d/e,f")]
    [InlineData("x\n\ny", "r1.c0", "a,b/x,d/,f/y,_")]
    public void A_table_from_a_spreadsheet_fills_the_cells_from_one_on(string text, string at, string table) =>
        Assert.Equal(table, Read(GridShape.Paste(Letters, at, text)));

    [Fact]
    public void What_a_cell_holds_goes_with_it_into_another_kind()
    {
        var cell = new GridCell { Id = "r.c", Text = "4.25 m" };
        Assert.Equal((4.25m, "m"), (cell.To(CellKind.Number).Value, cell.To(CellKind.Number).Unit));
        Assert.Equal("4.25", cell.To(CellKind.Number).To(CellKind.Given).Text);
        Assert.Equal(["4.25 m"], cell.To(CellKind.Pick).Options);
        Assert.Equal(("yes", ""), ((cell with { Text = "x" }).To(CellKind.Tick).Text, cell.To(CellKind.Tick).Text));
    }
}
