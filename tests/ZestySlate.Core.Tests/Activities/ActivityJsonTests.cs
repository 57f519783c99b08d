using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Json;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Activities;

public sealed class ActivityJsonTests
{
    private static Activity Rich() =>
        Make.Activity(
            new Spot
            {
                Id = "c",
                Place = new AtPoint(0.1, 0.9),
                Sign = new Sign { Size = 1.5 },
                Content = new Callout("Wind vane"),
            },
            Make.Note("n"),
            Make.Asked("q", Make.Several("a", "c") with { OffersNone = true, Points = 2.5m })
        ) with
        {
            Language = "ar",
            Rules = new Rules
            {
                Tries = 3,
                TryCosts = [0, 0.2m],
                HintCost = 0.1m,
                PassMark = 75,
                Reveal = new Reveal { RightAnswer = RevealMoment.AfterDueDate },
                Bands = ScoreBands.Of([new ScoreBand(50, "low"), new ScoreBand(100, "high")]),
            },
        };

    [Fact]
    public void What_is_written_is_read_again_the_same() => Assert.Equal(Rich(), ActivityJson.Read(ActivityJson.Write(Rich())).Value);

    [Fact]
    public void The_version_stands_first() => Assert.StartsWith("{\"version\":1,", ActivityJson.Write(Rich()));

    [Fact]
    public void Nothing_that_is_computed_is_stored()
    {
        var json = ActivityJson.Write(Rich());
        foreach (
            var name in new[] { "outOf", "asked", "pictures", "reportName", "ownName", "words\"", "rightOptions", "lacksAlternativeText" }
        )
        {
            Assert.DoesNotContain($"\"{name}", json, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_stored_file_of_version_1_is_read()
    {
        var read = ActivityJson.Read(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Activities", "version-1.json")));
        Assert.Null(read.Refusal);
        var activity = read.Value;
        Assert.Equal("The watch room door", activity.Title);
        Assert.Equal(RevealMoment.AfterEnd, activity.Rules.Reveal.RightAnswer);
        Assert.Equal([0m, 0.25m], activity.Rules.TryCosts);
        Assert.Equal(["door", "bell", "asked"], activity.Spots.Select(spot => spot.Id));
        var question = Assert.IsType<MultipleChoiceQuestion>(Assert.IsType<Ask>(activity.SpotOf("asked")!.Content).Question);
        Assert.Equal(Picks.Several, question.Picks);
        Assert.Equal(["N", "W"], question.Options.Where(option => option.Right).Select(option => option.Text));
    }

    [Fact]
    public void A_newer_version_is_refused_in_words() =>
        Assert.Contains("newer Zesty Slate", ActivityJson.Read("{\"version\":2,\"title\":\"x\"}").Refusal);

    [Theory]
    [InlineData("not json")]
    [InlineData("[]")]
    [InlineData("{}")]
    [InlineData("{\"version\":1,\"scenes\":[{\"id\":\"s\",\"backdrop\":{\"kind\":\"nonsense\"}}]}")]
    [InlineData("{\"version\":1,\"scenes\":[{\"id\":\"s\"}]}")]
    public void What_is_no_activity_is_refused_and_never_throws(string json) =>
        Assert.Contains("not a Zesty Slate activity", ActivityJson.Read(json).Refusal);

    [Fact]
    public void Two_spots_of_one_id_are_refused()
    {
        var json = ActivityJson.Write(Make.Activity(Make.Note("n"), Make.Note("m"))).Replace("\"id\":\"m\"", "\"id\":\"n\"");
        Assert.Contains("“n” stands twice", ActivityJson.Read(json).Refusal);
    }

    [Fact]
    public void Rich_text_from_outside_is_sanitised_as_it_is_read()
    {
        var read = ActivityJson.Read(ActivityJson.Write(Rich()), StoredJson.Untrusted(html => html.ToUpperInvariant())).Value;
        Assert.Equal("<P>SOME WORDS.</P>", ((Note)read.SpotOf("n")!.Content).Text.Html);
        Assert.Equal("<P>WHICH ONES?</P>", ((Ask)read.SpotOf("q")!.Content).Question.Prompt.Html);
    }
}
