using CsCheck;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Key ideas in a text: what is a mention, what it earns.</summary>
public sealed class LongTextTests
{
    private static string[] Found(string text, params KeyIdea[] ideas) =>
        [
            .. new KeyIdeas(ideas, InEnglish.Culture)
                .In(text)
                .Select(mention => $"{mention.Idea}:{text.Substring(mention.Start, mention.Length)}"),
        ];

    [Theory]
    [InlineData("The Land warms faster.", "land", "0:Land")]
    [InlineData("The islands warm.", "land", "")]
    [InlineData("The landscape and island.", "land*", "0:landscape")]
    [InlineData("The landscape and island.", "*land", "0:island")]
    [InlineData("Warm air rises.", "air rises", "0:air rises")]
    [InlineData("Warm air then slowly rises.", "air rises", "0:air then slowly rises")]
    [InlineData("Warm air which is moist then rises.", "air rises", "")]
    [InlineData("Warm air. It rises.", "air rises", "")]
    [InlineData("Rising pressure at 8.5 knots.", "8.5 knots", "0:8.5 knots")]
    [InlineData("the sea-breeze’s turn", "sea-breeze's", "0:sea-breeze’s")]
    public void A_phrase_is_its_words_in_order_within_a_sentence(string text, string phrase, string found) =>
        Assert.Equal(found, string.Join('|', Found(text, Asked.Idea(phrase))));

    [Theory]
    [InlineData("It was 50 % wet.", "50 %", "0:50 %")]
    [InlineData("It was 50% wet.", "50 %", "0:50%")]
    [InlineData("It was 50 % wet.", "50%", "0:50 %")]
    [InlineData("Of the 50 about 3 % left.", "50 %", "")]
    [InlineData("Gusts of 60 km/h.", "km/h", "0:km/h")]
    [InlineData("Gusts of km per h.", "km/h", "")]
    [InlineData("Written in C#, not in C.", "C#", "0:C#")]
    [InlineData("Sunny 🌞 today", "🌞", "0:🌞")]
    [InlineData("Family 👩‍🔬 here", "👩‍🔬", "0:👩‍🔬")]
    [InlineData("Rain came.Wind fell.", "wind fell", "0:Wind fell")]
    [InlineData("Rain came.Wind fell.", "rain wind", "")]
    [InlineData("Warm air,moist air.", "moist air", "0:moist air")]
    [InlineData("From 1,000 hPa and 3.5 knots", "1,000", "0:1,000")]
    [InlineData("From 1,000 hPa and 3.5 knots", "5 knots", "")]
    [InlineData("The air\nrises.", "air rises", "0:air\nrises")]
    [InlineData("The air\n \nrises.", "air rises", "")]
    [InlineData("The air\r\n\r\nrises.", "air rises", "")]
    [InlineData("今日は風が強い。", "風が強い", "0:風が強い")]
    [InlineData("今日は風も雨も強い。", "風が強い", "")]
    [InlineData("วันนี้ฝนตกหนัก", "ฝนตก", "0:ฝนตก")]
    [InlineData("ba\u00adrometer", "barometer", "0:ba\u00adrometer")]
    [InlineData("Is it a gale؟Wind fell.", "gale wind", "")]
    public void Signs_joined_words_and_unspaced_scripts_are_found(string text, string phrase, string found) =>
        Assert.Equal(found, string.Join('|', Found(text, Asked.Idea(phrase) with { Slips = false })));

    [Theory]
    [InlineData("a b x b y y c", "a b c", "0:a b x b y y c")]
    [InlineData("wind x x x wind brings rain", "wind rain", "0:wind brings rain")]
    [InlineData("wind wind rain", "wind rain", "0:wind rain")]
    public void Of_all_ways_in_which_a_phrase_fits_the_closest_counts(string text, string phrase, string found) =>
        Assert.Equal(found, string.Join('|', Found(text, Asked.Idea(phrase) with { Slips = false })));

