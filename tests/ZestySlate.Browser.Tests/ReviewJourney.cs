using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A work is reviewed on the page that its learner will read, and nothing of it needs to be kept by hand.</summary>
public sealed class ReviewJourney(Apps apps)
{
    private const string Comment = ".review form[data-review-form] textarea[name=comment]";

    /// <summary>The work of the n-th learner; other journeys have the first.</summary>
    private string WorkOf(Person ines, int at)
    {
        ines.Go(apps.Slate + "/author/windcheck/results");
        ines.See("a[href*='/author/windcheck/review/']");
        return ines.All("a[href*='/author/windcheck/review/']").Select(link => link.GetAttribute("href")!).Distinct().ElementAt(at);
    }

    [Fact]
    public void Five_comments_need_no_press_but_into_their_fields_and_the_work_is_given_back()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        var address = WorkOf(ines, 3);
        ines.CountPresses();
        ines.PressCss($"a[href='{new Uri(address).AbsolutePath}']");
        ines.See(Comment);

        // What the learner will read stands beside the fields.
        Assert.True(ines.All("[data-review-answer] .ask").Count >= 10);
        for (var at = 0; at < 5; at++)
        {
            ines.Run("arguments[0].scrollIntoView({ block: 'center' })", ines.All(Comment)[at]);
            ines.All(Comment)[at].Click();
            ines.Keys($"Word {at} on it.");
        }

        ines.Reads("[data-review-answer] .said-review", "Word 3 on it.");
        ines.Press("Give back", "#done");
        ines.Reads("#done", "Given back");
        ines.HasPressedAtMost(7);
        ines.Go(address);
        for (var at = 0; at < 5; at++)
        {
            Assert.Equal($"Word {at} on it.", ines.All(Comment)[at].GetAttribute("value"));
        }

        Assert.Empty(ines.Complaints());
        ines.Press("Take back", "#done");

        // Without a line it is said that it is not kept; what is typed stays, and goes with the next word.
        ines.Reads("#done", "The learner reads your points");
        ines.Connection(there: false);
        ines.All(Comment)[6].SendKeys("Typed without a line");
        ines.Reads("[data-kept]", "Not kept yet");
        ines.Connection(there: true);
        ines.All(Comment)[6].SendKeys(", and with one.");
        ines.Reads("[data-kept]", "Kept.");
        ines.Reads("[data-review-answer] .said-review", "Typed without a line, and with one.");

        // A comment kept as a phrase is a press away at another answer, and kept as if it were typed.
        ines.Press("Keep as a phrase", "li.review:nth-child(7)");
        ines.See("li.review:nth-child(7) [data-phrase]");
        ines.Go(address);
        ines.Press("Typed without a line", "li.review:nth-child(6)");
        ines.Reads("li.review:nth-child(6) .said-review", "Typed without a line, and with one.");
        Assert.Equal("Typed without a line, and with one.", ines.All(Comment)[5].GetAttribute("value"));
    }

    [Fact]
    public void By_keys_alone_from_answer_to_answer_and_to_the_next_learner()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(WorkOf(ines, 5));
        ines.See(Comment);
        ines.Run("document.querySelector('.review-form input[name=points]').focus()");
        ines.Keys("0.5");
        ines.Hand.KeyDown(Keys.Control).SendKeys(Keys.Enter).KeyUp(Keys.Control).Perform();
        ines.Reads("[data-kept]", "The learner reads no reason for the changed mark.");
        ines.Reads("#done", "1 mark is changed without a word why");
        Assert.Equal(
            1,
            Convert.ToInt32(ines.Run("return [...document.querySelectorAll('.review-form')].indexOf(document.activeElement.form)"))
        );
        ines.Reads(".review [data-review-answer]", "0.5 of 1 point");
        Assert.Empty(ines.All(".said-review"));
        ines.Press("As it was before I said anything", ".review");
        ines.Until(() => ines.See(".review-form input[name=points]").GetAttribute("value") == "" ? "" : null, "the mark as it was");
        ines.Reads("#done", "Give back");
        var before = ines.Driver.Url;
        ines.Run("document.activeElement.blur()");
        ines.Keys("n");
        ines.Until(() => ines.Driver.Url.Split('#')[0] != before.Split('#')[0] ? "" : null, "the next learner");
        Assert.Empty(ines.Complaints());
    }
}
