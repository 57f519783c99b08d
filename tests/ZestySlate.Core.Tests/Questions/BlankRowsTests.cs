using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Questions.Sort;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Rows that were begun at the end and left empty: no fault of the author's, and nothing that learners see.</summary>
public sealed class BlankRowsTests
{
    private static readonly Face Nothing = new() { Text = "  " };

    /// <summary>A question of each family with rows, whose last two rows are empty, and how many rows it has.</summary>
    private static readonly (Question Question, Func<Question, int> Rows)[] Left =
    [
        (
            new MultipleChoiceQuestion
            {
                Options =
                [
                    new Option
                    {
                        Id = "a",
                        Text = "rain",
                        Right = true,
                    },
                    new Option { Id = "b", Text = "wind" },
                    new Option { Id = "c" },
                    new Option { Id = "d", Text = " " },
                ],
            },
            question => ((MultipleChoiceQuestion)question).Options.Count
        ),
        (
            new MatchQuestion
            {
                Pairs =
                [
                    Pair("a", Face.Of("rain"), Face.Of("gauge")),
                    Pair("b", Face.Of("wind"), Face.Of("vane")),
                    Pair("c", Nothing, new Face()),
                    Pair("d", new Face(), new Face()),
                ],
            },
            question => ((MatchQuestion)question).Pairs.Count
        ),
        (new OrderQuestion { Items = [.. Faces.Select(face => new OrderItem { Id = Ids.New(), Face = face })] }, question =>
            ((OrderQuestion)question).Items.Count
        ),
        (
            new SortQuestion
            {
                Items =
                [
                    .. Faces.Select(face => new SortItem
                    {
                        Id = Ids.New(),
                        Face = face,
                        Groups = ["g"],
                    }),
                ],
            },
            question => ((SortQuestion)question).Items.Count
        ),
        (new PollQuestion { Choices = [.. Faces.Select(face => new PollChoice { Id = Ids.New(), Face = face })] }, question =>
            ((PollQuestion)question).Choices.Count
        ),
        (
            new LongTextQuestion
            {
                WaitsForPerson = true,
                Ideas = [Idea("a", "rain"), Idea("b", "wind"), Idea("c", " "), new KeyIdea { Id = "d" }],
            },
            question => ((LongTextQuestion)question).Ideas.Count
        ),
    ];

    private static IEnumerable<Face> Faces => [Face.Of("calm"), Face.Of("gale"), Nothing, new Face()];

    private static MatchPair Pair(string id, Face left, Face right) =>
        new()
        {
            Id = id,
            Left = left,
            Right = right,
        };

    private static KeyIdea Idea(string id, string phrase) => new() { Id = id, Phrases = [phrase] };

    [Fact]
    public void They_are_left_out_at_the_end_and_once() => Assert.All(Left, one =>
        {
            var whole = QuestionTypes.WithoutBlanks(one.Question);
            Assert.Equal((4, 2), (one.Rows(one.Question), one.Rows(whole)));
            Assert.Equal(whole, QuestionTypes.WithoutBlanks(whole));
        });

    [Fact]
    public void Every_family_with_rows_is_looked_at() =>
        Assert.Equal(
            QuestionTypes.All.Where(family => family.As<IHasRows>() is not null).Select(family => family.Key).Order(),
            Left.Select(one => QuestionTypes.For(one.Question).Key).Order()
        );

    [Fact]
    public void An_empty_row_between_others_and_one_that_is_ticked_as_right_are_meant()
    {
        var asked = (MultipleChoiceQuestion)Left[0].Question;
        var between = asked with { Options = asked.Options.Add(new Option { Id = "e", Text = "snow" }) };
        Assert.Equal(between, QuestionTypes.WithoutBlanks(between));
        var ticked = asked with { Options = asked.Options.Replace(option => option.Id == "d", option => option with { Right = true }) };
        Assert.Equal(ticked, QuestionTypes.WithoutBlanks(ticked));
        Assert.Contains(Check(between), message => message.Contains("an option without words", StringComparison.Ordinal));
        Assert.DoesNotContain(Check(asked), message => message.Contains("an option without words", StringComparison.Ordinal));
    }

    [Fact]
    public void A_scale_keeps_its_silent_steps()
    {
        var scale = (PollQuestion)Left[4].Question with { IsScale = true };
        Assert.Equal(scale, QuestionTypes.WithoutBlanks(scale));
    }

    [Fact]
    public void Publishing_leaves_them_out_of_the_draft_itself()
    {
        var activity = Make.Activity(Make.Asked("q", Left[2].Question), Make.Asked("o", Make.One()));
        var after = new DropBlanks().Apply(activity).Value!;
        Assert.Equal(2, ((OrderQuestion)after.SpotOf("q")!.Question!).Items.Count);
        Assert.Equal(activity.SpotOf("o"), after.SpotOf("o"));
        Assert.Same(after, new DropBlanks().Apply(after).Value);
    }

    private static IEnumerable<string> Check(Question question) =>
        ReadyCheck.Run(Make.Activity(Make.Asked("q", question))).Select(finding => finding.Message);
}
