using CsCheck;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Places pressed, named and found on a board.</summary>
public sealed class LocatingTests
{
    private static readonly LocatingQuestion Sky = Asked.Locating("cirrus", "stratus");

    private static QuestionMark Mark(LocatingQuestion question, params string[] given) => question.Marked(Asked.Located(given));

    private static LocatingView View(Attempt attempt) => (LocatingView)attempt.View().SpotOf("q")!.Ask!.Parts;

    private static Attempt Begin(LocatingQuestion question) => new(Make.Activity(Make.Asked("q", question)), 3);

    [Fact]
    public void A_press_is_right_inside_the_place_and_its_edge_is_inside()
    {
        var once = Sky with { UntilFound = false };
        Assert.Equal(
            (1m, 0.5m, 0m),
            (
                Mark(once, "p0=0.1 0.5", "p1=0.3 0.5").Share,
                Mark(once, "p0=0.1 0.5", "p1=0.1 0.5").Share,
                Mark(once, "p0=0.9 0.9", "p1=0.9 0.9").Share
            )
        );
        Assert.Equal(Verdict.Right, Mark(once, "p0=0 0").Of("p0")!.Verdict);
        Assert.Equal(
            ("“stratus” is not there.", Verdict.Missing),
            (Mark(once, "p1=0.1 0.5").Of("p1")!.Reason.Said(), Mark(once, "p1=0.1 0.5").Of("p0")!.Verdict)
        );
    }

    [Fact]
    public void Within_the_radius_of_a_point_is_inside_and_of_places_over_each_other_the_smallest_is_meant()
    {
        var question = new LocatingQuestion
        {
            Places =
            [
                new LocatedPlace
                {
                    Id = "bay",
                    Face = Face.Of("bay"),
                    Area = new RectangleArea(0, 0, 1, 1),
                },
                new LocatedPlace
                {
                    Id = "buoy",
                    Face = Face.Of("buoy"),
                    Area = new EllipseArea(0.4, 0.4, 0.2, 0.2),
                },
            ],
        };
        Assert.Equal(
            (Verdict.Right, Verdict.Wrong),
            (Mark(question, "buoy=0.5 0.41").Of("buoy")!.Verdict, Mark(question, "buoy=0.42 0.42").Of("buoy")!.Verdict)
        );
        Assert.Equal(
            (Verdict.Wrong, Verdict.Right),
            (Mark(question, "bay=0.5 0.5").Of("bay")!.Verdict, Mark(question, "bay=0.42 0.42").Of("bay")!.Verdict)
        );
    }

    [Fact]
    public void Where_all_are_to_be_found_each_new_hit_counts_once_and_other_presses_are_mistakes()
    {
        var find = Sky with { Task = LocatingTask.FindAll, Penalty = 0.5m };
        Assert.Equal((1m, 0.5m), (Mark(find, "find=0.1 0.5", "find=0.3 0.5").Share, Mark(find, "find=0.3 0.5").Share));
        Assert.Equal(
            (0.75m, 1),
            (
                Mark(find, "find=0.1 0.5", "find=0.3 0.5", "find=0.1 0.6").Share,
                Mark(find, "find=0.1 0.5", "find=0.3 0.5", "find=0.1 0.6").Mistakes
            )
        );
        Assert.Equal(
            ["Nothing that is looked for is there."],
            Mark(find, "find=0.9 0.9", "find=0.1 0.1").Parts.Where(part => part.Verdict == Verdict.Wrong).Select(part => part.Reason.Said())
        );
    }

    [Fact]
    public void Names_are_read_as_texts_and_another_places_name_is_no_slip()
    {
        var name = Asked.Locating("cirrus", "citrus") with
        {
            Task = LocatingTask.Name,
            Reading = new() { Slips = true },
        };
        Assert.Equal((1m, 0.5m), (Mark(name, "p0=Cirrus", "p1=citrus").Share, Mark(name, "p0=citrus", "p1=citrus").Share));
        Assert.Equal(
            1m,
            Mark(
                Sky with
                {
                    Task = LocatingTask.Name,
                    Places = Sky.Places.Replace(_ => true, place => place with { Variants = ["cloud"] }),
                },
                "p0=cloud",
                "p1=cloud"
            ).Share
        );
    }

