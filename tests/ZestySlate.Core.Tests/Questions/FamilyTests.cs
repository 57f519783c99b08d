using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>The rules of marking of the families that are picked, ordered, matched and sorted.</summary>
public sealed class FamilyTests
{
    [Theory]
    [InlineData("w1 w4", 1)]
    [InlineData("w1", 0.5)]
    [InlineData("w1 w4 w0", 0.5)]
    [InlineData("w1 w8", 0)]
    [InlineData("w0 w2", 0)]
    public void Picked_words_count_for_and_against(string picked, double share) =>
        Assert.Equal(
            (decimal)share,
            Asked.Words("The {gale} and the {rough sea}, not the [tea].").Marked(Asked.Picked(picked.Split(' '))).Share
        );

    [Fact]
    public void A_trap_has_words_of_its_own_and_a_phrase_is_one_unit()
    {
        var question = Asked.Words("A {rough sea} and [tea]");
        question = question with
        {
            Text = MarkedText.Change(question.Text, mark => mark.Trap, mark => mark with { Feedback = "Tea is no danger." }),
        };
        Assert.Equal(["w0", "w1", "w3", "w4"], question.Units.Select(unit => unit.Id).Where(id => id.Length > 0));
        Assert.Equal("Tea is no danger.", question.Marked(Asked.Picked("w4")).Of("w4")!.Feedback);
    }

    [Fact]
    public void Without_a_penalty_wrong_picks_cost_nothing() =>
        Assert.Equal(1, (Asked.Words("{gale} tea") with { Penalty = 0 }).Marked(Asked.Picked("w0", "w1")).Share);

    [Theory]
    [InlineData(OrderCredit.ExactPlace, "0 1 2 3", 1)]
    [InlineData(OrderCredit.ExactPlace, "1 0 2 3", 0.5)]
    [InlineData(OrderCredit.ExactPlace, "1 2 3 0", 0)]
    [InlineData(OrderCredit.LongestKept, "1 2 3 0", 0.75)]
    [InlineData(OrderCredit.LongestKept, "3 2 1 0", 0.25)]
    [InlineData(OrderCredit.LongestKept, "1 0 3 2", 0.5)]
    [InlineData(OrderCredit.NeighbourPairs, "2 3 0 1", 0.6667)]
    [InlineData(OrderCredit.NeighbourPairs, "3 2 1 0", 0)]
    public void An_order_earns_by_place_by_kept_order_or_by_neighbours(OrderCredit credit, string given, double share) =>
        Assert.Equal(
            (decimal)share,
            (Asked.Order("a", "b", "c", "d") with { Credit = credit }).Marked(Asked.InOrder(given)).Share.Rounded(4)
        );

    [Fact]
    public void Items_that_look_alike_are_interchangeable() =>
        Assert.Equal(1, Asked.Order("up", "down", "up").Marked(Asked.InOrder("2 1 0")).Share);

    [Theory]
    [InlineData("0 1", "a has words")]
    [InlineData("1 0", "a has words")]
    public void A_thing_to_be_put_in_order_has_words_once_it_is_marked(string given, string words)
    {
        var question = Asked.Order("a", "b");
        question = question with { Items = question.Items.Replace(item => item.Id == "i0", item => item with { Feedback = words }) };
        Assert.Equal(words, question.Marked(Asked.InOrder(given)).Of("i0")!.Feedback);
        Assert.Equal("", question.Marked(Asked.InOrder(given)).Of("i1")!.Feedback);
    }

    [Theory]
    [InlineData(false, "0 1 2", "1 0", false, "Calm.", "Stormy.")]
    [InlineData(true, "0 1 2", "1 0", false, "Calm.", "")]
    [InlineData(true, "0 1 2", "0 1", false, "Calm.", "Stormy.")]
    [InlineData(true, "0 1 2", "1 0", true, "Calm.", "Stormy.")]
    public void A_line_of_jumbled_words_has_words_once_it_stands(
        bool eachMove,
        string one,
        string two,
        bool told,
        string first,
        string second
    )
    {
        var question = Asked.Jumbled("red at night", "at morning") with
        {
            EachMove = eachMove,
            Feedback = [new LineWords("at morning", "Stormy."), new LineWords("red at night", "Calm.")],
        };
        var response = question.Put(one, two);
        var view = (JumbledWordsView)
            QuestionTypes
                .For(question)
                .View(
                    question,
                    new Showing<Response>(
                        response,
                        null,
                        question.Marked(response),
                        new Shown(true, told, false),
                        [],
                        ZestySlate.Core.Wording.Words.English
                    )
                );
        Assert.Equal([first, second], view.LineFeedback);
    }

