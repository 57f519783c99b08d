using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

public sealed class ReviewTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_text_is_given_points_by_its_rubric_and_given_back()
    {
        var activity = await EssayAsync();
        var learner = await host.LinkVisitorAsync("Essay Esme", activity);
        var work = SlateHost.Find(await learner.GetStringAsync($"/a/{activity}", Stop), "data-attempt=\"([^\"]+)\"");
        await learner.SendEventAsync($"/a/{activity}", ("act", "answer"), ("spot", "why"), ("event", "a"), ("text", "Because of the sun."));
        var ines = await host.TeacherAsync("ines");
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/{activity}/review/{work}", Stop)).StatusCode);
        await learner.SendEventAsync($"/a/{activity}", ("act", "handIn"), ("event", "h"));

        var address = $"/author/{activity}/review/{work}";
        Assert.Contains("Review: 1 waits", await ines.GetStringAsync($"/author/{activity}/results", Stop));
        Assert.Contains("1 answer waits for you", await ines.GetStringAsync(address, Stop));
        var refused = await ines.PostFormAsync(address, address, ("spot", "why"), ("row-clear", "3"), ("comment", "Well said."));
        var page = WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains("“Clear” earns between 0 and 2 points.", page);
        Assert.Contains(">Well said.</textarea>", page);
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await ines.PostFormAsync(address, address, ("spot", "why"), ("row-clear", "1,5"), ("comment", "Well said."))).StatusCode
        );
        Assert.Contains("nothing waits for you", await ines.GetStringAsync(address, Stop));

        Assert.DoesNotContain("Well said.", await learner.GetStringAsync($"/a/{activity}", Stop));
        await ines.PostFormAsync(address, address + "?handler=Return");
        var returned = WebUtility.HtmlDecode(await learner.GetStringAsync($"/a/{activity}", Stop));
        Assert.Contains("Well said.", returned);
        Assert.Contains("Clear: 1.5 of 2 points", returned);
        Assert.Contains("given back", await ines.GetStringAsync($"/author/{activity}/results", Stop));

        // No other teacher's, and not through another activity.
        var mireille = await host.TeacherAsync("mireille");
        Assert.Contains("/not-yours", (await mireille.GetAsync(address, Stop)).Headers.Location!.OriginalString);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/garden/review/{work}", Stop)).StatusCode);
        await ines.PostFormAsync(address, address + "?handler=TakeBack");
        Assert.DoesNotContain("Well said.", await learner.GetStringAsync($"/a/{activity}", Stop));
    }

    [Fact]
    public async Task What_is_typed_is_kept_by_itself_never_over_a_colleague_and_taken_back_as_a_whole()
    {
        var activity = await EssayAsync();
        var learner = await host.LinkVisitorAsync("Kept Kei", activity);
        var work = SlateHost.Find(await learner.GetStringAsync($"/a/{activity}", Stop), "data-attempt=\"([^\"]+)\"");
        const string Long = "Because the land warms up faster than the sea does.";
        await learner.SendEventAsync($"/a/{activity}", ("act", "answer"), ("spot", "why"), ("event", "a"), ("text", Long));
        await learner.SendEventAsync($"/a/{activity}", ("act", "handIn"), ("event", "h"));
        var ines = await host.TeacherAsync("ines");
        var address = $"/author/{activity}/review/{work}";

        // The learner's own page, with what is right as they will read it.
        Assert.Contains("data-note-text", await ines.GetStringAsync(address, Stop));
        ines.DefaultRequestHeaders.Add("HX-Request", "true");
        var first = await KeepAsync("", ("row-clear", "1"));
        Assert.Contains("1 of 2 points", first);
        Assert.Contains("nothing waits for you", first);
        var seen = SlateHost.Find(first, "name=\"seen\" value=\"([^\"]+)\" id=\"seen-why\"");
        var second = await KeepAsync(seen, ("row-clear", "1"), ("note-anchor", "words 12 16"), ("note-text", "Say more."));
        Assert.Contains("<span class=\"commented\">land</span>", second);
        Assert.Equal(2, await SaidAsync());

        // The same once more says nothing new, from whatever page it comes.
        var newest = SlateHost.Find(second, "name=\"seen\" value=\"([^\"]+)\" id=\"seen-why\"");
        await KeepAsync(newest, ("row-clear", "1"), ("note-anchor", "words 12 16"), ("note-text", "Say more."));
        Assert.Equal(2, await SaidAsync());

        // A page that does not know the newest is told of it, and may put its own in that place.
        var stale = await KeepAsync(seen, ("row-clear", "2"));
        Assert.Contains("reviewed this meanwhile", stale);
        Assert.DoesNotContain("data-note-text", stale);
        Assert.Equal(newest, SlateHost.Find(stale, "name=\"over\" value=\"([^\"]+)\""));
        Assert.Contains("2 of 2 points", await KeepAsync(seen, ("row-clear", "2"), ("over", newest)));
        Assert.Contains("“Clear” earns between 0 and 2 points.", await KeepAsync("", ("row-clear", "2.01")));

        ines.DefaultRequestHeaders.Remove("HX-Request");
        await ines.PostFormAsync(address, address, ("spot", "why"), ("undo", "yes"));
        Assert.Contains("1 answer waits for you", await ines.GetStringAsync(address, Stop));

        async Task<string> KeepAsync(string seen, params (string, string)[] fields) =>
            WebUtility.HtmlDecode(
                await (await ines.PostFormAsync(address, address, [("spot", "why"), ("seen", seen), .. fields])).Content.ReadAsStringAsync(
                    Stop
                )
            );

        Task<int> SaidAsync() =>
            host.DbAsync(db => db.Events.CountAsync(happened => happened.AttemptId == work && happened.Json.Contains("reviewed")));
    }

    /// <summary>A published activity that asks for a text, marked by a rubric of two points.</summary>
    private async Task<string> EssayAsync() =>
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example"));
                var text = new LongTextQuestion
                {
                    Prompt = RichText.Plain("Why?"),
                    WaitsForPerson = true,
                    Rubric =
                    [
                        new RubricRow
                        {
                            Id = "clear",
                            Title = "Clear",
                            Points = 2,
                        },
                    ],
                };
                var draft = await store.CreateAsync(
                    ines.Id,
                    new Activity
                    {
                        Title = "Essay",
                        Scenes =
                        [
                            new Scene
                            {
                                Id = "s",
                                Backdrop = new PageBackdrop(default),
                                Spots =
                                [
                                    new Spot
                                    {
                                        Id = "why",
                                        Place = new AtPoint(0.5, 0.5),
                                        Content = new Ask(text),
                                    },
                                ],
                            },
                        ],
                    }
                );
                await store.PublishAsync(draft.Record.Id, ines.Id);
                await store.SetVisibilityAsync(draft.Record.Id, Visibility.Link);
                return draft.Record.Id;
            }
        );
}
