using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Editing;

/// <summary>Questions made into another family, and what is lost.</summary>
public sealed class FamilyChangeTests
{
    private static T To<T>(Question question)
        where T : Question => FamilyChange.Of(question).Select(change => change.Question).OfType<T>().Single();

    private static string Lost(Question question, string key) => FamilyChange.Of(question).Single(change => change.Key == key).Lost;

    [Fact]
    public void Gaps_become_words_to_be_picked_and_back()
    {
        var words = To<WordPickQuestion>(Asked.Gaps("A {cold front} with {rain}."));
        Assert.Equal(["cold front", "rain"], words.Text.Where(run => run.Mark is { Trap: false }).Select(run => run.Text));
        Assert.Equal(2, To<GapTextQuestion>(words).Gaps.Count());
        Assert.Contains("variants", Lost(Asked.Gaps("{a}"), "wordPick"));
    }

    [Fact]
    public void Options_become_answers_and_back()
    {
        var text = To<ShortTextQuestion>(Make.One());
        Assert.Equal("Option a", text.Accepted.Single().Text);
        Assert.Equal(["Option b", "Option c"], text.NotThis.Select(answer => answer.Text));
        Assert.Equal("Option a", Assert.Single(To<MultipleChoiceQuestion>(text).Options, option => option.Right).Text);
    }

    [Fact]
    public void Pairs_become_groups_and_back()
    {
        var sort = To<SortQuestion>(Asked.Match("cirrus=high", "stratus=low", "fog=low"));
        Assert.Equal(["high", "low"], sort.Groups.Select(group => group.Title));
        Assert.Equal(["high", "low", "low"], To<MatchQuestion>(sort).Pairs.Select(pair => pair.Right.Text));
        Assert.Equal("further groups of items, items that belong nowhere", Lost(Asked.Sort("a=ab", "b="), "match"));
    }

    [Fact]
    public void A_number_is_found_in_a_text_and_only_there()
    {
        Assert.Equal((1013m, "hPa"), (To<NumberQuestion>(Asked.Short("1013 hPa")).Value, To<NumberQuestion>(Asked.Short("1013 hPa")).Unit));
        Assert.DoesNotContain(FamilyChange.Of(Asked.Short("gale")), change => change.Key == "number");
    }

    [Fact]
    public void What_every_question_has_comes_along()
    {
        var made = To<ShortTextQuestion>(Make.One() with { Points = 3, Bands = ScoreBands.Of([new ScoreBand(100, "x")]) });
        Assert.Equal(
            ("Which one?", "Look up.", "Because of the wind.", 3m, 1),
            (made.Prompt.Words, made.Hint, made.Explanation, made.Points, made.Bands.Bands.Count)
        );
    }

    [Fact]
    public void The_edit_keeps_the_spot_and_refuses_what_cannot_be()
    {
        var activity = Make.Activity(Make.Asked("q", Asked.Gaps("{a} b")));
        Assert.IsType<WordPickQuestion>(((Ask)new ChangeFamily("q", "wordPick").Apply(activity).Value.SpotOf("q")!.Content).Question);
        Assert.Equal("This question cannot be made into that kind.", new ChangeFamily("q", "number").Apply(activity).Refusal);
    }

    public static TheoryData<Question> Every =>
        [
            Make.One(),
            Asked.Gaps("{a} b"),
            Asked.Words("{a} b"),
            Asked.Order("a", "b"),
            Asked.Jumbled("a b"),
            Asked.Match("a=1", "b=2"),
            Asked.Sort("a=a", "b=b"),
            Asked.Number(3),
            Asked.Short("a"),
        ];

    [Theory]
    [MemberData(nameof(Every))]
    public void Every_family_can_become_another(Question question) =>
        Assert.All(FamilyChange.Of(question), change => Assert.Equal(change.Key, QuestionTypes.For(change.Question).Key));

    [Theory]
    [MemberData(nameof(Every))]
    public void A_copy_of_wording_and_key_of_itself_changes_nothing(Question question)
    {
        var family = QuestionTypes.For(question);
        Assert.Equal(question, family.WithKey(family.WithWording(question, question), question));
    }
}
