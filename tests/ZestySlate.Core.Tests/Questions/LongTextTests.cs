using CsCheck;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Key ideas in a text: what is a mention, what it earns.</summary>
public sealed class LongTextTests
{
    private static string[] Found(string text, params KeyIdea[] ideas) => [.. new KeyIdeas(ideas, InEnglish.Culture).In(text).Select(mention => $"{mention.Idea}:{text.Substring(mention.Start, mention.Length)}")];

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
        Assert.Equal(["0:sea breeze", "0:breeze sea"], Found("sea breeze, breeze sea", Asked.Idea("sea breeze", "breeze sea") with { Between = 0 }));
    }

    [Fact]
    public void Each_mention_earns_its_points_up_to_as_many_as_count_and_variants_share_them()
    {
        var question = new LongTextQuestion { Ideas = [Asked.Idea("land", "ground") with { Mentions = 2, Points = 1.5m }, Asked.Idea("sea") with { Id = "sea", Missing = "What about the water?" }] };
        Assert.Equal(4, QuestionTypes.For(question).OutOf(question));
        QuestionMark Mark(string text) => question.Marked(new LongTextResponse { Text = text });
        Assert.Equal((0.75m, 0.375m, 1m), (Mark("The land, the ground, the land.").Share, Mark("The land.").Share, Mark("Land and ground by the sea.").Share));
        Assert.Equal((Verdict.Partly, "What about the water?"), (Mark("The land.").Of("land")!.Verdict, Mark("The land.").Of("sea")!.Feedback));
        Assert.Equal((Verdict.Missing, Verdict.Wrong), (Mark(" ").Verdict, Mark("Clouds.").Verdict));
    }

    [Fact]
    public void A_text_that_waits_for_a_person_makes_the_total_provisional_and_one_without_ideas_is_not_marked()
    {
        var waits = new Attempt(Make.Activity(Make.Asked("q", new LongTextQuestion { Ideas = [Asked.Idea("land")], WaitsForPerson = true })), 3)
            .Then((id, at) => new AskedToMark("q", new LongTextResponse { Text = "The land." }) { Id = id, At = at }).HandIn();
        Assert.Equal((true, 1m, Verdict.Waiting), (waits.State.Score.Provisional, waits.State.Score.Points, waits.State.Questions[0].LastTry!.Mark.Verdict));
        Assert.Equal(Verdict.Ungraded, new LongTextQuestion().Marked(new LongTextResponse { Text = "The land." }).Verdict);
    }

    [Fact]
    public void The_text_stays_for_another_go()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", new LongTextQuestion { Ideas = [Asked.Idea("land")] })), 3)
            .Then((id, at) => new AskedToMark("q", new LongTextResponse { Text = "The sea." }) { Id = id, At = at }).Again("q");
        Assert.Equal("The sea.", ((LongTextView)attempt.View().SpotOf("q")!.Ask!.Parts).Given);
    }

    [Theory]
    [InlineData("👩‍🚒 at sea", LengthMeasure.Characters, 8)]
    [InlineData("it's 8.5 knots – now", LengthMeasure.Words, 4)]
    [InlineData("", LengthMeasure.Words, 0)]
    public void Length_is_counted_as_a_person_counts(string text, LengthMeasure measure, int length) => Assert.Equal(length, KeyIdeas.LengthOf(text, measure));

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(LongTextQuestion question) => [.. QuestionTypes.For(question).Check(question, InEnglish.Culture).Select(weakness => weakness.Message)];
        Assert.Equal(["has a key idea without words (number 1)"], Said(new LongTextQuestion { Ideas = [new KeyIdea { Id = "a" }] }));
        Assert.Equal(["has no key ideas and waits for nobody: it is kept and not marked"], Said(new LongTextQuestion()));
        Assert.Equal(["asks for 9 at least and 3 at most"], Said(new LongTextQuestion { WaitsForPerson = true, Least = 9, Most = 3 }));
        Assert.Equal(["has a model answer in which «land» is not found often enough"], Said(new LongTextQuestion { Ideas = [Asked.Idea("land")], ModelAnswer = "The sea." }));
    }

    private static readonly Gen<string> Sentence = Gen.Int[0, 5].Array[1, 6].Select(words => string.Join(' ', words.Select(i => new[] { "land", "sea", "warm", "cold", "front", "breeze" }[i])));

    [Fact]
    public void Adding_a_sentence_never_lowers_the_credit() =>
        Gen.Select(Sentence.Array[1, 4], Sentence.Array[1, 4], Sentence, Gen.Int[1, 3]).Sample((phrases, text, more, mentions) =>
        {
            var question = new LongTextQuestion { Ideas = phrases.Select((phrase, i) => Asked.Idea(phrase) with { Id = "k" + i, Mentions = mentions }).ToValueList() };
            var before = string.Join(". ", text);
            return question.Marked(new LongTextResponse { Text = $"{before}. {more}" }).Share >= question.Marked(new LongTextResponse { Text = before }).Share;
        });
}
