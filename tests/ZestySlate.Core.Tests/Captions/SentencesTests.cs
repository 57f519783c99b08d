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

    [Fact]
    public void Only_an_end_inside_a_caption_is_reckoned() =>
        Assert.Equal([true, false, false], Of((0, 10, "Rain. Snow."), (12, 20, "Hail.")).Select(sentence => sentence.EndReckoned));

    private static ValueList<Sentence> Corrected(params (double From, double To)[] spoken) =>
        Sentences.Corrected(
            Of((10, 20, "Rain. Snow."), (20, 30, "Hail.")),
            spoken.Select(one => new Sentence((decimal)one.From, (decimal)one.To, "")).ToValueList()
        );

    [Theory]
    [InlineData(14.2, 14.9, 14.2)] // A pause before what is reckoned,
    [InlineData(15.0, 15.6, 15.0)] // and one after it: 10 s × 5 of 11 characters are 14.545.
    [InlineData(15.545, 16, 15.545)] // As far as it may be off,
    [InlineData(15.546, 16, 14.545)] // and farther.
    [InlineData(13.545, 14, 13.545)]
    [InlineData(13.544, 14, 14.545)]
    public void A_reckoned_end_lies_where_a_pause_nearby_begins(double silent, double spoken, double end)
    {
        var sentences = Corrected((10, silent), (spoken, 30));
        Assert.Equal((decimal)end, sentences[0].To);
        Assert.Equal(end == silent ? (decimal)spoken : 15.455m, sentences[1].From);
        Assert.Equal(end != silent, sentences[0].EndReckoned);
        Assert.Equal(20, sentences[1].To);
    }

    [Fact]
    public void Of_two_pauses_the_nearer_corrects_and_the_end_of_all_is_none() =>
        Assert.Equal([14.8m, 14.545m], [Corrected((10, 13.9), (14, 14.8), (15, 30))[0].To, Corrected((10, 14.4))[0].To]);

    [Theory]
    [InlineData("Is it Mr. Renn? Yes.", 2)]
    [InlineData("It fell by 3.5 hPa. Then it rose.", 2)]
    [InlineData("Clouds, e.g. cirrus, are high.", 1)]
    [InlineData("Am 3. Mai, z. B. abends, war es klar.", 1)]
    [InlineData("Wait … Now!", 2)]
    [InlineData("He said: “It rains.” She left.", 2)]
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