    [Fact]
    public void What_is_asked_for_stays_until_it_is_found_each_wrong_press_is_a_mistake()
    {
        var attempt = Begin(Sky);
        attempt.Then((id, at) => new Stepped("q", Asked.Located("p0=0.9 0.9"), "p0") { Id = id, At = at });
        Assert.Equal((1, "", Verdict.Wrong), (attempt.State.Mistakes, View(attempt).Asked[0].Given, View(attempt).Asked[0].Said.Verdict));
        attempt.Then((id, at) => new Stepped("q", Asked.Located("p0=0.1 0.9"), "p0") { Id = id, At = at });
        Assert.Equal((1, true, 1), (attempt.State.Mistakes, View(attempt).Asked[0].Kept, View(attempt).Marks.Count));
        attempt.Then((id, at) => new Stepped("q", Asked.Located("p1=0.3 0.3"), "p1") { Id = id, At = at });
        Assert.Equal(
            (Verdict.Right, 1m),
            (attempt.State.Questions[0].LastTry!.Mark.Verdict, attempt.State.Questions[0].LastTry!.Mark.Share)
        );
    }

    [Fact]
    public void A_hit_found_before_is_a_mistake_and_is_forgotten()
    {
        var attempt = Begin(Sky with { Task = LocatingTask.FindAll });
        attempt.Then((id, at) => new Stepped("q", Asked.Located("find=0.1 0.5"), "find") { Id = id, At = at });
        attempt.Then((id, at) => new Stepped("q", Asked.Located("find=0.1 0.5", "find=0.12 0.5"), "find") { Id = id, At = at });
        Assert.Equal((1, 1), (attempt.State.Mistakes, View(attempt).Presses.Count));
    }

    [Fact]
    public void One_looks_round_first_and_then_answers_on_the_same_places()
    {
        var attempt = Begin(
            Sky with
            {
                Round = Round.LookThenAnswer,
                Places = Sky.Places.Replace(_ => true, place => place with { Before = "High.", After = "Ice." }),
            }
        );
        Assert.Equal((true, 2, "High. Ice."), (View(attempt).Looking, View(attempt).Marks.Count, View(attempt).Marks[0].Words));
        attempt.Then((id, at) => new LookedRound("q") { Id = id, At = at });
        Assert.Equal(0, attempt.View().Progress.Answered);
        Assert.Equal((false, 0, 2), (View(attempt).Looking, View(attempt).Marks.Count, View(attempt).Asked.Count));
    }

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(LocatingQuestion question) =>
            [
                .. QuestionTypes
                    .For(question)
                    .Check(question, InEnglish.Culture)
                    .Where(weakness => weakness.Blocks)
                    .Select(weakness => weakness.Message),
            ];
        Assert.Equal(["has no places: draw where they are"], Said(new LocatingQuestion()));
        Assert.Equal(["has a place without a name (number 2)"], Said(Asked.Locating("cirrus", "")));
        Assert.Empty(Said(Asked.Locating("cirrus", "") with { Task = LocatingTask.FindAll }));
    }

    [Fact]
    public void Every_place_pressed_in_its_middle_earns_everything() =>
        Gen.Int[1, 4]
            .Sample(count =>
            {
                var question = Asked.Locating([.. Enumerable.Range(0, count).Select(i => "place " + i)]);
                return Mark(question, [.. question.Places.Select(place => $"{place.Id}={BoardPlace.Write(place.Area.Middle)}")])
                        is { Verdict: Verdict.Right, Share: var share }
                    && share == 1;
            });

    [Fact]
    public void On_a_board_that_is_looked_round_in_a_place_is_an_angle_on_the_sphere()
    {
        // An oval round the top of the picture is all that lies straight above, wherever one turns.
        var picture = Make.Picture() with { Width = 4096, Height = 2048 };
        var flat = Asked.Locating("zenith") with { Board = new Board { Picture = picture } };
        var round = flat with
        {
            Places = flat.Places.Replace(_ => true, place => place with { Area = new RectangleArea(0.4, 0.25, 0.2, 0.2) }),
            Board = new Board { Picture = picture, LooksRound = true },
        };
        Assert.True(round.Board.IsSphere);
        Assert.Equal(
            (Verdict.Right, Verdict.Wrong),
            (round.Marked(Asked.Located("p0=0.5 0.35")).Verdict, round.Marked(Asked.Located("p0=0.9 0.35")).Verdict)
        );

        // Great circles bulge towards the pole: above the upper edge of the flat box, but inside on the sphere.
        Assert.Equal(Verdict.Right, round.Marked(Asked.Located("p0=0.5 0.24")).Verdict);
        Assert.Equal(Verdict.Wrong, (round with { Board = flat.Board }).Marked(Asked.Located("p0=0.5 0.24")).Verdict);
        Assert.False((round.Board with { Picture = picture with { Width = 3000 } }).IsSphere);
    }
}
