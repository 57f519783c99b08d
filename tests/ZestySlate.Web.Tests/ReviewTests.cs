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
        var activity = await host.WithAsync(
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
}