    [Theory]
    [InlineData("0 1 2 3 4", 1)]
    [InlineData("3 1 2 0 4", 1)]
    [InlineData("1 0 2 3 4", 0.6)]
    public void Equal_words_are_interchangeable(string given, double share) =>
        Assert.Equal(
            (decimal)share,
            Asked.Jumbled("the wind in the sail") is var question ? question.Marked(question.Put(given)).Share : 0
        );

    [Fact]
    public void Words_stay_in_their_line()
    {
        var question = Asked.Jumbled("red sky", "at night");
        Assert.Null(QuestionTypes.For(question).RefuseResponse(question, question.Put("1 0", "1 0")));
        Assert.NotNull(
            QuestionTypes
                .For(question)
                .RefuseResponse(
                    question,
                    new JumbledWordsResponse
                    {
                        Lines =
                        [
                            [question.Words[0][0].Id, question.Words[1][0].Id],
                            [question.Words[0][1].Id, question.Words[1][1].Id],
                        ],
                    }
                )
        );
        Assert.Equal(0.5m, question.Marked(question.Put("0 1", "1 0")).Share);
    }

    [Fact]
    public void Capital_and_end_mark_can_be_hidden_and_then_words_are_equal_without_them()
    {
        var question = Asked.Jumbled("The wind and the sea.") with { HideEnds = true };
        Assert.Equal(["the", "wind", "and", "the", "sea"], question.Words[0].Select(word => word.Text));
        Assert.Equal(1, question.Marked(question.Put("3 1 2 0 4")).Share);
    }

    [Fact]
    public void The_first_order_leaves_no_word_in_its_place_where_that_is_possible()
    {
        var question = Asked.Jumbled("the wind and the sea and the sky");
        for (var seed = 0; seed < 200; seed++)
        {
            var view = (JumbledWordsView)
                QuestionTypes
                    .For(question)
                    .View(
                        question,
                        new Showing<Response>(
                            null,
                            null,
                            null,
                            default,
                            QuestionTypes.For(question).Draw(question, SeededRandom.For(seed, "x"), options: true),
                            ZestySlate.Core.Wording.Words.English
                        )
                    );
            Assert.DoesNotContain(true, view.Lines[0].Zip(question.Words[0], (shown, right) => shown.Text == right.Text));
        }
    }

    [Theory]
    [InlineData("p0 p1 p2", 1)]
    [InlineData("p1 p0 p2", 0.3333)]
    [InlineData("p0", 0.3333)]
    public void A_pair_is_right_when_its_counterpart_is_chosen(string chosen, double share) =>
        Assert.Equal(
            (decimal)share,
            Asked.Match("vane=direction", "gauge=rain", "screen=temperature").Marked(Asked.Matched(chosen.Split(' '))).Share.Rounded(4)
        );

    [Fact]
    public void Several_may_belong_to_one_and_it_is_offered_once()
    {
        var question = Asked.Match("cirrus=high", "stratus=low", "fog=low") with
        {
            Extras = [new MatchExtra { Id = "x", Face = Face.Of("middle") }],
        };
        Assert.Equal(["high", "low", "middle"], question.Options.Select(option => option.Face.Text));
        Assert.Equal(1, question.Marked(Asked.Matched("p0", "p1", "p1")).Share);
        Assert.Equal("“middle” does not belong to “fog”.", question.Marked(Asked.Matched("p0", "p1", "x")).Of("p2")!.Reason.Said());
    }

    [Theory]
    [InlineData("a b", 1)]
    [InlineData("a a", 1)]
    [InlineData("a c", 0.5)]
    public void Any_group_of_an_item_is_right(string groups, double share) =>
        Assert.Equal((decimal)share, Asked.Sort("gull=a", "crab=ab").Marked(Asked.Sorted(groups.Split(' '))).Share);

    [Theory]
    [InlineData("a ab", 1)]
    [InlineData("a a", 0.75)]
    [InlineData("a ac", 0.5)]
    [InlineData("a abc", 0.75)]
    public void Where_every_group_is_asked_for_wrong_ones_count_against_it(string groups, double share) =>
        Assert.Equal(
            (decimal)share,
            (Asked.Sort("gull=a", "crab=ab") with { EveryGroup = true }).Marked(Asked.Sorted(groups.Split(' '))).Share
        );