    /// <summary>A phrase is found exactly where its words can be picked in order with no more between than may be: tried out in every way.</summary>
    [Fact]
    public void A_phrase_is_found_where_any_way_fits() =>
        Gen.Select(Gen.Char['a', 'c'].Array[1, 14], Gen.Char['a', 'c'].Array[2, 4], Gen.Int[0, 3])
            .Sample(
                (text, phrase, between) =>
                {
                    bool From(int word, int at) =>
                        word == phrase.Length
                        || Enumerable
                            .Range(at + 1, Math.Max(0, Math.Min(text.Length - 1, at + 1 + between) - at))
                            .Any(next => text[next] == phrase[word] && From(word + 1, next));
                    var fits = Enumerable.Range(0, text.Length).Any(first => text[first] == phrase[0] && From(1, first));
                    return fits
                        == (
                            Found(
                                string.Join(' ', text),
                                Asked.Idea(string.Join(' ', phrase)) with
                                {
                                    Slips = false,
                                    Between = between,
                                }
                            ).Length > 0
                        );
                },
                iter: 3000
            );

    [Theory]
    [InlineData("barometer", false)]
    [InlineData("50 %", false)]
    [InlineData("C#", false)]
    [InlineData("fore* wind", false)]
    [InlineData("🌞", false)]
    [InlineData("air. It rises", true)]
    [InlineData("?!", true)]
    public void An_idea_that_its_own_words_do_not_show_is_named_before_publishing(string phrase, bool lost) =>
        Assert.Equal(
            lost,
            QuestionTypes
                .For(new LongTextQuestion())
                .Check(new LongTextQuestion { Ideas = [Asked.Idea(phrase)] }, InEnglish.Culture)
                .Any(weak => weak.Blocks && weak.Message.Contains("nobody can write", StringComparison.Ordinal))
        );

    [Fact]
    public void Many_signs_cost_nothing() => Assert.Empty(Found(new string('#', 20_000), Asked.Idea("# #a")));

    [Fact]
    public void Slips_are_forgiven_unless_the_word_is_in_the_key_itself_or_digits_differ()
    {
        Assert.Equal(["0:presure"], Found("The presure falls.", Asked.Idea("pressure")));
        Assert.Empty(Found("The presure falls.", Asked.Idea("pressure") with { Slips = false }));
        Assert.Equal(["1:worm"], Found("A worm.", Asked.Idea("warm"), Asked.Idea("worm")));
        Assert.Empty(Found("at 1014 hPa", Asked.Idea("1013")));
        Assert.Empty(Found("And the lead.", Asked.Idea("land")));
    }

    [Fact]
    public void Capitals_matter_where_they_are_set_to()
    {
        Assert.Equal(["0:Low"], Found("A Low is low.", Asked.Idea("Low") with { MatchCase = true, Slips = false }));
        Assert.Equal(2, Found("A Low is low.", Asked.Idea("Low")).Length);
    }

    [Fact]
    public void Mentions_do_not_overlap_the_longest_first_then_the_leftmost()
    {
        Assert.Equal(["1:cold front", "0:front"], Found("A cold front, then a front.", Asked.Idea("front"), Asked.Idea("cold front")));
        Assert.Equal(
            ["0:sea breeze", "0:breeze sea"],
            Found("sea breeze, breeze sea", Asked.Idea("sea breeze", "breeze sea") with { Between = 0 })
        );
    }

    [Fact]
    public void Each_mention_earns_its_points_up_to_as_many_as_count_and_variants_share_them()
    {
        var question = new LongTextQuestion
        {
            Ideas =
            [
                Asked.Idea("land", "ground") with
                {
                    Mentions = 2,
                    Points = 1.5m,
                },
                Asked.Idea("sea") with
                {
                    Id = "sea",
                    Missing = "What about the water?",
                },
            ],
        };
        Assert.Equal(4, QuestionTypes.For(question).OutOf(question));
        QuestionMark Mark(string text) => question.Marked(new LongTextResponse { Text = text });
        Assert.Equal(
            (0.75m, 0.375m, 1m),
            (Mark("The land, the ground, the land.").Share, Mark("The land.").Share, Mark("Land and ground by the sea.").Share)
        );
        Assert.Equal(
            (Verdict.Partly, "What about the water?"),
            (Mark("The land.").Of("land")!.Verdict, Mark("The land.").Of("sea")!.Feedback)
        );
        Assert.Equal((Verdict.Missing, Verdict.Wrong), (Mark(" ").Verdict, Mark("Clouds.").Verdict));
    }

