using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Trails;

/// <summary>A last decision whose options are there once what they are about is found, and no sooner.</summary>
public sealed class GrowingOptionsTests
{
    private static readonly MultipleChoiceQuestion Decision = new()
    {
        Prompt = RichText.Plain("Which lamp is out?"),
        Shuffle = true,
        Options =
        [
            new Option { Id = "none", Text = "None" },
            new Option
            {
                Id = "red",
                Text = "The red one",
                Right = true,
                Needs = "one",
            },
            new Option
            {
                Id = "green",
                Text = "The green one",
                Needs = "card",
            },
        ],
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
            Make.Scene("end", Make.Asked("which", Decision)),
        ],
        Trail = new Trail { Stops = [new Stop { Id = "one" }] },
    };

    private static IEnumerable<string> Of(Attempt attempt) =>
        ((MultipleChoiceView)attempt.Visit("end").View().SpotOf("which")!.Ask!.Parts).Options.Select(option => option.Id).Order();

    private static AttemptEvent Picking(string id, DateTimeOffset at, string option) =>
        new AskedToMark("which", new MultipleChoiceResponse { Picked = [option] }) { Id = id, At = at };

    [Fact]
    public void An_option_is_there_once_it_is_known_and_not_to_be_picked_before()
    {
        var attempt = new Attempt(Activity);
        Assert.Equal(["none"], Of(attempt));
        Assert.NotNull(attempt.Refused((id, at) => Picking(id, at, "red")));
        Assert.NotNull(attempt.Refused((id, at) => Picking(id, at, "green")));
        Assert.Null(attempt.Refused((id, at) => Picking(id, at, "none")));
        attempt.Visit("s1").Open("card");
        Assert.Equal(["green", "none"], Of(attempt));
        attempt.Visit("s1").Mark("q1", "a");
        Assert.Equal(["green", "none", "red"], Of(attempt));
        attempt.Then((id, at) => Picking(id, at, "red"));
        Assert.Equal((Fraction)1, attempt.State.QuestionOf("which")!.Points(CountingTry.Best));
    }

    [Fact]
    public void Its_author_has_all_a_copy_waits_for_its_own_and_what_was_deleted_is_told()
    {
        var stage = SceneView.ForAuthor(Activity, Activity.Scenes[1]);
        Assert.Equal(3, ((MultipleChoiceView)stage.Spots[0].Ask!.Parts).Options.Count);
        var taken = new TakeAsStop("t", Activity, null).Apply(Make.Tour(Make.Scene("cover"))).Value;
        Assert.Equal(
            ["", "t-one", "t-card"],
            ((MultipleChoiceQuestion)taken.SpotOf("t-which")!.Question!).Options.Select(option => option.Needs)
        );
        Assert.DoesNotContain(ReadyCheck.Run(Activity), finding => finding.Message.Contains("waits for something"));
        var gone = Activity.WithScene("s1", scene => scene with { Spots = scene.Spots.RemoveAll(spot => spot.Id == "card") });
        Assert.Contains(ReadyCheck.Run(gone), finding =>
            finding.Blocks && finding.Message.Contains("waits for something that was deleted")
        );
    }
}
