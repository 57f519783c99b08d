using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Door;

namespace ZestySlate.Web.Tests;

/// <summary>The door of a class: a name that has come in opens it once; from another device one is let in, or shows one's own sign.</summary>
public sealed class DoorTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<ClassRecord> ClassAsync(params string[] names)
    {
        var ines = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        return (
            await host.WithAsync(
                (ClassStore classes) => classes.CreateAsync(ines, "Door " + Guid.NewGuid().ToString("N")[..6], string.Join('\n', names))
            )
        ).Value;
    }

    private static async Task<string> ComeAsync(HttpClient device, ClassRecord group, string name) =>
        (await device.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", name))).Headers.Location!.OriginalString;

    private static string AskOf(string waiting)
    {
        Assert.StartsWith("/waiting/", waiting);
        return waiting["/waiting/".Length..];
    }

    private static Task<HttpResponseMessage> AnswerAsync(HttpClient who, string ask, bool lets) =>
        who.PostFormAsync("/library", "/door", ("ask", ask), ("lets", lets ? "true" : "false"));

    [Fact]
    public async Task A_second_device_waits_until_the_teacher_lets_it_in_and_nobody_else_can()
    {
        var group = await ClassAsync("Brisk Bora", "Calm Cala");
        var (first, second, other) = (host.Visitor(), host.Visitor(), host.Visitor());
        Assert.Equal("/own-sign", await ComeAsync(first, group, "Brisk Bora"));
        await ComeAsync(other, group, "Calm Cala");
        var waiting = await ComeAsync(second, group, " brisk bora ");
        Assert.Equal(waiting, await ComeAsync(second, group, "Brisk Bora"));
        Assert.Contains("Somebody has come in under this name from another device.", await second.GetStringAsync(waiting, Stop));
        Assert.Equal("/sign-in", (await second.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
        Assert.Equal(HttpStatusCode.NotFound, (await other.GetAsync(waiting, Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await second.PostFormAsync("/join", waiting)).StatusCode);
        Assert.Equal("/sign-in", (await second.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);

        var (ines, mireille) = (await host.TeacherAsync("ines"), await host.TeacherAsync("mireille"));
        Assert.Contains("Brisk Bora", await ines.GetStringAsync("/door", Stop));
        Assert.DoesNotContain("Brisk Bora", await mireille.GetStringAsync("/door", Stop));
        Assert.DoesNotContain("Brisk Bora", await other.GetStringAsync("/door", Stop));
        await AnswerAsync(mireille, AskOf(waiting), true);
        Assert.DoesNotContain("The door is open.", await second.GetStringAsync(waiting, Stop));

        Assert.Contains("Brisk Bora may come in.", await (await AnswerAsync(ines, AskOf(waiting), true)).Content.ReadAsStringAsync(Stop));
        Assert.Contains("The door is open.", await second.GetStringAsync(waiting, Stop));
        Assert.Equal("/todo", (await second.PostFormAsync(waiting, waiting)).Headers.Location!.OriginalString);
        Assert.Equal(HttpStatusCode.OK, (await second.GetAsync("/todo", Stop)).StatusCode);
        Assert.Equal("/own-sign", await ComeAsync(second, group, "Brisk Bora"));
        var person = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group.Id && e.RosterName == "Brisk Bora").Select(e => e.PersonId).SingleAsync(Stop)
        );
        Assert.Contains("let in by you", await ines.GetStringAsync($"/classes/{group.Id}/learners/{person}", Stop));
    }

    [Fact]
    public async Task Who_is_in_sees_that_somebody_waits_and_lets_them_in_or_sends_them_away()
    {
        var group = await ClassAsync("Dulcie Dew");
        var (first, second, third) = (host.Visitor(), host.Visitor(), host.Visitor());
        await ComeAsync(first, group, "Dulcie Dew");
        var (mine, strange) = (await ComeAsync(second, group, "Dulcie Dew"), await ComeAsync(third, group, "Dulcie Dew"));
        Assert.Contains("Let them in only if it is you.", await first.GetStringAsync("/door", Stop));
        var page = await first.GetAsync("/a/garden", Stop);
        Assert.DoesNotContain("data-door hidden", await page.Content.ReadAsStringAsync(Stop));
        var events = SlateHost.Find(await first.GetStringAsync("/a/garden", Stop), "data-events=\"([^\"]+)\"");
        Assert.True((await first.GetAsync(events, Stop)).Headers.Contains("X-Slate-Door"));

        await first.PostFormAsync("/todo", "/door", ("ask", AskOf(strange)), ("lets", "false"));
        await first.PostFormAsync("/todo", "/door", ("ask", AskOf(mine)), ("lets", "true"));
        Assert.Equal("/todo", (await second.PostFormAsync(mine, mine)).Headers.Location!.OriginalString);
        Assert.Contains("You were not let in.", await third.GetStringAsync(strange, Stop));
        Assert.Equal(strange, await ComeAsync(third, group, "Dulcie Dew"));
        Assert.False((await first.GetAsync(events, Stop)).Headers.Contains("X-Slate-Door"));
    }

    [Fact]
    public async Task The_own_sign_opens_the_door_and_a_guessed_one_only_so_often()
    {
        var group = await ClassAsync("Ebba Ebb");
        var (first, second, guesser) = (host.Visitor(), host.Visitor(), host.Visitor());
        await ComeAsync(first, group, "Ebba Ebb");
        Assert.Contains(
            "A word has 5 to 60 letters.",
            await (await first.PostFormAsync("/own-sign", "/own-sign", ("word", "ebba"))).Content.ReadAsStringAsync(Stop)
        );
        Assert.Equal(
            "/todo",
            (await first.PostFormAsync("/own-sign", "/own-sign", ("first", "fish"), ("second", "moon"))).Headers.Location!.OriginalString
        );
        Assert.Equal("/todo", (await first.GetAsync("/own-sign", Stop)).Headers.Location!.OriginalString);

        var waiting = await ComeAsync(second, group, "Ebba Ebb");
        Assert.Contains(
            "That is not the sign.",
            await (
                await second.PostFormAsync(waiting, waiting + "?handler=Sign", ("first", "moon"), ("second", "fish"))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Equal(
            "/todo",
            (await second.PostFormAsync(waiting, waiting + "?handler=Sign", ("first", "fish"), ("second", "moon")))
                .Headers
                .Location!
                .OriginalString
        );

        // One wrong sign was given above; with four more there are as many as are taken.
        var guessing = await ComeAsync(guesser, group, "Ebba Ebb");
        for (var i = 1; i < Doors.MostWrongSigns; i++)
        {
            await guesser.PostFormAsync(guessing, guessing + "?handler=Sign", ("word", $"guess {i}"));
        }

        Assert.Contains(
            "No further try is taken.",
            await (
                await guesser.PostFormAsync("/join", guessing + "?handler=Sign", ("first", "fish"), ("second", "moon"))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Equal("/sign-in", (await guesser.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
    }

    [Fact]
    public async Task At_a_device_that_several_used_a_sign_is_asked_for_where_there_is_one()
    {
        var group = await ClassAsync("Fay Fog", "Gus Gale");
        var shared = host.Visitor();
        await ComeAsync(shared, group, "Fay Fog");
        await shared.PostFormAsync("/own-sign", "/own-sign", ("word", "Lighthouse"));
        Assert.Equal("/todo", await ComeAsync(shared, group, "Fay Fog"));
        Assert.Equal("/own-sign", await ComeAsync(shared, group, "Gus Gale"));
        var waiting = await ComeAsync(shared, group, "Fay Fog");
        Assert.Equal(
            "/todo",
            (await shared.PostFormAsync(waiting, waiting + "?handler=Sign", ("word", " LIGHTHOUSE "))).Headers.Location!.OriginalString
        );
        Assert.Equal("/own-sign", await ComeAsync(shared, group, "Gus Gale"));
    }

    [Fact]
    public async Task A_teacher_switches_the_door_off_and_forgets_devices_and_sign()
    {
        var group = await ClassAsync("Hale Haar", "Iva Ice");
        var (first, second, third) = (host.Visitor(), host.Visitor(), host.Visitor());
        await ComeAsync(first, group, "Hale Haar");
        await first.PostFormAsync("/own-sign", "/own-sign", ("word", "Lighthouse"));
        var ines = await host.TeacherAsync("ines");
        var person = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group.Id && e.RosterName == "Hale Haar").Select(e => e.PersonId).SingleAsync(Stop)
        );
        var page = $"/classes/{group.Id}/learners/{person}";
        Assert.Equal($"{page}?said=forgotten", (await ines.PostFormAsync(page, page + "?handler=Forget")).Headers.Location!.OriginalString);
        Assert.Equal("/sign-in", (await first.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
        Assert.Equal("/own-sign", await ComeAsync(second, group, "Hale Haar"));
        var late = await ComeAsync(third, group, "Hale Haar");
        await AnswerAsync(ines, AskOf(late), true);
        Assert.Contains("The door is open.", await third.GetStringAsync(late, Stop));
        await ines.PostFormAsync(page, page + "?handler=Forget");
        Assert.Equal(HttpStatusCode.OK, (await third.PostFormAsync("/join", late)).StatusCode);
        Assert.Equal("/sign-in", (await third.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
        Assert.Equal("/own-sign", await ComeAsync(second, group, "Hale Haar"));

        await ines.PostFormAsync($"/classes/{group.Id}", $"/classes/{group.Id}?handler=Identify", ("by", "Name"));
        Assert.Equal("/todo", await ComeAsync(third, group, "Hale Haar"));
        await ines.PostFormAsync($"/classes/{group.Id}", $"/classes/{group.Id}?handler=Identify", ("by", "Name"), ("holds", "true"));
        AskOf(await ComeAsync(host.Visitor(), group, "Hale Haar"));
    }

    [Theory]
    [InlineData("77")]
    [InlineData("")]
    [InlineData("Anybody")]
    public async Task What_is_no_choice_leaves_the_door_as_it_was(string by)
    {
        var group = await ClassAsync("Mare Mist");
        var ines = await host.TeacherAsync("ines");
        var page = $"/classes/{group.Id}";
        await ines.PostFormAsync(page, page + "?handler=Identify", ("by", "Number"), ("holds", "true"));
        await ines.PostFormAsync(page, page + "?handler=Identify", ("by", by));
        var kept = await host.DbAsync(db => db.Classes.AsNoTracking().SingleAsync(one => one.Id == group.Id, Stop));
        Assert.Equal((IdentifiedBy.Number, false), (kept.IdentifiedBy, kept.OpenDoor));
    }

    [Fact]
    public async Task So_many_wait_under_one_name_and_no_more()
    {
        var group = await ClassAsync("Juno Jet");
        await ComeAsync(host.Visitor(), group, "Juno Jet");
        for (var i = 0; i < Doors.MostWaiting; i++)
        {
            AskOf(await ComeAsync(host.Visitor(), group, "Juno Jet"));
        }

        var full = await host.Visitor().PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", "Juno Jet"));
        Assert.Contains("Several wait at the door", await full.Content.ReadAsStringAsync(Stop));
        Assert.Equal(Doors.MostWaiting, await host.DbAsync(db => db.DoorAsks.CountAsync(ask => ask.ClassId == group.Id, Stop)));
    }

    [Fact]
    public async Task Presses_at_once_are_one_and_of_many_devices_at_once_one_is_the_first()
    {
        var group = await ClassAsync("Kai Kelp", "Lena Lull");
        var device = host.Visitor();
        var page = await device.GetStringAsync("/join", Stop);
        Task<HttpResponseMessage> PressAsync(HttpClient one, string html, string name)
        {
            var fields = new Dictionary<string, string>
            {
                ["Code"] = group.Code,
                ["Name"] = name,
                ["proof"] = SlateHost.Find(html, "name=\"proof\" (?:type=\"hidden\" )?value=\"([^\"]+)\""),
            };
            return one.PostAsync("/join", new FormUrlEncodedContent(fields), Stop);
        }

        // The first press gives the device its cookie; then it is pressed eight times at once as somebody else.
        await PressAsync(device, page, "Kai Kelp");
        page = await device.GetStringAsync("/join", Stop);
        var pressed = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => PressAsync(device, page, "Lena Lull")));
        Assert.All(pressed, reply => Assert.Equal("/own-sign", reply.Headers.Location?.OriginalString));

        var other = await ClassAsync("Milo Mist");
        group = other;
        var devices = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async _ => host.Visitor() is var one ? (One: one, Page: await one.GetStringAsync("/join", Stop)) : default)
        );
        var came = await Task.WhenAll(devices.Select(one => PressAsync(one.One, one.Page, "Milo Mist")));
        Assert.Equal(1, came.Count(reply => reply.Headers.Location?.OriginalString == "/own-sign"));
        Assert.Equal(
            3,
            came.Count(reply => reply.Headers.Location?.OriginalString.StartsWith("/waiting/", StringComparison.Ordinal) is true)
        );
        var waits = devices[came.ToList().FindIndex(reply => reply.Headers.Location!.OriginalString != "/own-sign")];
        var again = await waits.One.GetStringAsync("/join", Stop);
        await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => PressAsync(waits.One, again, "Milo Mist")));
        Assert.Equal(3, await host.DbAsync(db => db.DoorAsks.CountAsync(ask => ask.ClassId == other.Id, Stop)));
    }
}
