using CsCheck;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Marking;

public sealed class MarkingProperties
{
    private static readonly Gen<MultipleChoiceQuestion> Questions =
        from count in Gen.Int[2, 8]
        from right in Gen.Bool.Array[count]
        from picks in Gen.Enum<Picks>()
        from penalty in Gen.Int[0, 4]
        from whole in Gen.Bool
        select new MultipleChoiceQuestion
        {
            Picks = picks,
            Penalty = penalty / 2m,
            AllOrNothing = whole,
            OffersNone = true,
            Options = right.Select((isRight, i) => Make.Option("o" + i, isRight)).ToValueList(),
        };

    private static readonly Gen<(MultipleChoiceQuestion Question, MultipleChoiceResponse Response)> Answered =
        from question in Questions
        from picked in Gen.Bool.Array[question.Options.Count]
        let ids = question.Options.Where((_, i) => picked[i]).Select(option => option.Id).ToValueList()
        select (question, new MultipleChoiceResponse { Picked = question.Picks == Picks.Several ? ids : ids.Take(1).ToValueList() });

    [Fact]
    public void Credit_lies_between_nothing_and_everything() =>
        Answered.Sample(given =>
            QuestionTypes.For(given.Question).Mark(given.Question, given.Response).Share is var share && share >= 0 && share <= 1
        );

    [Fact]
    public void The_order_of_options_does_not_change_a_mark() =>
        Gen.Select(Answered, Gen.ULong)
            .Sample(
                (given, seed) =>
                {
                    var shuffled = given.Question with { Options = new SeededRandom(seed).Shuffle(given.Question.Options) };
                    var family = QuestionTypes.For(given.Question);
                    return family.Mark(given.Question, given.Response).Share == family.Mark(shuffled, given.Response).Share;
                }
            );

    [Fact]
    public void One_right_pick_more_never_gives_less() =>
        Answered
            .Where(given => given.Question.Picks == Picks.Several)
            .Sample(given =>
            {
                var more = given.Question.Options.FirstOrDefault(option => option.Right && !given.Response.Picked.Contains(option.Id));
                var family = QuestionTypes.For(given.Question);
                return more is null
                    || family.Mark(given.Question, new MultipleChoiceResponse { Picked = given.Response.Picked.Add(more.Id) }).Share
                        >= family.Mark(given.Question, given.Response).Share;
            });

    [Fact]
    public void Exactly_the_right_options_are_right() =>
        Questions
            .Where(q => q.Picks == Picks.Several && q.RightOptions > 0)
            .Sample(question =>
                QuestionTypes
                    .For(question)
                    .Mark(
                        question,
                        new MultipleChoiceResponse { Picked = question.Options.Where(o => o.Right).Select(o => o.Id).ToValueList() }
                    )
                    .Share == 1
            );

    [Fact]
    public void Every_verdict_has_a_reason() =>
        Answered.Sample(given =>
        {
            var mark = QuestionTypes.For(given.Question).Mark(given.Question, given.Response);
            return mark.Reason.Said().Length > 0 && mark.Parts.All(part => part.Reason.Said().Length > 0);
        });
}
