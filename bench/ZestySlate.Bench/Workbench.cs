using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Bench;

/// <summary>From a moved spot to the saved and redrawn rooms: at 3 spots, at 60, and at 60 in each of 30 scenes.</summary>
internal static class Workbench
{
    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        var browser = host.Browser();
        var gate = await browser.GetStringAsync("/sign-in");
        await browser.PostAsync(
            "/sign-in",
            Host.Form(
                ("Email", "ines.halloran@gannetpoint.example"),
                ("Password", "barometer-rising"),
                ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""))
            )
        );
        var few = await MoveAsync(host, browser, 3, 1);
        var many = await MoveAsync(host, browser, 60, 1);
        var rooms = await MoveAsync(host, browser, 60, 30);
        Console.WriteLine($"moving one of 3 spots    {few}");
        Console.WriteLine($"moving one of 60 spots   {many}   (aim: below 100 ms)");
        Console.WriteLine($"the same in 30 scenes    {rooms}   (aim: below 100 ms)");
        Console.WriteLine($"ratio of medians         {many.Median / few.Median:0.00}, {rooms.Median / few.Median:0.00}");
    }

    private static async Task<Figures> MoveAsync(Host host, HttpClient browser, int spots, int scenes)
    {
        string id;
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
            var ines = await scope
                .ServiceProvider.GetRequiredService<SlateDb>()
                .Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example");
            var garden = store.Edition("garden", 1);
            var question = new Ask(MultipleChoiceQuestion.New() with { Prompt = RichText.Plain("What turns the cups of the anemometer?") });
            id = (
                await store.CreateAsync(
                    ines.Id,
                    garden with
                    {
                        Scenes =
                        [
                            .. Enumerable
                                .Range(0, scenes)
                                .Select(n =>
                                    garden.Scenes[0] with
                                    {
                                        Id = "scene" + n,
                                        Title = "Scene " + n,
                                        Spots =
                                        [
                                            .. Enumerable
                                                .Range(0, spots)
                                                .Select(i => new Spot
                                                {
                                                    Id = n == 0 ? "s" + i : $"s{n}x{i}",
                                                    Place = new AtPoint(i % 10 / 10.0, i / 10 / 6.0),
                                                    Content =
                                                        i == 0 ? new Jump("scene" + ((n + 1) % scenes))
                                                        : i % 3 == 0 ? question
                                                        : new Note
                                                        {
                                                            Title = "Note " + i,
                                                            Text = RichText.Plain(
                                                                "Words of some length for the note, as authors write them."
                                                            ),
                                                        },
                                                }),
                                        ],
                                    }
                                ),
                        ],
                    }
                )
            ).Record.Id;
        }

        var proof = Host.Find(await browser.GetStringAsync($"/author/{id}"), "data-proof=\"([^\"]+)\"");
        var version = 1;
        return await Figures.MeasureAsync(1, 150, async (_, i) =>
        {
            var reply = await browser.PostAsync(
                $"/author/{id}/edit",
                Host.Form(
                    ("edit", "move"),
                    ("spot", "s" + Math.Abs(i) % spots),
                    ("x", (Math.Abs(i) % 97 / 97.0).ToString(System.Globalization.CultureInfo.InvariantCulture)),
                    ("y", "0.5"),
                    ("version", version.ToString()),
                    ("proof", proof)
                )
            );
            reply.EnsureSuccessStatusCode();
            await reply.Content.ReadAsStringAsync();
            version = int.Parse(reply.Headers.GetValues("X-Slate-Version").Single());
        });
    }
}
