using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Callouts;

namespace ZestySlate.Core.Tests.Activities;

public sealed class ValueTests
{
    [Theory]
    [InlineData(-1, 2, 0, 1)]
    [InlineData(double.NaN, double.PositiveInfinity, 0.5, 0.5)]
    [InlineData(0.123456789, 0.5, 0.12346, 0.5)]
    public void A_point_is_kept_on_the_picture(double x, double y, double keptX, double keptY) =>
        Assert.Equal((keptX, keptY), (new AtPoint(x, y).X, new AtPoint(x, y).Y));

    [Theory]
    [InlineData(0, Sign.Least)]
    [InlineData(9, Sign.Most)]
    [InlineData(double.NaN, 1)]
    public void A_sign_can_always_be_seen_and_pressed(double size, double kept) =>
        Assert.Equal(
            kept,
            new Look()
                .Of(
                    new Spot
                    {
                        Id = "s",
                        Place = new AtPoint(0, 0),
                        Content = new Callout("x"),
                        Sign = new Sign { Size = size },
                    }
                )
                .Size
        );

    [Fact]
    public void Lists_are_equal_when_their_elements_are()
    {
        ValueList<string> one = ["a", "b"],
            same = ["a", "b"],
            other = ["b", "a"];
        Assert.Equal(one, same);
        Assert.Equal(one.GetHashCode(), same.GetHashCode());
        Assert.NotEqual(one, other);
        Assert.Equal(default(ValueList<string>), ValueList.Create<string>([]));
    }

    [Fact]
    public void An_element_put_in_beyond_the_end_comes_last() =>
        Assert.Equal<ValueList<int>>([1, 2, 3], ValueList.Create([1, 2]).Insert(99, 3));

    [Theory]
    [InlineData("<p>One <strong>two</strong></p><p>three &amp; four</p>", "One two three & four")]
    [InlineData("", "")]
    public void Rich_text_gives_its_words(string html, string words) => Assert.Equal(words, new RichText(html).Words);

    [Fact]
    public void First_words_end_at_a_words_end() =>
        Assert.Equal(
            "The barometer in the hut has fallen by six units in three…",
            RichText.Plain("The barometer in the hut has fallen by six units in three hours of this morning").FirstWords
        );

    [Fact]
    public void Plain_words_are_escaped() => Assert.Equal("<p>a &lt; b</p><p>c</p>", RichText.Plain("a < b\n\nc").Html);

    [Fact]
    public void A_spot_without_a_name_is_called_by_its_content()
    {
        Assert.Equal("Which one?", Make.Asked("q", Make.One()).ReportName);
        Assert.Equal("My own", (Make.Asked("q", Make.One()) with { Name = "My own" }).ReportName);
        Assert.Equal(
            "Callout without words",
            new Spot
            {
                Id = "c",
                Place = new AtPoint(0, 0),
                Content = new Callout(" "),
            }.ReportName
        );
    }

    [Fact]
    public void Codes_are_read_whatever_the_case_and_spaces() => Assert.Equal("COAST8", Ids.ReadCode(" coast-8 "));

    [Fact]
    public void Ids_do_not_repeat() => Assert.Equal(1000, Enumerable.Range(0, 1000).Select(_ => Ids.New()).Distinct().Count());
}
