using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Tests;

/// <summary>What a video is, told by the file itself.</summary>
public sealed class VideoReaderTests
{
    private static readonly byte[] Film = File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "a-front-passes.webm"));

    [Fact]
    public void How_long_and_how_large_it_is_stands_in_the_file()
    {
        var read = VideoReader.Read(Film, "film.webm", "video/webm").Value;
        Assert.Equal((854, 480, MediaKind.Video), (read.Width, read.Height, read.Kind));
        Assert.InRange(read.Seconds, 76.9m, 77.3m);
    }

    [Fact]
    public void A_file_that_did_not_arrive_as_a_whole_is_still_told_as_what_it_is()
    {
        // The head says how long it lasts; whoever has only that sees it in the player.
        Assert.Equal(854, VideoReader.Read(Film[..200_000], "film.webm", "video/webm").Value.Width);
        Assert.Contains("«film.webm»", VideoReader.Read(Film[..60], "film.webm", "video/webm").Refusal);
    }

    [Fact]
    public void What_only_begins_as_a_video_is_refused_by_name()
    {
        byte[] mp4 = [0, 0, 0, 24, .. "ftypisom"u8, .. new byte[400]];
        Assert.Contains("«notes.mp4»", VideoReader.Read(mp4, "notes.mp4", "video/mp4").Refusal);
        byte[] webm = [0x1A, 0x45, 0xDF, 0xA3, .. new byte[400]];
        Assert.Contains("«notes.webm»", VideoReader.Read(webm, "notes.webm", "video/webm").Refusal);
    }

    /// <summary>Whatever stands in a file, the reader comes to an end and says something of it.</summary>
    [Fact]
    public void A_damaged_file_is_refused_or_read_and_never_a_fault()
    {
        var random = new Random(5);
        for (var i = 0; i < 150; i++)
        {
            var damaged = Film[..4000];
            for (var hits = 0; hits < 12; hits++)
            {
                damaged[random.Next(4, damaged.Length)] = (byte)random.Next(256);
            }

            var read = VideoReader.Read(damaged, "film.webm", "video/webm");
            Assert.True(read.Succeeded || read.Refusal!.Contains("«film.webm»"));
        }
    }
}
