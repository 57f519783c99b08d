using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Trails;

/// <summary>A findings sheet whose rows are there once what they are about is found, and no sooner.</summary>
public sealed class GrowingSheetTests
{
    private static GridCell Given(string id, string text) => new() { Id = id, Text = text };

    private static GridCell Filled(string id, string text) =>
        new()
        {
            Id = id,
            Kind = CellKind.Text,
            Text = text,
        };

    private static readonly GridQuestion Sheet = new()
    {
        Prompt = RichText.Plain("What do you know?"),
        Columns = [new GridColumn("thing"), new GridColumn("where")],
        Rows = ["head", "buoy", "lamp", "always"],
        Cells =
        [
            Given("head.thing", "Thing"),
            Given("buoy.thing", "Red buoy"),
            Filled("buoy.where", "north"),
            Given("lamp.thing", "Green lamp"),
            Filled("lamp.where", "south"),
            Given("always.thing", "Boat"),
            Filled("always.where", "west"),
        ],
        Later = [new LaterRow("buoy", "one"), new LaterRow("lamp", "card")],
    };

    private static readonly Activity Activity = new()
    {
        Title = "Trail",
        Scenes =
        [
            Make.Scene("s1", Make.Asked("q1", Make.One()), Make.Clue("card")) with
            {
                Stop = "one",
            },
            Make.Scene("sheet", Make.Asked("grid", Sheet)),
        ],
        Trail = new Trail
        {
            Sheet = "sheet",
            Stops =
            [
                new Stop
                {
                    Id = "one",
                    Reward = new Reward { Title = "Red buoy" },
                },
            ],
        },
    };

    private static GridView Of(Attempt attempt) => (GridView)attempt.Visit("sheet").View().SpotOf("grid")!.Ask!.Parts;

    private static AttemptEvent Filling(string id, DateTimeOffset at, string cell, string value) =>
        new AskedToMark("grid", new GridResponse { Parts = [new PartAnswer(cell, value)] }) { Id = id, At = at };

    [Fact]
    public void A_row_is_there_once_it_is_known_and_not_to_be_filled_before()
    {
        var attempt = new Attempt(Activity);
        Assert.Equal(["Thing", "Boat"], Of(attempt).Cells.Select(row => row[0].Text));
        Assert.NotNull(attempt.Refused((id, at) => Filling(id, at, "buoy.where", "north")));
        Assert.Null(attempt.Refused((id, at) => Filling(id, at, "always.where", "west")));
        attempt.Visit("s1").Open("card");
        Assert.Equal(["Thing", "Green lamp", "Boat"], Of(attempt).Cells.Select(row => row[0].Text));
        attempt.Visit("s1").Mark("q1", "a");
        Assert.Equal(["Thing", "Red buoy", "Green lamp", "Boat"], Of(attempt).Cells.Select(row => row[0].Text));
        Assert.Null(attempt.Refused((id, at) => Filling(id, at, "buoy.where", "north")));
    }

    /// <summary>What was never found is missing: it counts on the side of what can be reached.</summary>
    [Fact]
    public void It_is_marked_as_a_whole()
    {
        var attempt = new Attempt(Activity).Visit("sheet").Then((id, at) => Filling(id, at, "always.where", "west"));
        Assert.Equal(3m, attempt.State.QuestionOf("grid")!.OutOf);
        Assert.Equal((Fraction)1, attempt.State.QuestionOf("grid")!.Points(CountingTry.Best));
        Assert.Equal(Verdict.Partly, attempt.State.QuestionOf("grid")!.LastTry!.Mark.Verdict);
        // What was not found is told with the right answers, once they are.
        attempt.HandIn();
        Assert.Equal(4, ((GridView)attempt.View().SpotOf("grid")!.Ask!.Parts).Cells.Count);
    }

    [Fact]
    public void Its_author_and_paper_have_all_rows_and_a_copy_waits_for_its_own()
    {
        var stage = SceneView.ForAuthor(Activity, Activity.Scenes[1]);
        Assert.Equal(4, ((GridView)stage.Spots[0].Ask!.Parts).Cells.Count);
        var taken = new TakeAsStop("t", Activity, null).Apply(Make.Tour(Make.Scene("cover"))).Value;
        Assert.Equal(["t-one", "t-card"], ((GridQuestion)taken.SpotOf("t-grid")!.Question!).Later.Select(later => later.Needs));
        var gone = Activity.WithScene("s1", scene => scene with { Spots = scene.Spots.RemoveAll(spot => spot.Id == "card") });
        Assert.Contains(ReadyCheck.Run(gone), finding =>
            finding.Blocks && finding.Message.Contains("waits for something that was deleted")
        );
        Assert.DoesNotContain(ReadyCheck.Run(Activity), finding => finding.Message.Contains("waits for something"));
    }
}
