using CsCheck;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Captions;
using ZestySlate.Formats.Captions;

namespace ZestySlate.Formats.Tests.Captions;

/// <summary>Chapters as lines and as WebVTT; captions as SubRip.</summary>
public sealed class ChaptersTests
{
    [Theory]
    [InlineData("0:00 Before\n1:05 After", "0 Before|65 After")]
    [InlineData("[1:05] After\n0:00 - Before\n", "0 Before|65 After")]
    [InlineData("WEBVTT\n\n00:00.000 --> 01:05.000\nBefore\n\n01:05.000 --> 02:00.000\nAfter", "0 Before|65 After")]
    [InlineData("0:10 One\n0:10 Twice", "10 One|10 Twice")]
    [InlineData("", "")]
    [InlineData(" \n ", "")]
    public void Chapters_are_read_however_they_come(string text, string expected) =>
        Assert.Equal(
            expected,
            string.Join(
                '|',
                Chapters.Read(text, 300).Value.Select(chapter => FormattableString.Invariant($"{chapter.From:0.###} {chapter.Title}"))
            )
        );

    [Fact]
    public void What_has_no_times_is_refused_in_words() => Assert.Contains("No times", Chapters.Read("Before\nAfter", 300).Refusal);

    [Fact]
    public void Chapters_come_back_as_they_were_written() =>
        Gen.Int[0, 80_000]
            .Array[1, 12]
            .Sample(moments =>
            {
                var chapters = moments.Distinct().Order().Select(at => new Chapter(at, $"No. {at}")).ToList();
                Assert.Equal(chapters, Chapters.Read(Chapters.Write(chapters), null).Value);
                Assert.Equal(chapters, Chapters.Read(Chapters.ToWebVtt(chapters, null), null).Value);
            });

    [Fact]
    public void A_title_has_a_longest_length()
    {
        string Title(int length) => Chapters.Read("0:00 " + new string('x', length), 10).Value[0].Title;
        Assert.Equal(Chapters.LongestTitle, Title(Chapters.LongestTitle).Length);
        Assert.Equal(Chapters.LongestTitle, Title(Chapters.LongestTitle + 1).Length);
    }

    [Fact]
    public void SubRip_has_numbers_commas_and_no_empty_line_inside_a_caption()
    {
        var srt = SubRip.Write([new Caption(1, 4.5m, "Good evening"), new Caption(3600, 3602.25m, "Two\n\nlines")]);
        Assert.Equal("1\n00:00:01,000 --> 00:00:04,500\nGood evening\n\n2\n01:00:00,000 --> 01:00:02,250\nTwo\nlines\n\n", srt);
        Assert.Equal([new Caption(1, 4.5m, "Good evening"), new Caption(3600, 3602.25m, "Two\nlines")], WebVtt.Read(SubRip.ToWebVtt(srt)));
    }
}
