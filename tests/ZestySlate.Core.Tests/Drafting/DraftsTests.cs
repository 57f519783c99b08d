using CsCheck;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Drafting;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Order;

namespace ZestySlate.Core.Tests.Drafting;

/// <summary>Questions drafted from what is said: which rule makes which, and that each is complete.</summary>
public sealed class DraftsTests
{
    private static ValueList<DraftedQuestion> Of(string language, params string[] sentences) =>
        Drafts.Of(sentences.Select((text, i) => new Caption(i * 5, (i * 5) + 4, text)), language);

    private static readonly string[] English =
    [
        "Because cold air is heavier, it pushes under the warm air.",
        "The glass falls because a low comes near.",
        "The sun heats the land. That is why a breeze comes from the sea.",
        "A cumulonimbus is a tower of cloud with an anvil.",
        "A front is the edge between two kinds of air.",
        "An isobar is a line through places of one pressure.",
        "The temperature drops by six degrees within minutes.",
        "Warm air rises over the hills in the afternoon.",
        "Watchkeepers notice it on the barograph.",
    ];

    private static DraftedQuestion By(DraftRule rule, string part) =>
        Assert.Single(Of("en", English), draft => draft.Rule == rule && draft.Sentence.Text.Contains(part));

    [Fact]
    public void A_cause_is_asked_for_among_the_causes_of_other_things()
    {
        var draft = By(DraftRule.Cause, "heavier");
        var asked = Assert.IsType<MultipleChoiceQuestion>(draft.Question);
        Assert.Contains("It pushes under the warm air.", asked.Prompt.Words);
        Assert.Equal("Cold air is heavier.", Assert.Single(asked.Options, option => option.Right).Text);
        Assert.Contains(asked.Options, option => option.Text == "A low comes near.");
        Assert.Equal(3, asked.Options.Count);
        Assert.Equal("The sun heats the land.", Right(By(DraftRule.Cause, "That is why")));
    }

    private static string Right(DraftedQuestion draft) =>
        ((MultipleChoiceQuestion)draft.Question).Options.Single(option => option.Right).Text;

    [Fact]
    public void A_term_is_told_from_what_is_said_of_others()
    {
        var asked = (MultipleChoiceQuestion)By(DraftRule.Term, "cumulonimbus").Question;
        Assert.Contains("“cumulonimbus”", asked.Prompt.Words);
        Assert.Equal(
            ["A line through places of one pressure.", "A tower of cloud with an anvil.", "The edge between two kinds of air."],
            asked.Options.Select(option => option.Text).Order()
        );
    }

    [Fact]
    public void A_number_is_a_gap_and_its_digits_are_right_too()
    {
        var gap = Assert.Single(((GapTextQuestion)By(DraftRule.Number, "degrees").Question).Gaps);
        Assert.Equal(("six", "6"), (gap.Words, Assert.Single(gap.Gap.Variants)));
    }

    [Fact]
    public void With_its_opposite_a_sentence_is_not_what_was_said()
    {
        var draft = By(DraftRule.Opposite, "hills");
        Assert.Contains("Warm air falls over the hills", ((MultipleChoiceQuestion)draft.Question).Prompt.Words);
        Assert.Equal("It is not as it was said.", Right(draft));
        Assert.Contains("“rises”, not “falls”", ((MultipleChoiceQuestion)draft.Question).Options[0].Feedback);
    }

    [Fact]
    public void A_long_word_that_is_said_once_is_a_gap() =>
        Assert.Equal("Watchkeepers", Assert.Single(((GapTextQuestion)By(DraftRule.RareWord, "Watchkeepers").Question).Gaps).Words);

    [Fact]
    public void Steps_are_put_in_order_without_the_words_that_give_it_away()
    {
        var draft = Assert.Single(
            Of("en", "First, the pressure falls.", "Then it rains.", "Finally, the wind veers.", "That was all."),
            draft => draft.Rule == DraftRule.Steps
        );
        Assert.Equal(
            ["The pressure falls.", "It rains.", "The wind veers."],
            ((OrderQuestion)draft.Question).Items.Select(item => item.Face.Text)
        );
        Assert.DoesNotContain(Of("en", "First, the pressure falls.", "Then it rains.", "That was all."), draft =>
            draft.Rule == DraftRule.Steps
        );
    }

    [Fact]
    public void German_goes_by_rules_of_its_own()
    {
        var drafts = Of(
            "de",
            "Die Luft steigt auf, weil sie warm ist.",
            "Der Druck fällt, weil ein Tief naht.",
            "Es regnet lange, weil die Wolken dick sind.",
            "Die Temperatur sinkt um sechs Grad."
        );
        Assert.Equal("Sie warm ist.", Right(drafts[0]));
        Assert.Equal(DraftRule.Number, drafts[3].Rule);
        Assert.Equal(DraftRule.Reflection, drafts[^1].Rule);
        Assert.Contains("Was war dir neu", drafts[^1].Question.Prompt.Words);
    }

    [Fact]
    public void A_language_without_rules_has_no_drafts()
    {
        Assert.Empty(Of("ar", "الهواء البارد أثقل من الهواء الدافئ."));
        Assert.False(Drafts.Know("ar"));
        Assert.True(Drafts.Know("en-GB"));
        Assert.Empty(Drafts.Of([], "en"));
    }

    [Fact]
    public void The_video_stops_where_the_sentence_has_been_said() => Assert.Equal(4, By(DraftRule.Cause, "heavier").Sentence.To);

    /// <summary>Whatever is said, each draft is complete (nothing in it keeps it from being published), has a name of its own, and the same
    /// text gives the same.</summary>
    [Fact]
    public void Every_draft_is_complete_and_the_same_each_time() =>
        Gen.Int[0, Sayings.Length - 1]
            .List[1, 14]
            .Sample(which =>
            {
                var drafts = Of("en", [.. which.Select(one => Sayings[one])]);
                return drafts
                        .Select(draft => draft.Id)
                        .SequenceEqual(Of("en", [.. which.Select(one => Sayings[one])]).Select(draft => draft.Id))
                    && drafts.Select(draft => draft.Id).Distinct().Count() == drafts.Count
                    && drafts.All(draft => draft.Why.Length > 0 && !Blocks(draft.Question));
            });

    private static bool Blocks(Question question) =>
        ZestySlate.Core.Checking.ReadyCheck.Run(Make.Activity(Make.Asked("q", question))).Any(finding => finding.Blocks);

    private static readonly string[] Sayings =
    [
        .. English,
        "First, it rains.",
        "Then it snows, because it is cold up there in the clouds.",
        "Finally, 3.5 metres of snow lie on the pass.",
        "No",
        "a text without any end and without any sign that would part it into sentences of a length that is usual",
        "Is it so? It is.",
    ];
}
