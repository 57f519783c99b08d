using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>What a teacher types anywhere is kept, or held and said, whatever is pressed beside it.</summary>
public sealed class HeldJourney(Apps apps)
{
    private const string Comment = ".review form[data-review-form] textarea[name=comment]";

    private static string Kept(Person person, int form) => person.All(Comment)[form].GetAttribute("defaultValue")!;

    /// <summary>Opens the review of a work that was handed in.</summary>
    private Person Reviewing(out string address)
    {
        var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/windcheck/results");
        address = ines.See("a[href*='/author/windcheck/review/']").GetAttribute("href")!;
        ines.Go(address);
        ines.See(Comment);
        return ines;
    }

    [Fact]
    public void Comments_on_several_questions_are_kept_before_the_work_is_given_back_or_left()
    {
        using var ines = Reviewing(out var address);
        ines.All(Comment)[0].SendKeys("Look at the flag again.");
        ines.All(Comment)[1].SendKeys("Well read.");
        ines.PressCss("[data-key=n]");
        ines.Until(
            () => ines.Driver.Url.Split('?')[0] != address.Split('?')[0] && ines.All(Comment).Count > 0 ? "" : null,
            "the next learner"
        );
        ines.Go(address);
        ines.See(Comment);
        Assert.EndsWith("Look at the flag again.", Kept(ines, 0));
        Assert.EndsWith("Well read.", Kept(ines, 1));

        ines.All(Comment)[1].SendKeys(" More of this.");
        ines.Press("Give back", "#done");
        ines.Reads("#done", "Given back");
        Assert.EndsWith("Well read. More of this.", Kept(ines, 1));
        ines.Press("Take back", "#done");
        ines.Reads("#done", "The learner reads your points");
    }

    [Fact]
    public void A_mark_that_is_refused_is_said_where_it_is_and_holds_back_giving_back()
    {
        using var ines = Reviewing(out var address);
        var forms = ines.All(".review form[data-review-form]");
        var points = forms[2].FindElement(By.CssSelector("input[name=points]"));
        points.Clear();
        points.SendKeys("99");
        ines.Press("Give back", "#done");
        ines.Reads(".review .field-problem", "This answer earns between 0 and");
        Assert.Equal(address.Split('?')[0], ines.Driver.Url.Split('?', '#')[0]);
        ines.Reads("#done", "The learner reads your points");
        Assert.True(
            (bool)
                ines.Run(
                    "const box = document.querySelector('.field-problem').getBoundingClientRect(); return box.top >= 0 && box.bottom <= innerHeight"
                )!
        );
    }

    [Fact]
    public void Words_of_a_form_that_is_not_kept_by_itself_are_back_after_a_reload()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/classes");
        ines.Type("main textarea", "Ada Gale\nBo Storm");
        ines.Driver.Navigate().Refresh();
        try
        {
            // A person is asked; a driver may have said yes by itself.
            ines.Driver.SwitchTo().Alert().Accept();
        }
        catch (NoAlertPresentException) { }

        ines.Reads("form", "What you typed here is back");
        Assert.Equal("Ada Gale\nBo Storm", ines.See("main textarea").GetAttribute("value")!.ReplaceLineEndings("\n"));
        ines.Press("Put it back as it was");
        Assert.Equal("", ines.See("main textarea").GetAttribute("value"));
    }
}