    [Fact]
    public void A_text_that_waits_for_a_person_makes_the_total_provisional_and_one_without_ideas_is_not_marked()
    {
        var waits = new Attempt(
            Make.Activity(Make.Asked("q", new LongTextQuestion { Ideas = [Asked.Idea("land")], WaitsForPerson = true })),
            3
        )
            .Then((id, at) => new AskedToMark("q", new LongTextResponse { Text = "The land." }) { Id = id, At = at })
            .HandIn();
        Assert.Equal(
            (true, 1m, Verdict.Waiting),
            (waits.State.Score.Provisional, waits.State.Score.Points, waits.State.Questions[0].LastTry!.Mark.Verdict)
        );
        Assert.Equal(Verdict.Ungraded, new LongTextQuestion().Marked(new LongTextResponse { Text = "The land." }).Verdict);
    }

    [Fact]
    public void The_text_stays_for_another_go()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", new LongTextQuestion { Ideas = [Asked.Idea("land")] })), 3)
            .Then((id, at) => new AskedToMark("q", new LongTextResponse { Text = "The sea." }) { Id = id, At = at })
            .Again("q");
        Assert.Equal("The sea.", ((LongTextView)attempt.View().SpotOf("q")!.Ask!.Parts).Given);
    }

    [Theory]
    [InlineData("👩‍🚒 at sea", LengthMeasure.Characters, 8)]
    [InlineData("it's 8.5 knots – now", LengthMeasure.Words, 4)]
    [InlineData("", LengthMeasure.Words, 0)]
    public void Length_is_counted_as_a_person_counts(string text, LengthMeasure measure, int length) =>
        Assert.Equal(length, KeyIdeas.LengthOf(text, measure));

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(LongTextQuestion question) =>
            [.. QuestionTypes.For(question).Check(question, InEnglish.Culture).Select(weakness => weakness.Message)];
        Assert.Equal(["has a key idea without words (number 1)"], Said(new LongTextQuestion { Ideas = [new KeyIdea { Id = "a" }] }));
        Assert.Equal(["has no key ideas and waits for nobody: it is kept and not marked"], Said(new LongTextQuestion()));
        Assert.Equal(
            ["asks for 9 at least and 3 at most"],
            Said(
                new LongTextQuestion
                {
                    WaitsForPerson = true,
                    Least = 9,
                    Most = 3,
                }
            )
        );
        Assert.Equal(
            ["has a model answer in which “land” is not found often enough"],
            Said(new LongTextQuestion { Ideas = [Asked.Idea("land")], ModelAnswer = "The sea." })
        );
    }

    private static readonly Gen<string> Sentence = Gen.Int[0, 5]
        .Array[1, 6]
        .Select(words => string.Join(' ', words.Select(i => new[] { "land", "sea", "warm", "cold", "front", "breeze" }[i])));

    [Fact]
    public void Adding_a_sentence_never_lowers_the_credit() =>
        Gen.Select(Sentence.Array[1, 4], Sentence.Array[1, 4], Sentence, Gen.Int[1, 3])
            .Sample(
                (phrases, text, more, mentions) =>
                {
                    var question = new LongTextQuestion
                    {
                        Ideas = phrases.Select((phrase, i) => Asked.Idea(phrase) with { Id = "k" + i, Mentions = mentions }).ToValueList(),
                    };
                    var before = string.Join(". ", text);
                    return question.Marked(new LongTextResponse { Text = $"{before}. {more}" }).Share
                        >= question.Marked(new LongTextResponse { Text = before }).Share;
                }
            );
}
