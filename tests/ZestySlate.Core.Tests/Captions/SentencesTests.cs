using CsCheck;
using ZestySlate.Core.Captions;

namespace ZestySlate.Core.Tests.Captions;

/// <summary>Sentences over captions, and moments as people write them.</summary>
public sealed class SentencesTests
{
    private static ValueList<Sentence> Of(params (int From, int To, string Text)[] captions) =>
        Sentences.Of(captions.Select(one => new Caption(one.From, one.To, one.Text)));

    [Fact]
    public void A_sentence_runs_over_captions_up_to_its_end()
    {
        var sentences = Of((0, 4, "The glass falls"), (5, 9, "and the wind backs."), (10, 14, "Then it rains"));
        Assert.Equal(["The glass falls and the wind backs.", "Then it rains"], sentences.Select(sentence => sentence.Text));
        Assert.Equal([(0m, 9m), (10m, 14m)], sentences.Select(sentence => (sentence.From, sentence.To)));
    }

    [Fact]
    public void An_end_inside_a_caption_is_at_its_share_of_the_characters()
    {
        var sentences = Of((10, 20, "Rain. Snow"));
        Assert.Equal(15, sentences[0].To);
        Assert.Equal((16m, 20m), (sentences[1].From, sentences[1].To));
    }

    [Theory]
    [InlineData("Is it Mr. Renn? Yes.", 2)]
    [InlineData("It fell by 3.5 hPa. Then it rose.", 2)]
    [InlineData("Clouds, e.g. cirrus, are high.", 1)]
    [InlineData("Am 3. Mai, z. B. abends, war es klar.", 1)]
    [InlineData("Wait … Now!", 2)]
    [InlineData("He said: «It rains.» She left.", 2)]
    [InlineData("هل تمطر؟ نعم.", 2)]
    [InlineData("J. Abernethy wrote the log.", 1)]
    [InlineData("What?! No.", 2)]
    [InlineData("no end at all", 1)]
    [InlineData("   ", 0)]
    public void Only_what_ends_a_sentence_does(string text, int count) => Assert.Equal(count, Of((0, 10, text)).Count);

    private static readonly string[] Texts = ["Rain falls.", "the wind", "Why? Because", "e.g. hail", "3.5", "It ends!"];

    /// <summary>Sentences come in order, inside the captions, and hold every word.</summary>
    [Fact]
    public void Nothing_is_lost_between_sentences() =>
        Gen.Select(Gen.Int[1, 9], Gen.Int[0, 5], (lasts, which) => (Lasts: lasts, Text: Texts[which]))
            .List[1, 12]
            .Sample(parts =>
            {
                var now = 0;
                var captions = new List<Caption>();
                foreach (var (lasts, text) in parts)
                {
                    captions.Add(new Caption(now, now + lasts, text));
                    now += lasts;
                }

                var sentences = Sentences.Of(captions);
                return sentences.All(one => one.From >= 0 && one.From < one.To && one.To <= now)
                    && sentences.Zip(sentences.Skip(1)).All(pair => pair.First.To <= pair.Second.From)
                    && string.Join(' ', sentences.Select(one => one.Text)) == string.Join(' ', captions.Select(one => one.Text));
            });

    [Theory]
    [InlineData("1:24", 84.0)]
    [InlineData("1:24.5", 84.5)]
    [InlineData("1:24,5", 84.5)]
    [InlineData("84", 84.0)]
    [InlineData("1:02:03", 3723.0)]
    [InlineData(" 0:07 ", 7.0)]
    [InlineData("90:00", 5400.0)]
    [InlineData("24:00:00", 86_400.0)]
    [InlineData("1:60", null)]
    [InlineData("1:60:00", null)]
    [InlineData("24:00:01", null)]
    [InlineData("-3", null)]
    [InlineData("soon", null)]
    [InlineData("", null)]
    public void Moments_are_read_as_they_are_written(string typed, double? seconds) => Assert.Equal((decimal?)seconds, Moments.Read(typed));

    [Fact]
    public void A_moment_is_read_as_it_was_written() =>
        Gen.Int[0, 86_400_000].Sample(thousandths => Moments.Read(Moments.Write(thousandths / 1000m)) == thousandths / 1000m);
}
