using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Questions.Sort;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>What a question is worth whose parts are still to come: a point, and not a hundredth.</summary>
public sealed class PointsBeforePartsTests
{
    public static TheoryData<Question, double> Table =>
        new()
        {
            { new GapTextQuestion(), 1 },
            { new MatchQuestion(), 1 },
            { new OrderQuestion(), 1 },
            { new SortQuestion(), 1 },
            { new PlacingQuestion(), 1 },
            {
                new PlacingQuestion { Items = [new PlacingItem { Id = "a" }, new PlacingItem { Id = "b" }] },
                1
            },
            {
                new PlacingQuestion { Items = [new PlacingItem { Id = "a", Zones = ["z"] }, new PlacingItem { Id = "b" }] },
                1
            },
            {
                new PlacingQuestion
                {
                    Items =
                    [
                        new PlacingItem
                        {
                            Id = "a",
                            Zones = ["z"],
                            Weight = 0,
                        },
                    ],
                },
                0.01
            },
            {
                new SortQuestion { Items = [new SortItem { Id = "a", Weight = 0 }, new SortItem { Id = "b", Weight = 0 }] },
                0.01
            },
            {
                new SortQuestion { Items = [new SortItem { Id = "a", Weight = 0.5m }, new SortItem { Id = "b", Weight = 2 }] },
                2.5
            },
        };

    [Theory]
    [MemberData(nameof(Table))]
    public void A_question_is_worth_its_parts_and_one_point_before_there_are_any(Question question, double outOf) =>
        Assert.Equal((decimal)outOf, QuestionTypes.For(question).OutOf(question));
}
