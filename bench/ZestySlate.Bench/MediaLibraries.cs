using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Storage;
using ZestySlate.Storage.Media;

namespace ZestySlate.Bench;

/// <summary>Opening and searching a media library of 50 and of 5,000 entries.</summary>
internal static class MediaLibraries
{
    private static readonly string[] Words = ["cliff", "gull", "barometer", "tide", "harbour", "cloud", "buoy", "chart", "lamp", "rope"];

    public static async Task RunAsync()
    {
        var few = await MeasureAsync(50);
        var many = await MeasureAsync(5000);
        Console.WriteLine($"opening 50 entries       {few.Open}");
        Console.WriteLine($"opening 5,000 entries    {many.Open}   (aim: below 200 ms)");
        Console.WriteLine($"searching 50 entries     {few.Search}");
        Console.WriteLine($"searching 5,000 entries  {many.Search}   (aim: below 200 ms)");
        Console.WriteLine(
            $"ratio of medians         {many.Open.Median / few.Open.Median:0.00} opening, {many.Search.Median / few.Search.Median:0.00} searching"
        );
    }

    private static async Task<(Figures Open, Figures Search)> MeasureAsync(int entries)
    {
        await using var host = await Host.StartAsync();
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<SlateDb>();
            var mireille = await db.Users.SingleAsync(p => p.Email == "mireille.osei@gannetpoint.example");
            for (var i = 0; i < entries; i++)
            {
                var name = $"{Words[i % 10]} {Words[i / 10 % 10]} {i}";
                db.MediaItems.Add(
                    new MediaItem
                    {
                        Id = $"item{i}",
                        OwnerId = mireille.Id,
                        Hash = i.ToString("x64"),
                        Kind = MediaKind.Picture,
                        Name = name,
                        Folder = $"{Words[i % 7]}/{Words[i % 3]}",
                        Tags = Words[i % 4],
                        Width = 1600,
                        Height = 1000,
                        Bytes = 300_000,
                        AddedAt = DateTimeOffset.UtcNow.AddMinutes(-i),
                        SearchText = $"{name} {Words[i % 4]} a picture taken above the sea on a clear morning",
                    }
                );
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
            await Figures.MeasureAsync(1, 100, async (_, _) => (await browser.GetStringAsync("/media-library")).ToString()),
            await Figures.MeasureAsync(1, 100, async (_, i) =>
                (
                    await browser.GetStringAsync($"/media-library/picker?words={Words[Math.Abs(i) % 10]}%20{Words[Math.Abs(i) % 4]}")
                ).ToString()
            )
        );
    }
}
