using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Bench;

/// <summary>Opening and searching a library of 50 and of 5,000 activities, each as large as the demo's garden.</summary>
internal static class Libraries
{
    private static readonly string[] Words = ["cliff", "gull", "barometer", "tide", "harbour", "cloud", "buoy", "chart", "lamp", "rope"];

    public static async Task RunAsync()
    {
        var few = await MeasureAsync(50);
        var many = await MeasureAsync(5000);
        Console.WriteLine($"opening 50 activities       {few.Open}");
        Console.WriteLine($"opening 5,000 activities    {many.Open}");
        Console.WriteLine($"searching 50 activities     {few.Search}");
        Console.WriteLine($"searching 5,000 activities  {many.Search}");
        Console.WriteLine(
            $"ratio of medians            {many.Open.Median / few.Open.Median:0.00} opening, {many.Search.Median / few.Search.Median:0.00} searching"
        );
    }

    private static async Task<(Figures Open, Figures Search)> MeasureAsync(int activities)
    {
        await using var host = await Host.StartAsync();
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<SlateDb>();
            var mireille = await db.Users.SingleAsync(p => p.Email == "mireille.osei@gannetpoint.example");
            var garden = await db.Activities.AsNoTracking().SingleAsync(activity => activity.Id == "garden");
            var head = await db
                .Revisions.AsNoTracking()
                .SingleAsync(revision => revision.ActivityId == "garden" && revision.Number == garden.Head);
            var text = (await db.ActivityWords.AsNoTracking().SingleAsync(words => words.ActivityId == "garden")).Text;
            for (var i = 0; i < activities; i++)
            {
                var title = $"{Words[i % 10]} {Words[i / 10 % 10]} {i}";
                db.Activities.Add(
                    new ActivityRecord
                    {
                        Id = "many" + i,
                        OwnerId = mireille.Id,
                        Title = title,
                        Head = 1,
                        Version = 1,
                        Folder = $"{Words[i % 7]}/{Words[i % 3]}",
                        Subject = Words[i % 5],
                        ChangedAt = DateTimeOffset.UtcNow.AddMinutes(-i),
                    }
                );
                db.Revisions.Add(
                    new RevisionRecord
                    {
                        ActivityId = "many" + i,
                        Number = 1,
                        Summary = "Begun",
                        AuthorId = mireille.Id,
                        At = DateTimeOffset.UtcNow,
                        Document = head.Document,
                    }
                );
                db.ActivityWords.Add(new ActivityWords { ActivityId = "many" + i, Text = $"{title} {text}" });
            }

            await db.SaveChangesAsync();
        }

        var browser = host.Browser();
        var gate = await browser.GetStringAsync("/sign-in");
        await browser.PostAsync(
            "/sign-in",
            Host.Form(
                ("Email", "mireille.osei@gannetpoint.example"),
                ("Password", "barometer-rising"),
                ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""))
            )
        );
        return (
            await Figures.MeasureAsync(1, 60, async (_, _) => (await browser.GetStringAsync("/library")).ToString()),
            await Figures.MeasureAsync(1, 60, async (_, i) =>
                (await browser.GetStringAsync($"/library?words={Words[Math.Abs(i) % 10]}%20{Words[Math.Abs(i) % 4]}")).ToString()
            )
        );
    }
}