    [Fact]
    public void What_belongs_nowhere_is_right_when_it_is_left_out()
    {
        var question = Asked.Sort("gull=a", "piano=");
        Assert.Equal(1, question.Marked(Asked.Sorted("a", "")).Share);
        Assert.Equal(0.5m, question.Marked(Asked.Sorted("a", "b")).Share);
    }

    [Fact]
    public void Short_answers_have_shares_and_words()
    {
        var question = Asked.Short("barograph") with
        {
            Accepted = [new ShortAnswer("barograph"), new ShortAnswer("pressure writer") { Share = 0.5m, Feedback = "What is its name?" }],
            NotThis = [new ShortAnswer("barometer") { Feedback = "That one does not write." }],
        };
        Assert.Equal(1, question.Marked(Asked.Answer("Barograph.")).Share);
        var half = question.Marked(Asked.Answer("pressure  writer"));
        Assert.Equal((0.5m, Verdict.Partly, "What is its name?"), (half.Share, half.Verdict, half.Parts[0].Feedback));
        Assert.Equal(
            (Verdict.Wrong, "That one does not write."),
            (question.Marked(Asked.Answer("barometer")).Verdict, question.Marked(Asked.Answer("barometer")).Parts[0].Feedback)
        );
    }

    [Fact]
    public void Heavy_parts_count_more()
    {
        var match = Asked.Match("a=1", "b=2");
        Assert.Equal(
            0.75m,
            (match with { Pairs = match.Pairs.Replace(pair => pair.Id == "p0", pair => pair with { Weight = 3 }) })
                .Marked(Asked.Matched("p0", "p0"))
                .Share
        );
        var sort = Asked.Sort("gull=a", "crab=b");
        Assert.Equal(
            0.75m,
            (sort with { Items = sort.Items.Replace(item => item.Id == "i0", item => item with { Weight = 3 }) })
                .Marked(Asked.Sorted("a", "a"))
                .Share
        );
        var order = Asked.Order("a", "b", "c");
        order = order with { Items = order.Items.Replace(item => item.Id == "i0", item => item with { Weight = 2 }) };
        Assert.Equal((0.5m, 4m), (order.Marked(Asked.InOrder("0 2 1")).Share, QuestionTypes.For(order).OutOf(order)));
    }

    [Fact]
    public void All_or_nothing_takes_what_is_only_partly_right()
    {
        var mark = (Asked.Order("a", "b", "c") with { AllOrNothing = true }).Marked(Asked.InOrder("0 2 1"));
        Assert.Equal((0m, Verdict.Partly), (mark.Share, mark.Verdict));
        Assert.EndsWith("Only a fully right answer earns points here.", mark.Reason.Said());
    }

    public static TheoryData<Question, Response> FirstGoes =>
        new()
        {
            { Asked.Gaps("{a} and {b}"), Asked.Typed("a", "x") },
            { Asked.Words("{a} and {b}"), Asked.Picked("w0", "w1") },
            { Asked.Order("a", "b", "c"), Asked.InOrder("0 2 1") },
            { Asked.Jumbled("a b c"), Asked.Jumbled("a b c").Put("0 2 1") },
            { Asked.Match("a=1", "b=2"), Asked.Matched("p0", "p0") },
            { Asked.Sort("a=a", "b=b"), Asked.Sorted("a", "a") },
            { Make.Several("a", "b"), Make.Picked("a", "c") },
        };

    [Theory]
    [MemberData(nameof(FirstGoes))]
    public void What_was_right_stays_whatever_is_sent_for_it(Question question, Response first)
    {
        var family = QuestionTypes.For(question);
        var mark = question.Marked(first);
        var kept = family.Kept(question, first, mark)!;
        var next = family.WithKept(
            question,
            first switch
            {
                ZestySlate.Core.Questions.GapText.GapTextResponse => Asked.Typed("x", "b"),
                ZestySlate.Core.Questions.WordPick.WordPickResponse => Asked.Picked("w2"),
                OrderResponse => Asked.InOrder("1 2 0"),
                JumbledWordsResponse => Asked.Jumbled("a b c").Put("1 2 0"),
                MatchResponse => Asked.Matched("p1", "p1"),
                SortResponse => Asked.Sorted("b", "b"),
                _ => Make.Picked("b"),
            },
            kept
        );
        Assert.Equal(1, question.Marked(next).Share);
    }

    [Theory]
    [MemberData(nameof(FirstGoes))]
    public void An_answer_of_another_family_is_refused(Question question, Response first)
    {
        _ = first;
        Assert.NotNull(QuestionTypes.For(question).RefuseResponse(question, Asked.Number("5")));
    }
}
