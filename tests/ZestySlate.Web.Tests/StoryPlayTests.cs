using System.Net;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Stories;

namespace ZestySlate.Web.Tests;

/// <summary>A story over HTTP: played by plain forms to two endings, telling nothing before its time; and built by the workbench's forms.</summary>
public sealed class StoryPlayTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static async Task<string> PageAsync(HttpClient learner) =>
        WebUtility.HtmlDecode(await learner.GetStringAsync("/a/warning", Stop));

    private static async Task<string> ChooseAsync(HttpClient learner, string words)
    {
        var page = await PageAsync(learner);
        var choice = SlateHost.Find(page, $"data-choose=\"([^\"]+)\"(?:(?!data-choose)[\\s\\S])*?<span dir=\"auto\">{words}");
        var events = SlateHost.Find(page, "data-events=\"([^\"]+)\"");
        var reply = await learner.PostFormAsync(
            "/a/warning",
            events,
            ("act", "choose"),
            ("spot", choice),
            ("event", Guid.NewGuid().ToString("N"))
        );
        Assert.True(reply.StatusCode is HttpStatusCode.Redirect or HttpStatusCode.SeeOther or HttpStatusCode.OK, $"{reply.StatusCode}");
        return await PageAsync(learner);
    }

    [Fact]
    public async Task It_is_played_to_two_endings_and_tells_nothing_before_its_time()
    {
        var story = await host.DocumentAsync("warning");
        Assert.Equal((14, 4), (story.Scenes.Count(scene => scene.Spots.Count > 0), story.Scenes.Count(scene => scene.Ending is not null)));
        var vera = await host.LinkVisitorAsync("Deciding Vera", "warning");
        var page = await PageAsync(vera);
        void TellsOnlyOf(string scene)
        {
            foreach (var other in story.Scenes.Where(one => one.Id != scene))
            {
                Assert.DoesNotContain(other.Text.Words[..30], page);
                Assert.All(other.Spots, spot => Assert.DoesNotContain($"data-choose=\"{spot.Id}\"", page));
                Assert.All(
                    other.Spots.Select(spot => spot.Content.Consequence!.Said.Words).Where(said => said.Length > 0 && scene == "dawn"),
                    said => Assert.DoesNotContain(said, page)
                );
            }
        }

        TellsOnlyOf("dawn");
        Assert.Contains("60 %", page);
        page = await ChooseAsync(vera, "Look at the five");
        TellsOnlyOf("chart");
        // Whoever keeps a lookout sees her on the map, and sees her go on.
        var ines = await host.TeacherAsync("ines");
        const string look = "/author/warning/lookout";
        Assert.Contains("On the map", await ines.GetStringAsync(look, Stop));
        Assert.DoesNotContain("On the map", await ines.GetStringAsync("/author/garden/lookout", Stop));
        var map = WebUtility.HtmlDecode(await ines.GetStringAsync(look + "?handler=Map", Stop));
        Assert.Matches("aria-label=\"The five o’clock chart, [0-9]+ here now[^\"]*Deciding Vera", map);
        Assert.DoesNotContain("data-draw-way", map);
        page = await ChooseAsync(vera, "Wait for the buoy");
        Assert.Contains("You put the kettle on", page);
        page = await ChooseAsync(vera, "Write it down");
        Assert.Contains("Reading of the outer buoy", page);

        // What needs that one has no reading is not there.
        TellsOnlyOf("decide");
        Assert.Contains("with the reading of the buoy", page);
        Assert.DoesNotContain("without a reading", page);
        await ChooseAsync(vera, "Issue the gale warning, with");
        await ChooseAsync(vera, "Explain on the radio");
        await ChooseAsync(vera, "Let it stand, and say why");
        page = await ChooseAsync(vera, "Write the log");
        Assert.Contains("a good end", page);
        Assert.Contains("1 of 4 endings found", page);
        Assert.DoesNotContain("Two boats on the skerries", page);

        // Back to a decision of the road, with what was known there, and to another end.
        var step = SlateHost.Find(page, "data-back=\"([^\"]+)\"(?:(?!data-back)[\\s\\S])*?Decide again: 06:30");
        var events = SlateHost.Find(page, "data-events=\"([^\"]+)\"");
        await vera.PostFormAsync("/a/warning", events, ("act", "back"), ("step", step), ("event", "b1"));
        page = await PageAsync(vera);
        Assert.Contains("06:30. Shall we issue the warning?", page);
        await ChooseAsync(vera, "Wait for the nine");
        await ChooseAsync(vera, "One more hour");
        page = await ChooseAsync(vera, "Call the lifeboat");
        Assert.Contains("too late", page);
        Assert.Contains("2 of 4 endings found", page);
        await vera.PostFormAsync("/a/warning", events, ("act", "handIn"), ("event", "h1"));
        page = await PageAsync(vera);
        Assert.Matches("<strong>4</strong> of 4 points", page);
        Assert.DoesNotContain("data-back", page);
    }

    [Theory]
    [InlineData("choose", "spot", "c30", "decided already")]
    [InlineData("choose", "spot", "nowhere", "")]
    [InlineData("choose", "spot", "", "")]
    [InlineData("back", "step", "", "")]
    [InlineData("visit", "scene", "safe", "")]
    public async Task What_is_not_there_to_be_decided_is_refused_and_changes_nothing(string act, string field, string value, string words)
    {
        var vera = await host.LinkVisitorAsync("Forging Fred", "warning");
        var reply = await vera.SendEventAsync("/a/warning", ("act", act), (field, value), ("event", "x"));
        Assert.True((int)reply.StatusCode < 500);
        var said = reply.Headers.TryGetValues("X-Slate-Refusal", out var refusal) ? Uri.UnescapeDataString(refusal.Single()) : "";
        Assert.Contains(words, said + WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop)));
        Assert.Contains("05:40, the desk", await PageAsync(vera));
        Assert.DoesNotContain("All in harbour", await PageAsync(vera));
    }

    private Task<Activity> DocumentAsync(string id) => host.DocumentAsync(id);

    private Task<HttpResponseMessage> SendAsync(HttpClient ines, string id, params (string, string)[] fields) =>
        host.SendFormAsync(ines, id, "/edit", fields);

    [Fact]
    public async Task States_choices_conditions_and_endings_are_built_by_forms()
    {
        var (ines, id) = await host.BeginWorksheetAsync("A story of its own");
        await SendAsync(ines, id, ("edit", "addScene"), ("newId", "pier"), ("as", "board"), ("title", "The pier"));
        var scene = (await DocumentAsync(id)).Scenes[0].Id;
        await SendAsync(ines, id, ("edit", "story"), ("add", "number"));
        var number = (await DocumentAsync(id)).Story!.States[0].Id;
        await SendAsync(ines, id, ("edit", "story"), ("state", number), ($"name-{number}", "Trust"), ("add", "thing"));
        var states = (await DocumentAsync(id)).Story!.States;
        Assert.Equal([("Trust", false), ("Thing 2", true)], states.Select(state => (state.Name, state.IsThing)));
        var (trust, lamp) = (states[0].Id, states[1].Id);
        await SendAsync(
            ines,
            id,
            ("edit", "story"),
            ("state", trust),
            ($"name-{trust}", "Trust in you"),
            ($"begins-{trust}", "60"),
            ($"least-{trust}", "0"),
            ($"most-{trust}", "100"),
            ($"unit-{trust}", "%"),
            ("scoring", trust),
            ("tried", "Gone"),
            ("namesEndings", "yes")
        );
        var story = (await DocumentAsync(id)).Story!;
        Assert.Equal((60m, "%", false), (story.StateOf(trust)!.Begins, story.StateOf(trust)!.Unit, story.StateOf(trust)!.Shown));
        Assert.Equal(
            (StoryScoring.ByState, trust, TriedChoice.Gone, true),
            (story.Scoring, story.ScoredBy, story.Tried, story.NamesEndings)
        );
        Assert.Equal("Thing 2", story.StateOf(lamp)!.Name);

        await SendAsync(ines, id, ("edit", "add"), ("scene", scene), ("kind", "choice"), ("x", "0.5"), ("y", "0.5"), ("newId", "go"));
        await SendAsync(
            ines,
            id,
            ("edit", "jump"),
            ("spot", "go"),
            ("to", "pier"),
            ("words", "Go to the pier"),
            ("said", "<p>It is cold.</p><script>alert(1)</script>"),
            ($"by-{trust}", "Lower"),
            ($"value-{trust}", "2.5"),
            ($"by-{lamp}", "gain")
        );
        var follows = (await DocumentAsync(id)).SpotOf("go")!.Content.Consequence!;
        Assert.Equal("<p>It is cold.</p>", follows.Said.Html);
        Assert.Equal([new StateChange(trust, ChangeBy.Lower, 2.5m), new StateChange(lamp, ChangeBy.Set, 1)], follows.Changes);
        await SendAsync(ines, id, ("edit", "lock"), ("item", "go"), ("opensBy", "state"), ("state", lamp), ("is", "lacks"));
        Assert.Equal(new StateKey(lamp, Comparison.AtMost, 0), (await DocumentAsync(id)).LockOf("go")!.Key);

        // Another condition is joined by its own fields; emptied, one of them is left; a code stays alone.
        (string, string)[] two =
        [
            ("edit", "lock"),
            ("item", "go"),
            ("opensBy", "state"),
            ("state", lamp),
            ("is", "lacks"),
            ("k1-opensBy", "visits"),
            ("k1-visitsOf", scene),
            ("k1-visitsAre", "AtMost"),
            ("k1-visits", "3"),
            ("k2-opensBy", "chance"),
            ("k2-chance", "12.5"),
            ("join", "any"),
        ];
        await SendAsync(ines, id, two);
        LockKey[] three = [new StateKey(lamp, Comparison.AtMost, 0), new VisitsKey(scene, Comparison.AtMost, 3), new ChanceKey(0.125m)];
        Assert.Equal(new JoinedKey(three.ToValueList(), true), (await DocumentAsync(id)).LockOf("go")!.Key);
        var page = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}/rooms?selected=go&at={scene}", Stop));
        Assert.Contains("how the story stands or by visits or by chance, 12.5 %", page);
        Assert.Contains("name=\"k2-chance\"", page);
        Assert.Contains("name=\"k3-opensBy\"", page);
        var typed = await SendAsync(ines, id, [.. two, ("k3-opensBy", "code"), ("k3-codes", "x")]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, typed.StatusCode);
        await SendAsync(ines, id, [.. two[..2], ("opensBy", ""), .. two[5..9], ("k2-opensBy", "")]);
        Assert.Equal(three[1], (await DocumentAsync(id)).LockOf("go")!.Key);
        await SendAsync(ines, id, two[..5]);
        await SendAsync(
            ines,
            id,
            ("edit", "telling"),
            ("scene", "pier"),
            ("text", "<p>Wind.</p>"),
            ("ending", "yes"),
            ("endingKind", "cold"),
            ("endingValue", "3")
        );
        Assert.Equal(new StoryEnding("cold", 3), (await DocumentAsync(id)).SceneOf("pier")!.Ending);
        var refused = await SendAsync(ines, id, ("edit", "story"), ("state", trust), ($"begins-{trust}", "101"), ($"most-{trust}", "100"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);

        // Taken away, it is told where it is still asked for.
        await SendAsync(ines, id, ("edit", "story"), ("state", trust), ("state", lamp), ("remove", lamp));
        Assert.Equal([trust], (await DocumentAsync(id)).Story!.States.Select(state => state.Id));
        await SendAsync(ines, id, ("edit", "story"), ("state", trust), ("remove", trust), ("scoring", trust));
        var nothing = (await DocumentAsync(id)).Story!;
        Assert.Equal((0, StoryScoring.None, null), (nothing.States.Count, nothing.Scoring, nothing.ScoredBy));
        Assert.Contains("was deleted", WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}", Stop)));
    }

    [Fact]
    public async Task A_thing_gets_a_picture_with_its_words_which_a_number_does_not()
    {
        var (ines, id) = await host.BeginWorksheetAsync("Things");
        await SendAsync(ines, id, ("edit", "story"), ("add", "thing"));
        var lamp = (await DocumentAsync(id)).Story!.States[0].Id;
        await SendAsync(
            ines,
            id,
            ("edit", "story"),
            ("state", lamp),
            ($"name-{lamp}", "Lamp"),
            ($"sort-{lamp}", "thing"),
            ("add", "number")
        );
        var number = (await DocumentAsync(id)).Story!.States[1].Id;
        async Task<HttpStatusCode> PictureAsync(string of)
        {
            var page = await ines.GetStringAsync($"/author/{id}", Stop);
            var form = new MultipartFormDataContent
            {
                { new StringContent(SlateHost.Find(page, "data-proof=\"([^\"]+)\"")), "proof" },
                { new StringContent("thingPicture"), "purpose" },
                { new StringContent(of), "kind" },
                { new StringContent(SlateHost.Find(page, "data-version=\"([^\"]+)\"")), "version" },
                {
                    new ByteArrayContent(
                        await File.ReadAllBytesAsync(Path.Combine(SlateHost.Root(), "demo/pictures/shelter-inside.png"), Stop)
                    ),
                    "file",
                    "lamp.png"
                },
            };
            return (await ines.PostAsync($"/author/{id}/media", form, Stop)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await PictureAsync(lamp));
        Assert.NotEqual(HttpStatusCode.OK, await PictureAsync(number));
        await SendAsync(
            ines,
            id,
            ("edit", "story"),
            ("state", lamp),
            ($"sort-{lamp}", "thing"),
            ($"alternativeText-{lamp}", "A lamp, lit")
        );
        var picture = (await DocumentAsync(id)).Story!.StateOf(lamp)!.Picture!;
        Assert.Equal((800, "A lamp, lit"), (picture.Width, picture.AlternativeText));

        // A page that does not know of it leaves it; taken away, it is gone.
        await SendAsync(ines, id, ("edit", "story"), ("state", lamp), ($"sort-{lamp}", "thing"));
        Assert.NotNull((await DocumentAsync(id)).Story!.StateOf(lamp)!.Picture);
        await SendAsync(ines, id, ("edit", "story"), ("state", lamp), ($"sort-{lamp}", "thing"), ("removePicture", lamp));
        Assert.Null((await DocumentAsync(id)).Story!.StateOf(lamp)!.Picture);
    }

    /// <summary>With a thing in hand what asks for it is there; anew without it, it is not; too much of a state is the most.</summary>
    [Fact]
    public async Task A_trial_begins_as_if_one_had_come_by_something()
    {
        var ines = await host.TeacherAsync("ines");
        async Task<string> TrialAsync(params (string, string)[] inHand)
        {
            var reply = await ines.PostFormAsync("/author/warning", "/author/warning/trial?at=decide", inHand);
            Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
            return WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop));
        }

        const string choice = "data-choose=\"c11\"";
        Assert.DoesNotContain(choice, await TrialAsync());
        var begun = await TrialAsync(("asIfThing", "buoy"), ("asIf", "buoy"), ("asIf-trust", "1000"), ("asIfCard", "gone"));
        Assert.Contains(choice, begun);
        Assert.Contains("100 %", begun);
        // It stays so when it is looked at again, and what happens in it goes on from there.
        Assert.Contains(choice, await ines.GetStringAsync("/author/warning/trial", Stop));
        Assert.DoesNotContain(choice, await TrialAsync(("asIfThing", "buoy"), ("asIf-trust", "x")));
    }

    [Fact]
    public async Task On_paper_a_story_is_a_booklet_and_no_choice_is_a_number_on_a_picture()
    {
        var ines = await host.TeacherAsync("ines");
        var booklet = WebUtility.HtmlDecode(await ines.GetStringAsync("/author/warning/paper?what=booklet", Stop));
        Assert.Contains("1. 05:40, the desk", booklet);
        Assert.Contains("→ go to 2", booklet);
        Assert.Contains("(only if you have: Reading of the outer buoy)", booklet);
        Assert.Contains("Trust in your word − 20.", booklet);
        Assert.Contains("The story as a booklet", await ines.GetStringAsync("/author/warning/paper", Stop));
        Assert.DoesNotContain("The story as a booklet", await ines.GetStringAsync("/author/garden/paper", Stop));
        Assert.Contains("No scene of it has spots", await ines.GetStringAsync("/author/warning/paper?what=numbers", Stop));
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync("/author/garden/paper?what=booklet", Stop)).StatusCode);
    }
}
