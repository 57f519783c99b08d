using System.Text;
using ZestySlate.Formats.Captions;
using ZestySlate.Formats.Media;

namespace ZestySlate.Formats.Tests.Media;

/// <summary>What a file is stands in its first bytes.</summary>
public sealed class FileSortTests
{
    public static TheoryData<byte[], FileSort> Beginnings =>
        new()
        {
            { [0x89, (byte)'P', (byte)'N', (byte)'G', 13, 10], FileSort.Png },
            { [0xff, 0xd8, 0xff, 0xe0], FileSort.Jpeg },
            { "RIFF\0\0\0\0WEBPVP8 "u8.ToArray(), FileSort.Webp },
            { "RIFF\0\0\0\0WAVEfmt "u8.ToArray(), FileSort.Wav },
            { "RIFF\0\0\0\0AVI LIST"u8.ToArray(), FileSort.Unknown },
            { "GIF89a"u8.ToArray(), FileSort.Gif },
            { "OggS\0"u8.ToArray(), FileSort.Ogg },
            { "%PDF-1.7"u8.ToArray(), FileSort.Pdf },
            { [0x1a, 0x45, 0xdf, 0xa3, 1], FileSort.WebM },
            { [0, 0, 0, 24, .. "ftypM4A "u8], FileSort.M4a },
            { [0, 0, 0, 24, .. "ftypisom"u8], FileSort.Mp4 },
            { [0, 0, 0, 24, .. "ftypheic"u8], FileSort.Heif },
            { [0, 0, 0, 24, .. "ftypmif1"u8], FileSort.Heif },
            { [0, 0, 0, 24, .. "ftypavif"u8], FileSort.Heif },
            { "ID3\x04"u8.ToArray(), FileSort.Mp3 },
            { [0xff, 0xfb, 0x90, 0x64], FileSort.Mp3 },
            { "WEBVTT\n\n"u8.ToArray(), FileSort.WebVtt },
            { "\ufeffWEBVTT"u8.ToArray(), FileSort.WebVtt },
            { "1\r\n00:00:01,000 --> 00:00:02,000\r\nHello"u8.ToArray(), FileSort.SubRip },
            { "<?xml version=\"1.0\"?><svg xmlns=\"x\">"u8.ToArray(), FileSort.Svg },
            { "<html><body>"u8.ToArray(), FileSort.Unknown },
            { "MZ\x90\0"u8.ToArray(), FileSort.Unknown },
            { [], FileSort.Unknown },
        };

    [Theory]
    [MemberData(nameof(Beginnings))]
    public void It_is_told_by_content(byte[] file, FileSort sort) => Assert.Equal(sort, FileSorts.Of(file));

    [Fact]
    public void SubRip_captions_become_WebVTT()
    {
        var vtt = SubRip.ToWebVtt(
            "1\r\n00:00:01,000 --> 00:00:02,500\r\nGood evening.\r\n\r\n2\r\n1:02:03,456 --> 1:02:04,000\r\nIt rains, 5,5 mm.\r\n"
        );
        Assert.StartsWith("WEBVTT\n\n1\n00:00:01.000 --> 00:00:02.500\nGood evening.\n", vtt);
        Assert.Contains("01:02:03.456 --> 01:02:04.000\nIt rains, 5,5 mm.", vtt);
    }
}
