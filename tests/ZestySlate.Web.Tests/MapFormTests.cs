using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Web.Tests;

/// <summary>What is done on the map of the scenes, as the map sends it.</summary>
public sealed class MapFormTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Task<Activity> DocumentAsync(string id) => host.DocumentAsync(id);

    private Task<HttpResponseMessage> SendAsync(HttpClient ines, string id, params (string, string)[] fields) =>
        host.SendFormAsync(ines, id, "/edit", fields);

    [Fact]
    public async Task Scenes_are_added_moved_copied_deleted_and_written_to_there()
    {
        var (ines, id) = await host.BeginWorksheetAsync("On the map by forms");
        var first = (await DocumentAsync(id)).Scenes[0].Id;
        await SendAsync(ines, id, ("edit", "addScene"), ("newId", "pier"), ("title", "The pier"), ("mapX", "300"), ("mapY", "-20"));
        Assert.Equal(new MapPlace(300, -20), (await DocumentAsync(id)).SceneOf("pier")!.OnMap);
        await SendAsync(
            ines,
            id,
            ("edit", "choice"),
            ("scene", "pier"),
            ("newId", "ring"),
            ("words", "Ring her"),
            ("to", ""),
            ("newScene", "late"),
            ("mapX", "600"),
            ("mapY", "5")
        );
        var document = await DocumentAsync(id);
        Assert.Equal((new MapPlace(600, 5), "late"), (document.SceneOf("late")!.OnMap, document.SpotOf("ring")!.Content.Goal));
        await SendAsync(ines, id, ("edit", "setChoice"), ("spot", "ring"), ("words", "Ring the harbour"), ("to", first));
        await SendAsync(ines, id, ("edit", "placeOnMap"), ("places", "pier 10 20\nlate -30 2000000"));
        document = await DocumentAsync(id);
        Assert.Equal(("Ring the harbour", first), (document.SpotOf("ring")!.Content.OwnName, document.SpotOf("ring")!.Content.Goal));
        Assert.Equal([new MapPlace(10, 20), new MapPlace(-30, MapPlace.Farthest)], document.Scenes.Skip(1).Select(scene => scene.OnMap));
        Assert.NotNull(document.Scenes[0].OnMap);

        // What the map shows, and the side of what is chosen.
        var map = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}/map?chosen=pier", Stop));
        Assert.Contains("translate(10 20)", map);
        Assert.Contains("Ring the harbour", map);
        Assert.Contains($"id=\"map-title-pier\"", map);
        var chosen = await ines.GetStringAsync($"/author/{id}/map/chosen?chosen=pier,late,gone", Stop);
        Assert.Contains("2 scenes", chosen);
        Assert.DoesNotContain("id=\"outline\"", chosen);
        var dot = await ines.GetAsync($"/author/{id}/map.dot", Stop);
        Assert.Equal("text/vnd.graphviz", dot.Content.Headers.ContentType!.MediaType);
        Assert.Contains("[label=\"Ring the harbour\"]", await dot.Content.ReadAsStringAsync(Stop));

        await SendAsync(ines, id, ("edit", "copyScenes"), ("scenes", "pier,late"));
        Assert.Equal(5, (await DocumentAsync(id)).Scenes.Count);
        await SendAsync(ines, id, ("edit", "deleteScenes"), ("scenes", "pier,late"));
        Assert.Equal(3, (await DocumentAsync(id)).Scenes.Count);
    }

    /// <summary>A question is the choice: set by its form; moments are none where no course in time is.</summary>
    [Fact]
    public async Task An_answer_leads_to_a_scene()
    {
        var (ines, id) = await host.BeginWorksheetAsync("Led by answers");
        var first = (await DocumentAsync(id)).Scenes[0].Id;
        await SendAsync(ines, id, ("edit", "addScene"), ("newId", "desk"), ("as", "board"), ("title", "The desk"));
        await SendAsync(ines, id, ("edit", "add"), ("scene", "desk"), ("kind", "number"), ("x", "0.5"), ("y", "0.5"), ("newId", "asked"));
        await SendAsync(ines, id, ("edit", "leads"), ("spot", "asked"), ("turn-Right-scene", first), ("turn-Score-share", ""));
        Assert.Equal(first, (await DocumentAsync(id)).SpotOf("asked")!.During!.Turns.Single().Scene);
        var timed = await SendAsync(ines, id, ("edit", "leads"), ("spot", "asked"), ("turn-Right", "1:24"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, timed.StatusCode);
        await SendAsync(ines, id, ("edit", "leads"), ("spot", "asked"));
        Assert.Null((await DocumentAsync(id)).SpotOf("asked")!.During);
    }

    /// <summary>In words about what was wrong, and nothing is changed.</summary>
    [Theory]
    [InlineData("placeOnMap", "places", "pier 10", "stands nowhere")]
    [InlineData("placeOnMap", "places", "pier 10 1e400", "stands nowhere")]
    [InlineData("placeOnMap", "places", "gone 10 10", "not in the activity any more")]
    [InlineData("deleteScenes", "scenes", "gone", "not in the activity any more")]
    [InlineData("deleteScenes", "scenes", "FIRST", "at least one scene")]
    [InlineData("copyScenes", "scenes", "", "not in the activity any more")]
    [InlineData("setChoice", "spot", "gone", "not in the activity any more")]
    [InlineData("choice", "scene", "FIRST", "Write what they can do")]
    public async Task What_cannot_be_is_refused_in_words(string edit, string field, string value, string words)
    {
        var (ines, id) = await host.BeginWorksheetAsync("Bad input to the map");
        var before = await DocumentAsync(id);
        var reply = await SendAsync(ines, id, ("edit", edit), (field, value.Replace("FIRST", before.Scenes[0].Id)));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(words, await reply.Content.ReadAsStringAsync(Stop));
        Assert.Equal(before, await DocumentAsync(id));
    }
}
