using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Checking;

/// <summary>What the ready check says of questions and of the way through them.</summary>
public sealed class FlowCheckTests
{
    private static Activity Quiz(Rules? rules = null, int? draw = null, Flow? flow = null, params Question[] questions) =>
        new()
        {
            Title = "Quiz",
            Flow = flow ?? new Flow { Way = Way.InOrder },
            Rules = rules ?? new Rules(),
            Scenes =
            [
                new Scene
                {
                    Id = "p",
                    Title = "Pool",
                    Backdrop = new PageBackdrop(default),
                    Draw = draw,
                    Spots =
                    [
                        .. questions.Select(
                            (question, i) =>
                                new Spot { Id = "q" + i, Content = new Ask(question with { Prompt = RichText.Plain($"Question {i}?") }) }
                        ),
                    ],
                },
            ],
        };

    private static Finding Finds(Activity activity, string words) =>
        Assert.Single(ReadyCheck.Run(activity), finding => finding.Message.Contains(words));

    [Fact]
    public void A_good_quiz_is_ready() => Assert.Empty(ReadyCheck.Run(Quiz(null, 1, null, Make.One(), Make.One())));

    [Fact]
    public void A_pool_smaller_than_its_draw_blocks() =>
        Assert.True(Finds(Quiz(null, 5, null, Make.One()), "5 questions are drawn from 1").Blocks);

    [Fact]
    public void A_pass_mark_out_of_reach_blocks() =>
        Assert.True(
            Finds(
                Quiz(new Rules { PassMark = 80, TryCosts = [0.3m] }, null, null, Make.One()),
                "cannot be reached: the first try costs 30 %"
            ).Blocks
        );

    [Fact]
    public void Drawing_from_unequal_points_is_named()
    {
        Assert.Empty(ReadyCheck.Run(Quiz(null, 1, new Flow(), Make.One(), Make.One())));
        Finds(Quiz(null, 1, null, Make.One(), Make.Several("a", "b")), "have different points");
    }

    [Fact]
    public void A_time_for_each_needs_one_at_a_time()
    {
        var rules = new Rules { Clock = new Clock(ClockFor.Item, 30) };
        Assert.True(Finds(Quiz(rules, null, new Flow(), Make.One()), "let them go in order").Blocks);
        Assert.False(Finds(Quiz(rules, null, new Flow { Way = Way.InOrder, Paging = Paging.AllOnAPage }, Make.One()), "share it").Blocks);
    }

    [Fact]
    public void Questions_of_one_name_are_named()
    {
        var activity = Quiz(null, null, null, Make.One(), Make.One());
        Finds(
            activity with
            {
                Scenes = [activity.Scenes[0] with { Spots = [.. activity.Scenes[0].Spots.Select(spot => spot with { Name = "Clouds" })] }],
            },
            "2 questions are called “Clouds”"
        );
    }

    public static TheoryData<Question, string, bool> Weak =>
        new()
        {
            { Asked.Words("no mark"), "has no right word", true },
            { Asked.Words("{gale} tea") with { Penalty = 0 }, "full points to whoever picks every word", false },
            { Asked.Order("one"), "fewer than two things", true },
            {
                new OrderQuestion { Items = [new OrderItem { Id = "x" }, .. Asked.Order("a", "b").Items] },
                "a thing without words",
                true
            },
            { Asked.Jumbled("alone"), "fewer than two words", true },
            { Asked.Jumbled("the the", "a b"), "nothing can be out of order", false },
            { Asked.Match("a=1"), "fewer than two pairs", true },
            {
                new MatchQuestion { Pairs = [.. Asked.Match("a=1", "b=2").Pairs, new MatchPair { Id = "x", Left = Face.Of("c") }] },
                "one side is empty",
                true
            },
            { Asked.Match("a=1", "a=2"), "asks for “a” twice", false },
            { Asked.Sort("gull=", "crab="), "has no right answer: put each item", true },
            { Asked.Sort("gull=a", "crab=b"), "“Cliff”, to which nothing belongs", false },
            { new NumberQuestion(), "has no right answer: type the number", true },
            { Asked.Number(3, "3 m"), "which nobody can type", true },
            {
                new NumberQuestion { Value = 1, UnitUse = UnitUse.Required },
                "asks for a unit but has none",
                true
            },
            { new ShortTextQuestion(), "has no right answer: type one", true },
            { Asked.Short("gale") with { NotThis = [new ShortAnswer("Gale")] }, "as right and has it on the list of what is wrong", true },
            {
                Asked.Short("backing") with
                {
                    NotThis = [new ShortAnswer("packing")],
                    Reading = new TextReading { Slips = true },
                },
                "is a slip away",
                false
            },
            { Make.One() with { Picture = Make.Picture("") }, "shows a picture without alternative text", false },
        };

    [Theory]
    [MemberData(nameof(Weak))]
    public void What_is_missing_or_weak_in_a_question_is_named(Question question, string words, bool blocks) =>
        Assert.Equal(blocks, Finds(Quiz(null, null, null, question), words).Blocks);
}
