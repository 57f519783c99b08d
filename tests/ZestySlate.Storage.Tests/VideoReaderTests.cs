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

    /// <summary>One byte less than the whole is named as broken off; what stands behind the end of the video is no matter.</summary>
    [Theory]
    [InlineData(200_000)]
    [InlineData(-1)]
    public void A_video_that_breaks_off_is_refused_by_name(int length)
    {
        var cut = VideoReader.Read(Film[..(length < 0 ? Film.Length + length : length)], "film.webm", "video/webm");
        Assert.Contains("“film.webm” breaks off", cut.Refusal);
        Assert.True(VideoReader.Read((byte[])[.. Film, 0xEC, 0x81, 0], "film.webm", "video/webm").Succeeded);
        Assert.Contains("“film.webm”", VideoReader.Read(Film[..60], "film.webm", "video/webm").Refusal);
    }

    /// <summary>Boxes of MP4, each with its length: exactly to the end, one byte behind it, of 64 bits, and “to the end”.</summary>
    [Theory]
    [InlineData(100, 100, "cannot be read")]
    [InlineData(100, 99, "breaks off")]
    [InlineData(0, 99, "cannot be read")]
    [InlineData(-100, 100, "cannot be read")]
    [InlineData(-100, 99, "breaks off")]
    public void Boxes_that_end_behind_the_file_tell_that_it_breaks_off(int told, int there, string said)
    {
        byte[] size = told < 0 ? [0, 0, 0, 1, .. "mdat"u8, 0, 0, 0, 0, 0, 0, 0, (byte)-told] : [0, 0, 0, (byte)told, .. "mdat"u8];
        byte[] file = [0, 0, 0, 16, .. "ftypisom"u8, 0, 0, 0, 0, .. size, .. new byte[there - size.Length]];
        Assert.Contains(said, VideoReader.Read(file, "film.mp4", "video/mp4").Refusal);
    }

    [Fact]
    public void What_only_begins_as_a_video_is_refused_by_name()
    {
        byte[] mp4 = [0, 0, 0, 24, .. "ftypisom"u8, .. new byte[400]];
        Assert.Contains("“notes.mp4”", VideoReader.Read(mp4, "notes.mp4", "video/mp4").Refusal);
        byte[] webm = [0x1A, 0x45, 0xDF, 0xA3, .. new byte[400]];
        Assert.Contains("“notes.webm”", VideoReader.Read(webm, "notes.webm", "video/webm").Refusal);
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
            Assert.True(read.Succeeded || read.Refusal!.Contains("“film.webm”"));
        }
    }
}
