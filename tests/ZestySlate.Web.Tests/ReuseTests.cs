using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>Taking what exists already: copied, linked with updates, inside another; and web pages as activities.</summary>
public sealed class ReuseTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Task<Draft> DraftAsync(string id) => host.WithAsync(async (ActivityStore store) => (await store.DraftAsync(id))!);

    private async Task<string> NewAsync(HttpClient teacher, string title = "Target")
    {
        var made = await teacher.PostFormAsync(
            "/new",
            "/new?handler=page",
            ("address", "tides.example/today"),
            ("title", title),
            ("width", "1000"),
            ("height", "700"),
            ("resizes", "yes")
        );
        return made.Headers.Location!.OriginalString.Split('/')[^1];
    }

    private async Task<HttpResponseMessage> PostAsync(HttpClient teacher, string id, string path, params (string, string)[] fields) =>
        await teacher.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}{path}",
            [.. fields, ("version", (await DraftAsync(id)).Record.Version.ToString()), ("at", (await DraftAsync(id)).Document.Scenes[0].Id)]
        );

    [Fact]
    public async Task A_web_page_becomes_an_activity_that_can_be_published_and_is_tracked_as_opened()
    {
        var ines = await host.TeacherAsync("ines");
        var id = await NewAsync(ines, "Tides of today");
        var page = Assert.IsType<WebPageBackdrop>((await DraftAsync(id)).Document.Scenes[0].Backdrop);
        Assert.Equal(("https://tides.example/today", 1000, 700, true), (page.Address, page.Width, page.Height, page.Resizes));
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await ines.PostFormAsync("/new", $"/author/{id}/publish?handler=Publish", ("visibility", "Link"))).StatusCode
        );
        var learner = await host.LinkVisitorAsync("Wren", id);
        var html = WebUtility.HtmlDecode(await learner.GetStringAsync($"/a/{id}", Stop));
        Assert.Contains("src=\"https://tides.example/today\"", html);
        Assert.Contains("sandbox=\"allow-scripts", html);
        Assert.Contains("Completed", html);
        Assert.Contains("Wren", await ines.GetStringAsync($"/author/{id}/results", Stop));
    }

    [Theory]
    [InlineData("javascript:alert(1)")]
    [InlineData("file:///etc/passwd")]
    [InlineData("ftp://tides.example")]
    [InlineData("not a page")]
    public async Task Only_pages_of_the_web_become_activities(string address)
    {
        var ines = await host.TeacherAsync("ines");
        var page = WebUtility.HtmlDecode(
            await (
                await ines.PostFormAsync("/new", "/new?handler=page", ("address", address), ("width", "800"), ("height", "600"))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("is not the address of a web page", page);
    }

    [Fact]
    public async Task A_page_of_our_own_is_framed_without_its_origin()
    {
        var ines = await host.TeacherAsync("ines");
        var id = await NewAsync(ines);
        var scene = (await DraftAsync(id)).Document.Scenes[0].Id;
        await PostAsync(
            ines,
            id,
            "/edit",
            ("edit", "asPage"),
            ("scene", scene),
            ("address", "http://localhost/library"),
            ("width", "800"),
            ("height", "600")
        );
        var html = await (await ines.PostFormAsync($"/author/{id}", $"/author/{id}/trial")).Content.ReadAsStringAsync(Stop);
        Assert.DoesNotContain("allow-same-origin", html, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_scene_is_copied_with_ids_of_its_own()
    {
        var ines = await host.TeacherAsync("ines");
        var id = await NewAsync(ines);
        Assert.Equal(
            HttpStatusCode.OK,
            (await PostAsync(ines, id, "/reuse", ("from", "garden"), ("item", "garden"), ("how", "copy"), ("what", "part"))).StatusCode
        );
        var copy = (await DraftAsync(id)).Document.Scenes[1];
        Assert.Null(copy.Origin);
        Assert.Equal(13, copy.Spots.Count);
        Assert.DoesNotContain(copy.Spots, spot => spot.Id == "shelter");
    }

    [Fact]
    public async Task A_linked_scene_shows_from_which_edition_and_takes_the_update()
    {
        var ines = await host.TeacherAsync("ines");
        var source = await NewAsync(ines, "The daily board");
        await ines.PostFormAsync("/new", $"/author/{source}/publish?handler=Publish", ("visibility", "Link"));
        var scene = (await DraftAsync(source)).Document.Scenes[0].Id;
        var id = await NewAsync(ines);
        var linked = await PostAsync(ines, id, "/reuse", ("from", source), ("item", scene), ("how", "link"), ("what", "part"));
        Assert.Contains("Linked to “The daily board”, edition 1.", WebUtility.HtmlDecode(await linked.Content.ReadAsStringAsync(Stop)));

        await PostAsync(ines, source, "/edit", ("edit", "scene"), ("scene", scene), ("title", "Board of Tuesday"));
        await ines.PostFormAsync("/new", $"/author/{source}/publish?handler=Publish", ("visibility", "Link"));
        var twin = (await DraftAsync(id)).Document.Scenes[1].Id;
        var rooms = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}/rooms?at={twin}", Stop));
        Assert.Contains("Take edition 2", rooms);
        await PostAsync(ines, id, "/update", ("item", twin));
        Assert.Equal(
            ("Board of Tuesday", 2),
            ((await DraftAsync(id)).Document.Scenes[1].Title, (await DraftAsync(id)).Document.Scenes[1].Origin!.Edition)
        );
        await PostAsync(ines, id, "/edit", ("edit", "cutLink"), ("item", twin));
        Assert.Null((await DraftAsync(id)).Document.Scenes[1].Origin);
    }

    [Fact]
    public async Task A_draft_can_be_copied_from_but_not_linked_to()
    {
        var ines = await host.TeacherAsync("ines");
        var source = await NewAsync(ines, "Only a draft");
        var scene = (await DraftAsync(source)).Document.Scenes[0].Id;
        var id = await NewAsync(ines);
        var reply = await PostAsync(ines, id, "/reuse", ("from", source), ("item", scene), ("how", "link"), ("what", "part"));
        Assert.Contains("is not published", await reply.Content.ReadAsStringAsync(Stop));
        Assert.Equal(
            HttpStatusCode.OK,
            (await PostAsync(ines, id, "/reuse", ("from", source), ("item", scene), ("how", "copy"), ("what", "part"))).StatusCode
        );
    }

    [Fact]
    public async Task A_colleagues_activity_is_found_by_its_address_when_it_is_shared()
    {
        var mireille = await host.TeacherAsync("mireille");
        var id = await NewAsync(mireille);
        Assert.DoesNotContain("data-from=\"garden\"", await mireille.GetStringAsync($"/author/{id}/reuse?words=garden", Stop));
        Assert.Contains("data-from=\"garden\"", await mireille.GetStringAsync($"/author/{id}/reuse?words=http://localhost/a/garden", Stop));
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await PostAsync(mireille, id, "/reuse", ("from", "garden"), ("item", "askglass"), ("how", "copy"), ("what", "part"))
            ).StatusCode
        );
        Assert.Single((await DraftAsync(id)).Document.Asked);

        var ines = await host.TeacherAsync("ines");
        var secret = await NewAsync(ines, "Private");
        Assert.DoesNotContain("Private", await mireille.GetStringAsync($"/author/{id}/reuse?words=/a/{secret}", Stop));
        Assert.Contains(
            "not shared",
            await (
                await PostAsync(mireille, id, "/reuse", ("from", secret), ("item", "x"), ("how", "copy"), ("what", "part"))
            ).Content.ReadAsStringAsync(Stop)
        );
    }

    [Fact]
    public async Task An_activity_cannot_be_inside_itself_at_any_depth()
    {
        var ines = await host.TeacherAsync("ines");
        var outer = await NewAsync(ines, "Outer");
        var inner = await NewAsync(ines, "Inner");
        foreach (var id in new[] { outer, inner })
        {
            await ines.PostFormAsync("/new", $"/author/{id}/publish?handler=Publish", ("visibility", "Link"));
            await PostAsync(
                ines,
                id,
                "/edit",
                ("edit", "add"),
                ("scene", (await DraftAsync(id)).Document.Scenes[0].Id),
                ("newId", "slot" + id),
                ("kind", "insert"),
                ("x", "0.5"),
                ("y", "0.5")
            );
        }

        Assert.Contains(
            "cannot be inside itself",
            await (
                await PostAsync(ines, outer, "/reuse", ("from", outer), ("what", "inside"), ("spot", "slot" + outer))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await PostAsync(ines, outer, "/reuse", ("from", inner), ("what", "inside"), ("spot", "slot" + outer))).StatusCode
        );
        Assert.Contains(
            "cannot be inside itself",
            await (
                await PostAsync(ines, inner, "/reuse", ("from", outer), ("what", "inside"), ("spot", "slot" + inner))
            ).Content.ReadAsStringAsync(Stop)
        );
    }

    [Fact]
    public async Task Learners_go_over_to_another_activity_and_come_back_only_to_one_that_leads_there()
    {
        var ines = await host.TeacherAsync("ines");
        var here = await NewAsync(ines, "The hall");
        await PostAsync(
            ines,
            here,
            "/edit",
            ("edit", "add"),
            ("scene", (await DraftAsync(here)).Document.Scenes[0].Id),
            ("newId", "over"),
            ("kind", "insert"),
            ("x", "0.5"),
            ("y", "0.5")
        );
        await PostAsync(ines, here, "/reuse", ("from", "todaymap"), ("what", "inside"), ("spot", "over"));
        await PostAsync(ines, here, "/edit", ("edit", "insert"), ("spot", "over"), ("title", "The map"), ("goesOver", "yes"));
        await ines.PostFormAsync("/new", $"/author/{here}/publish?handler=Publish", ("visibility", "Link"));
        var learner = await host.LinkVisitorAsync(activity: here);
        var page = await learner.GetStringAsync($"/a/{here}", Stop);
        Assert.Contains($"href=\"/a/todaymap?back={here}\"", page);
        Assert.DoesNotContain("data-src=\"/a/todaymap", page);
        var there = await learner.GetStringAsync($"/a/todaymap?back={here}", Stop);
        Assert.Matches($"href=\"/a/{here}\"[^>]*>.*Back to The hall", there.ReplaceLineEndings(" "));
        foreach (var elsewhere in new[] { "garden", "gone", "todaymap", "https://elsewhere.example" })
        {
            Assert.DoesNotContain("Back to", await learner.GetStringAsync($"/a/todaymap?back={Uri.EscapeDataString(elsewhere)}", Stop));
        }
    }

    [Fact]
    public async Task An_inserted_activity_is_always_the_newest_for_those_who_looked_before()
    {
        var learner = await host.LinkVisitorAsync(activity: "watchroom");
        Assert.Contains("data-src=\"/a/todaymap\"", await learner.GetStringAsync("/a/watchroom", Stop));
        Assert.Contains("anticlockwise round it", await learner.GetStringAsync("/a/todaymap", Stop));
        var ines = await host.TeacherAsync("ines");
        await PostAsync(ines, "todaymap", "/edit", ("edit", "scene"), ("scene", "m"), ("title", "This evening, 18:00"));
        await ines.PostFormAsync("/new", "/author/todaymap/publish?handler=Publish", ("visibility", "Link"));
        Assert.Contains("This evening, 18:00", await learner.GetStringAsync("/a/todaymap", Stop));
    }
}
