using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Marks on words that are pressed, and what becomes of them when the text is changed.</summary>
public sealed class MarkedTextTests
{
    private static string Shown(ValueList<Run<Gap>> runs) =>
        string.Concat(runs.Select(run => run.Mark is null ? run.Text : $"{{{run.Text}}}"));

    private static ValueList<Run<Gap>> Press(ValueList<Run<Gap>> runs, int from, int to) =>
        MarkedText.Press(runs, from, to, words => new Gap { Id = words });

    private static readonly ValueList<Run<Gap>> Plain = MarkedText.Plain<Gap>("A cold front, veering winds.");

    [Fact]
    public void A_pressed_word_is_marked_and_pressed_again_it_is_plain()
    {
        var marked = Press(Plain, 1, 1);
        Assert.Equal("A {cold} front, veering winds.", Shown(marked));
        Assert.Equal(MarkedText.TextOf(Plain), Shown(Press(marked, 1, 1)));
    }

    [Fact]
    public void Several_words_become_one_phrase_from_either_end() =>
        Assert.Equal("A {cold front}, veering winds.", Shown(Press(Plain, 2, 1)));

    [Fact]
    public void A_phrase_takes_the_place_of_marks_it_touches() =>
        Assert.Equal("A {cold front, veering} winds.", Shown(Press(Press(Plain, 1, 1), 1, 3)));

    [Theory]
    [InlineData(5, 5)]
    [InlineData(-1, 2)]
    public void Words_that_are_not_there_change_nothing(int from, int to) => Assert.Equal(Plain, Press(Plain, from, to));

    [Theory]
    [InlineData("A warm and cold front, veering winds.", "A warm and {cold} front, {veering} winds.")]
    [InlineData("A front, veering winds.", "A front, {veering} winds.")]
    [InlineData("A chilly front, veering winds.", "A {chilly} front, {veering} winds.")]
    [InlineData("Nothing of this stands.", "Nothing of this stands.")]
    [InlineData("A cold front,\nveering winds.", "A {cold} front,\n{veering} winds.")]
    public void Marks_stay_on_words_that_stay(string text, string expected) =>
        Assert.Equal(expected, Shown(MarkedText.WithText(Press(Press(Plain, 1, 1), 3, 3), text)));

    [Theory]
    [InlineData("it's 12.5 hPa", "it's|12.5|hPa")]
    [InlineData("north-east, 8", "north-east|8")]
    [InlineData("风力八级", "风|力|八|级")]
    [InlineData("الرياح غربية.", "الرياح|غربية")]
    public void Words_are_found_in_every_script(string text, string words) =>
        Assert.Equal(words.Split('|'), MarkedText.Tokens(text).Where(token => token.Index >= 0).Select(token => token.Text));

    [Fact]
    public void Texts_have_a_bound_and_a_change_of_a_long_one_costs_little()
    {
        string Long(int words) => string.Join(' ', Enumerable.Range(0, words).Select(word => "w" + word));
        Assert.Null(MarkedText.Refusal(Long(MarkedText.MostWords)));
        Assert.NotNull(MarkedText.Refusal(Long(MarkedText.MostWords + 1)));
        Assert.NotNull(MarkedText.Refusal(new string('a', 80_001)));

        // In the middle of a long text a word is changed: the marks around it, and in its place, stay.
        var runs = MarkedText.Press(
            MarkedText.Press(MarkedText.Press(MarkedText.Plain<string>(Long(4000)), 10, 10, word => word), 2000, 2000, word => word),
            3990,
            3990,
            word => word
        );
        var changed = MarkedText.WithText(runs, Long(4000).Replace("w2000 ", "wind "));
        Assert.Equal(
            [("w10", "w10"), ("wind", "w2000"), ("w3990", "w3990")],
            changed.Where(run => run.Mark is not null).Select(run => (run.Text, run.Mark!))
        );

        // Wholly another text: nothing is compared beyond the bound.
        Assert.DoesNotContain(MarkedText.WithText(runs, Long(4000).ToUpperInvariant()), run => run.Mark is not null);
    }
}
