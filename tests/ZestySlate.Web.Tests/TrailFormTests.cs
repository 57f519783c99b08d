using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Trails;

namespace ZestySlate.Web.Tests;

/// <summary>Trails built by the workbench's forms, of scenes and of activities that stay linked.</summary>
public sealed class TrailFormTests(SlateHost host)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private async Task<Trail> TrailOf(string id) => (await host.DocumentAsync(id)).Trail!;

    private Task<HttpResponseMessage> EditAsync(HttpClient ines, string id, params (string, string)[] fields) =>
        host.SendFormAsync(ines, id, "/edit", fields);

    private Task<HttpResponseMessage> TakeAsync(HttpClient ines, string id, string from, string how) =>
        host.SendFormAsync(ines, id, "/reuse", ("from", from), ("what", "stop"), ("how", how));

    /// <summary>An activity of one true-or-false question, published.</summary>
    private async Task<string> SourceAsync(string title)
    {
        var (ines, id) = await host.BeginWorksheetAsync(title, "Gannets dive.\nanswer: true");
        var scene = (await host.DocumentAsync(id)).Scenes[0].Id;
        await EditAsync(ines, id, ("edit", "scene"), ("scene", scene), ("title", title));
        await PublishAsync(ines, id);
        return id;
    }

    private static Task<HttpResponseMessage> PublishAsync(HttpClient ines, string id) =>
        ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Publish", ("visibility", "Link"));

    [Fact]
    public async Task Stops_are_added_ruled_and_rewarded_by_forms()
    {
        var (ines, id) = await host.BeginWorksheetAsync("A trail of its own");
        var cover = (await host.DocumentAsync(id)).Scenes[0].Id;
        await EditAsync(ines, id, ("edit", "addStop"), ("newId", "first"));
        await EditAsync(ines, id, ("edit", "addStop"), ("newId", "second"));
        Assert.Equal(["first", "second"], (await TrailOf(id)).Stops.Select(stop => stop.Id));
        await EditAsync(ines, id, ("edit", "trail"), ("shown", "Unfolding"), ("sheet", cover), ("closing", "yes"));
        Assert.Equal(
            (TrailShown.Unfolding, cover, true),
            ((await TrailOf(id)).Shown, (await TrailOf(id)).Sheet, (await TrailOf(id)).Closing)
        );

        await EditAsync(
            ines,
            id,
            ("edit", "stop"),
            ("stop", "first"),
            ("title", "Begin"),
            ("counts", "as"),
            ("goes", "once"),
            ("reward", "yes")
        );
        await EditAsync(
            ines,
            id,
            ("edit", "stop"),
            ("stop", "first"),
            ("title", "Begin"),
            ("counts", "times"),
            ("weight", "2.5"),
            ("goes", "won"),
            ("tries", "3"),
            ("reveal", "end"),
            ("reward", "yes"),
            ("rewardTitle", "Compass"),
            ("from", "80 %"),
            ("rewardText", "<p>Well done.</p><script>alert(1)</script>")
        );
        var first = (await TrailOf(id)).StopOf("first")!;
        Assert.Equal(
            ("Begin", 2.5m, Stop.UntilWon, 3, RevealMoment.AfterEnd),
            (first.Title, first.Weight, first.Goes, first.Tries, first.Reveal!.Points)
        );
        Assert.Equal(("Compass", 80m, "<p>Well done.</p>"), (first.Reward!.Title, first.Reward.From, first.Reward.Text.Html));
        await EditAsync(
            ines,
            id,
            ("edit", "stop"),
            ("stop", "first"),
            ("counts", "not"),
            ("goes", "times"),
            ("times", "4"),
            ("reveal", "trail")
        );
        first = (await TrailOf(id)).StopOf("first")!;
        Assert.Equal((0m, 4, null, null, null), (first.Weight, first.Goes, first.Tries, first.Reveal, first.Reward));

        await EditAsync(ines, id, ("edit", "moveStop"), ("stop", "second"), ("steps", "-1"));
        Assert.Equal(["second", "first"], (await TrailOf(id)).Stops.Select(stop => stop.Id));
        await EditAsync(ines, id, ("edit", "lockStops"));
        var document = await host.DocumentAsync(id);
        Assert.Equal(["second"], Assert.IsType<RewardKey>(document.ScenesOf("first").Single().Lock!.Key).Stops);
        var there = document.ScenesOf("first").Single().Id;
        await EditAsync(
            ines,
            id,
            ("edit", "lock"),
            ("item", there),
            ("opensBy", "reward"),
            ("stop", "second"),
            ("stop", "first"),
            ("stopsAtLeast", "1")
        );
        Assert.Equal(1, ((RewardKey)(await host.DocumentAsync(id)).SceneOf(there)!.Lock!.Key).Enough);
        await EditAsync(ines, id, ("edit", "sceneStop"), ("scene", there), ("stop", ""));
        Assert.Null((await host.DocumentAsync(id)).SceneOf(there)!.Stop);
        await EditAsync(ines, id, ("edit", "removeStop"), ("stop", "second"), ("scenesToo", "yes"));
        Assert.Equal(2, (await host.DocumentAsync(id)).Scenes.Count);
        Assert.Contains("is empty: no scene is part of it", WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}", Cancel)));
    }

    [Theory]
    [InlineData("weight", "100.01")]
    [InlineData("weight", "-1")]
    [InlineData("tries", "0")]
    [InlineData("tries", "101")]
    [InlineData("from", "100.5")]
    [InlineData("stop", "nowhere")]
    public async Task What_cannot_be_is_refused_in_words(string field, string value)
    {
        var (ines, id) = await host.BeginWorksheetAsync("Refused");
        await EditAsync(ines, id, ("edit", "addStop"), ("newId", "first"));
        var before = await host.DocumentAsync(id);
        List<(string, string)> fields =
        [
            ("edit", "stop"),
            ("stop", "first"),
            ("counts", "times"),
            ("reward", "yes"),
            ("rewardTitle", "x"),
            ("weight", "2"),
        ];
        fields.RemoveAll(one => one.Item1 == field);
        var reply = await EditAsync(ines, id, [.. fields, (field, value)]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.NotEmpty(await reply.Content.ReadAsStringAsync(Cancel));
        Assert.Equal(before, await host.DocumentAsync(id));
    }

    [Fact]
    public async Task A_linked_stop_is_brought_up_to_date_and_shown_before_it_is_published()
    {
        var source = await SourceAsync("Birds");
        var (ines, id) = await host.BeginWorksheetAsync("Trail of birds");
        Assert.Equal(HttpStatusCode.OK, (await TakeAsync(ines, id, source, "link")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await TakeAsync(ines, id, source, "copy")).StatusCode);
        var trail = await TrailOf(id);
        Assert.Equal([1, null], trail.Stops.Select(stop => stop.Origin?.Edition));
        Assert.Equal(2, (await host.DocumentAsync(id)).Asked.Count());
        await PublishAsync(ines, id);

        var scene = (await host.DocumentAsync(source)).Scenes[0].Id;
        await EditAsync(ines, source, ("edit", "scene"), ("scene", scene), ("title", "Sea birds"));
        await PublishAsync(ines, source);
        var page = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}/publish", Cancel));
        Assert.Contains("There is something newer", page);
        Assert.Contains("Edition 2 is out.", WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}", Cancel)));
        var reply = await ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Stops");
        page = WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Cancel));
        Assert.Contains("learners' spots: Sea birds", page);
        Assert.DoesNotContain("There is something newer", page);
        var document = await host.DocumentAsync(id);
        Assert.Equal(["Sea birds", "Birds"], document.Trail!.Stops.Select(stop => document.ScenesOf(stop.Id).Single().Title));

        // Cut, it is asked about no more, and cannot be updated.
        await EditAsync(ines, id, ("edit", "cutStopLink"), ("stop", trail.Stops[0].Id));
        var refused = await host.SendFormAsync(ines, id, "/update", ("item", trail.Stops[0].Id));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
    }

    [Fact]
    public async Task A_trail_is_not_inside_itself_through_any_number_of_others()
    {
        var inner = await SourceAsync("Innermost");
        var (ines, one) = await host.BeginWorksheetAsync("One");
        var (_, two) = await host.BeginWorksheetAsync("Two");
        var (_, three) = await host.BeginWorksheetAsync("Three");
        await TakeAsync(ines, one, inner, "link");
        await PublishAsync(ines, one);
        await TakeAsync(ines, two, one, "link");
        await PublishAsync(ines, two);
        await TakeAsync(ines, three, two, "link");
        await PublishAsync(ines, three);
        Assert.Equal(["Two", "One", "Innermost"], (await TrailOf(three)).Stops.Select(stop => stop.Title));
        foreach (var into in new[] { inner, one, two, three })
        {
            var reply = await TakeAsync(ines, into, three, "link");
            Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
            Assert.Contains("inside itself", await reply.Content.ReadAsStringAsync(Cancel));
        }

        // A copy is no circle.
        Assert.Equal(HttpStatusCode.OK, (await TakeAsync(ines, one, three, "copy")).StatusCode);
    }

    [Fact]
    public async Task What_one_may_not_read_is_no_stop_and_what_is_gone_is_no_update()
    {
        var source = await SourceAsync("Mine alone");
        var (ines, id) = await host.BeginWorksheetAsync("Takes it");
        await TakeAsync(ines, id, source, "link");
        var stop = (await TrailOf(id)).Stops[0].Id;
        var tobiah = await host.TeacherAsync("tobiah");
        var (_, unpublished) = await host.BeginWorksheetAsync("Never published");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await TakeAsync(ines, id, unpublished, "link")).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await TakeAsync(ines, id, "nowhere", "copy")).StatusCode);
        await host.WithAsync(
            async (Storage.SlateDb db) =>
            {
                db.Activities.Remove((await db.Activities.FindAsync(source))!);
                await db.SaveChangesAsync();
                return true;
            }
        );
        var reply = await host.SendFormAsync(ines, id, "/update", ("item", stop));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains("not there any more", await reply.Content.ReadAsStringAsync(Cancel));
        Assert.Contains("an activity that is gone", WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}", Cancel)));
        Assert.NotNull(tobiah);
    }
}
