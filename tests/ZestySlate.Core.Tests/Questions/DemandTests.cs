using ZestySlate.Core.Activities;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Number;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>What a question demands: guessed by its family and its words, or marked by its author.</summary>
public sealed class DemandTests
{
    [Theory]
    [InlineData("Which cloud is this?", Demand.Recall)]
    [InlineData("Why does the pressure fall?", Demand.Application)]
    [InlineData("How long does the rain last?", Demand.Application)]
    [InlineData("When did you last see a front pass? Why?", Demand.Reflection)]
    [InlineData("What would you do?", Demand.Reflection)]
    [InlineData("Welche Wolke ist das?", Demand.Recall)]
    [InlineData("Warum fällt der Druck?", Demand.Application)]
    [InlineData("Was würdest du tun?", Demand.Reflection)]
    [InlineData("Whyever not", Demand.Recall)]
    public void Words_tell_more_than_the_family(string prompt, Demand demand) =>
        Assert.Equal(demand, Demands.Of(Make.One() with { Prompt = RichText.Plain(prompt) }));

    [Fact]
    public void Where_words_tell_nothing_the_family_does()
    {
        Assert.Equal(Demand.Application, Demands.Of(new NumberQuestion { Prompt = RichText.Plain("The pressure is …") }));
        Assert.Equal(Demand.Reflection, Demands.Of(new LongTextQuestion { Prompt = RichText.Plain("A morning at sea") }));
    }

    [Fact]
    public void What_its_author_marks_counts_and_is_wording()
    {
        var marked = Make.One() with { Demands = Demand.Reflection };
        Assert.Equal(Demand.Reflection, Demands.Of(marked));
        var (older, newer) = (Make.Tour(Make.Scene("a", Make.Asked("q", Make.One()))), Make.Tour(Make.Scene("a", Make.Asked("q", marked))));
        Assert.Empty(EditionDifference.Between(older, newer).Structure);
        Assert.Equal(Demand.Reflection, EditionMerge.WithWording(older, newer).SpotOf("q")!.Question!.Demands);
    }
}
