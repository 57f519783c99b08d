using System.Collections.Concurrent;
using System.Net;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using ZestySlate.Storage;

namespace ZestySlate.Bench;

/// <summary>Learners who hand over one photo after the other while the server is killed.</summary>
internal sealed class KilledUploads
{
    private const int Hands = 8;
    private readonly ConcurrentBag<Photo> _taken = [];
    private int _number;

    /// <summary>A photo that was acknowledged, with the fingerprint of what was shown of it then; null when that was not seen any more.</summary>
    private sealed record Photo(HttpClient Browser, string Address, string Name, string? Shown);

    /// <summary>How many were acknowledged.</summary>
    public int Acknowledged => _taken.Count;

    /// <summary>Hands over until the server is gone.</summary>
    public Task WorkAsync(Server server, CancellationToken stop) =>
        Task.WhenAll(
            Enumerable
                .Range(0, Hands)
                .Select(async _ =>
                {
                    try
                    {
                        var learner = await Burdens.ComeAsync(server, "Hands", "breeze");
                        while (!stop.IsCancellationRequested)
                        {
                            await HandAsync(learner, Interlocked.Increment(ref _number));
                        }
                    }
                    catch (Exception problem) when (problem is HttpRequestException or OperationCanceledException)
                    {
                        // The server was killed.
                    }
                })
        );

    private async Task HandAsync((HttpClient Browser, string Events, string Proof) learner, int number)
    {
        var name = $"photo-{number}.png";
        using var form = new MultipartFormDataContent
        {
            { new StringContent("flag"), "spot" },
            { new ByteArrayContent(Picture(number)), "file", name },
        };
        form.Headers.Add("X-Slate-Proof", learner.Proof);
        var files = learner.Events.Replace("/events", "/files", StringComparison.Ordinal);
        using var reply = await learner.Browser.PostAsync(files, form);
        if (reply.StatusCode == HttpStatusCode.OK)
        {
            var id = JsonDocument.Parse(await reply.Content.ReadAsStringAsync()).RootElement.GetProperty("id").GetString();
            var shown = await ShownAsync(learner.Browser, $"{files}/{id}");
            _taken.Add(new Photo(learner.Browser, $"{files}/{id}", name, shown));
        }
    }

    /// <summary>What was acknowledged and is not shown any more or is another, or is kept more than once.</summary>
    public async Task<(int Lost, int Twice)> FaultsAsync(SlateDb db)
    {
        var lost = 0;
        foreach (var photo in _taken)
        {
            var now = await ShownAsync(photo.Browser, photo.Address);
            lost += now is null || (photo.Shown is { } then && then != now) ? 1 : 0;
        }

        var kept = await db
            .HandedFiles.Where(file => file.Name.StartsWith("photo-"))
            .GroupBy(file => file.Name)
            .Select(one => new { Name = one.Key, Times = one.Count() })
            .ToListAsync();
        return (lost, kept.Count(one => one.Times > 1));
    }

    private static async Task<string?> ShownAsync(HttpClient browser, string address)
    {
        try
        {
            using var reply = await browser.GetAsync(address);
            return reply.IsSuccessStatusCode ? Convert.ToHexString(SHA256.HashData(await reply.Content.ReadAsByteArrayAsync())) : null;
        }
        catch (Exception problem) when (problem is HttpRequestException or OperationCanceledException)
        {
            return null;
        }
    }

    private static byte[] Picture(int number)
    {
        using var bitmap = new SKBitmap(320, 240);
        bitmap.Erase(new SKColor((byte)number, (byte)(number >> 8), 120));
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }
}
