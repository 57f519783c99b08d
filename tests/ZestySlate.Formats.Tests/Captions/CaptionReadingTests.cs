using CsCheck;
using ZestySlate.Core;
using ZestySlate.Core.Captions;
using ZestySlate.Formats.Captions;

namespace ZestySlate.Formats.Tests.Captions;

/// <summary>Captions however they come: as WebVTT, as SubRip, and as lines with times.</summary>
public sealed class CaptionReadingTests
{
    private const string File_ = """
        WEBVTT - Bulletin

        STYLE
        ::cue { color: lime }

        NOTE made by hand

        first
        00:01.000 --> 00:04.500 align:start
        <v Ines>Good evening &amp; welcome</v>

        00:00:05.000 --> 00:00:04.000
        backwards

        01:00:00.000 --> 01:00:02.250
        Two
        lines
        """;

    [Fact]
    public void A_file_is_read_as_the_standard_has_it() =>
        Assert.Equal([new Caption(1, 4.5m, "Good evening & welcome"), new Caption(3600, 3602.25m, "Two\nlines")], WebVtt.Read(File_));

    [Theory]
    [InlineData("")]
    [InlineData("WEBVTT")]
    [InlineData("WEBVTT\n\n--> \nx")]
    [InlineData("WEBVTT\n\n99:99:99.999 --> 00:01.000\nx")]
    [InlineData("\u0000\u0001")]
    public void What_holds_no_captions_gives_none(string text) => Assert.Empty(WebVtt.Read(text));

    /// <summary>Whatever the words are, they come back: marks and lines that would end a caption are no marks of ours.</summary>
    [Fact]
    public void What_is_written_is_read_as_it_was() =>
        Gen.Select(Gen.Int[0, 80_000_000], Gen.Int[1, 9000], Gen.Int[0, 5], (from, lasts, which) =>
                new Caption(from / 1000m, (from + lasts) / 1000m, Words[which])
            )
            .List[1, 20]
            .Sample(captions =>
            {
                var ordered = captions.OrderBy(caption => caption.From).ToValueList();
                return WebVtt.Read(WebVtt.Write(ordered)).Equals(ordered);
            });

    private static readonly string[] Words = ["Rain", "a < b & c > d", "<i>no mark</i>", "two\nlines", "«ja»", "مطر"];

    [Theory]
    [InlineData("0:07 The front comes near.\n0:12 It rains.")]
    [InlineData("[0:07] The front comes near.\n[0:12] It rains.")]
    [InlineData("(0:07) - The front comes near.\n(0:12) - It rains.")]
    [InlineData("00:07\nThe front comes near.\n00:12\nIt rains.")]
    [InlineData("0:07\r\nThe front\r\ncomes near.\r\n\r\n0:12 – It rains.")]
    [InlineData("0:00:07: The front comes near.\n0:00:12: It rains.")]
    [InlineData("0:07.0 – 0:12.0 The front comes near.\n0:12 - 0:17 It rains.")]
    [InlineData("Transcript\n0:12 It rains.\n0:07 The front comes near.")]
    [InlineData("1\n00:00:07,000 --> 00:00:12,000\nThe front comes near.\n\n2\n00:00:12,000 --> 00:00:17,000\nIt rains.")]
    [InlineData("WEBVTT\n\n00:07.000 --> 00:12.000\nThe front comes near.\n\n00:12.000 --> 00:17.000\nIt rains.")]
    public void Times_are_found_in_any_of_the_usual_ways(string pasted) =>
        Assert.Equal([new Caption(7, 12, "The front comes near."), new Caption(12, 17, "It rains.")], Transcript.Read(pasted).Value);

    [Theory]
    [InlineData(60, 17)]
    [InlineData(15, 15)]
    [InlineData(12, 12.5)]
    public void The_last_line_ends_with_the_video(double lasts, double end) =>
        Assert.Equal((decimal)end, Transcript.Read("0:07 One\n0:12 Two", (decimal)lasts).Value[1].To);

    [Theory]
    [InlineData("no times at all")]
    [InlineData("")]
    [InlineData("12 items: 3 apples")]
    [InlineData("0:07")]
    public void What_has_no_times_is_refused_with_how_it_should_look(string pasted) =>
        Assert.Contains("0:07 The front comes near.", Transcript.Read(pasted).Refusal);

    [Fact]
    public void A_text_may_be_as_long_as_that_and_no_longer()
    {
        Assert.Contains("No times", Transcript.Read(new string('a', Transcript.Longest)).Refusal);
        Assert.Contains("may have up to", Transcript.Read(new string('a', Transcript.Longest + 1)).Refusal);
    }

    [Fact]
    public void Lines_to_be_mended_are_read_back_as_they_are()
    {
        ValueList<Caption> captions = [new Caption(0.6m, 4.301m, "Good evening."), new Caption(3600, 3605.5m, "- a dash, and 0:07 in it")];
        Assert.Equal(captions, Transcript.Read(Transcript.Write(captions)).Value);
    }
}
