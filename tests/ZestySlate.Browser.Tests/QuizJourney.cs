using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Lists pasted, quizzes taken, games played, in three languages.</summary>
public sealed class QuizJourney(Apps apps)
{
    private static IWebElement Word(Person person, string css, string words) =>
        person.Until(() => person.All(css).FirstOrDefault(e => e.Text.Trim() == words && e.Displayed), words);

    private const string List =
        "Which instrument shows the pressure?\n+ barometer\n- vane\n\nHow much rain?\nnumber: 12.5 mm\n\nWhat writes?\nanswer: barograph";

    [Fact]
    public void A_pasted_list_becomes_a_test_that_is_published_and_taken()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps, "Test", List);
        Assert.Equal(3, ines.All(".page-row").Count);

        // A word of one's own on a button.
        ines.DetailsOf("activity");
        ines.PressCss("#fold-words summary");
        ines.Type("input[name=word-handIn]", "Send it to the desk" + Keys.Tab);
        ines.Saved();
        ines.Reads("#fold-words summary", "1 of your own");
        Assert.Equal("Send it to the desk", ines.See("input[name=word-handIn]").GetAttribute("value"));

        // A second list on the page: what is wrong is told by line and column, the good ones are added.
        ines.Press("Paste a list", ".page-add");
        ines.Type("#question-list textarea", "Bad one\n\nThe sea is salt.\nanswer: true");
        ines.Reads(".list-problems", "Line 1, column 1");
        ines.Press("Add 1 question", "#question-list");
        ines.Until(() => ines.All(".page-row").Count == 4 ? "" : null, "the fourth question");
        ines.Saved();

        // By keys: the last question to the front; by the mouse: the copy of one is deleted again.
        ines.Run("document.querySelectorAll('[data-row-open]')[3].focus()");
        ines.Hand.KeyDown(Keys.Alt).SendKeys(Keys.ArrowUp).KeyUp(Keys.Alt).Perform();
        ines.Until(() => ines.All(".page-row-kind")[2].Text == "True or false" ? "" : null, "true or false third");
        ines.Saved();
        string[] Kinds() => [.. ines.All(".page-row-kind").Select(e => e.Text)];
        var arranged = Kinds();
        ines.DragOnto(ines.All(".page-row .grip")[2], ines.All(".page-row")[0].FindElement(By.CssSelector(".page-row-kind")));
        ines.Until(() => Kinds().SequenceEqual([arranged[2], arranged[0], arranged[1], arranged[3]]) ? "" : null, "the third row in front");
        ines.Saved();
        ines.PressCss("[data-do=undo]");
        ines.Until(() => Kinds().SequenceEqual(arranged) ? "" : null, "the order as it was");
        ines.Saved();
        ines.PressCss(".page-row:nth-child(3) [data-row-do=copy]");
        ines.Until(() => ines.All(".page-row").Count == 5 ? "" : null, "the copy");
        ines.Saved();
        ines.PressCss(".page-row:nth-child(4) [data-row-do=delete]");
        ines.Until(() => ines.All(".page-row").Count == 4 ? "" : null, "the copy gone");
        ines.Saved();

        // A number becomes a short text, with a word of what is lost; undo brings it back.
        ines.PressCss(".page-row:nth-child(2) [data-row-open]");
        ines.PressCss(".page-open details[id^=fold-family] summary");
        ines.Reads(".family-changes", "loses every other way to write the number");
        ines.Press("Short text", ".family-changes");
        ines.Until(() => ines.All(".page-row-kind")[1].Text == "Short text" ? "" : null, "another family");
        ines.PressCss("[data-do=undo]");
        ines.Until(() => ines.All(".page-row-kind")[1].Text == "Number" ? "" : null, "undo");
        ines.Saved();

        // Drawn: three of four.
        ines.PressCss(".page-open [data-row-open]");
        ines.DetailsOf("scene");
        ines.Type("input[name=draw]", "3");
        ines.Keys(Keys.Tab);
        ines.Saved();
        var code = ines.PublishByLink();

        using var wren = new Person(390, 844).Visit(apps, code);
        wren.See("form[data-ask]");
        wren.Reads(".learn-foot", "0 of 3 questions answered");
        Assert.Empty(wren.All("[value=mark]"));
        for (var question = 0; question < 3; question++)
        {
            AnswerRight(wren);
            if (question < 2)
            {
                var before = wren.See("form[data-ask]").GetAttribute("id");
                wren.PressCss("[data-next]");
                wren.Until(
                    () => wren.All("form[data-ask]").FirstOrDefault()?.GetAttribute("id") is { } now && now != before ? "" : null,
                    "the next question"
                );
            }
        }

        wren.Press("Send it to the desk", ".learn-foot");
        wren.Reads(".result-score", "3 of 3 points");
        wren.Reads(".result-passed", "Passed");
        Assert.Empty(wren.Complaints());
    }

    private static void AnswerRight(Person wren)
    {
        var family = wren.See("form[data-ask]").GetAttribute("class")!;
        if (family.Contains("multiplechoice"))
        {
            wren.All(".option-text").First(e => e.Text is "barometer" or "True").Click();
        }
        else
        {
            wren.Type("input[name=text]", family.Contains("number") ? "12,5 mm" : "Barograph");
        }

        wren.Reads(".learn-foot", "questions answered");
        Thread.Sleep(900);
    }

    [Fact]
    public void A_game_is_lost_and_played_again()
    {
        using var wren = new Person().Visit(apps, "eighteen");
        wren.Reads(".facts", "3 lives");
        wren.Press("Start", ".start");
        wren.Reads(".lives", "3");
        wren.See("[data-clock]");

        // Six words in the wrong gaps are one wrong try, and cost one life.
        var slots = wren.All("[data-slot] select");
        foreach (var (slot, word) in slots.Zip(["calm", "filling", "backing", "calm", "calm", "calm"]))
        {
            slot.FindElements(By.TagName("option")).First(option => option.Text == word).Click();
        }

        wren.Press("Mark my answer", "form[data-ask]");
        wren.Reads(".verdict", "Not right");
        wren.Reads(".lives", "2");
        Assert.Equal("2 lives left.", wren.All("[data-spoken]").Single().GetAttribute("textContent"));
        wren.Press("Next");
        wren.Reads("form[data-ask]", "Type what is missing.");
        foreach (var gap in wren.All("form[data-ask] input:not([type=hidden])"))
        {
            gap.SendKeys("x");
        }

        wren.Press("Mark my answer", "form[data-ask]");
        wren.Reads(".lives", "1");
        wren.Press("Next");
        wren.See("form[data-ask].ask-wordpick");
        foreach (var word in wren.All(".pick-word").Take(6))
        {
            word.Click();
        }

        wren.Press("Mark my answer", "form[data-ask]");
        wren.Reads("#result", "The last life is lost");
        wren.Reads(".result-score", "of 39 points");
        wren.Press("Play again", "#result");
        wren.Press("Start", ".start");
        wren.Reads(".lives", "3");
    }

    [Fact]
    public void An_items_time_runs_out_and_the_next_comes()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps, "Game", List);
        ines.DetailsOf("activity");
        ines.PressCss("#fold-rules summary");
        ines.Until(
            () =>
            {
                ines.Type("input[name=clock]", "0:05");
                ines.Keys(Keys.Tab);
                ines.Saved();
                return ines.See("#fold-rules summary").Text.Contains("0:05 for each", StringComparison.Ordinal) ? "" : null;
            },
            "the clock to be set"
        );
        ines.TryItFromStart();
        ines.Press("Start", ".start");
        var first = ines.See("form[data-ask]").GetAttribute("id");
        ines.Until(
            () => ines.All("form[data-ask]").FirstOrDefault()?.GetAttribute("id") is { } now && now != first ? "" : null,
            "the next question by itself"
        );
        ines.Reads(".lives", "2");
    }

    [Fact]
    public void A_worksheet_in_German_reads_a_comma_and_keeps_what_was_right()
    {
        using var wren = new Person(390, 844).Visit(apps, "messgarten");
        Assert.Equal("de", wren.See("html").GetAttribute("lang"));
        wren.Type("#ask-d1 input[name=text]", "6,75");
        wren.Press("Prüfen", "#ask-d1");
        wren.Reads("#ask-d1 .verdict", "Richtig");
        wren.Reads("#ask-d1 .verdict-points", "1 von 1 Punkt");
        wren.Type("#ask-d3 input[name=text]", "101325");
        wren.Press("Prüfen", "#ask-d3");
        wren.Reads("#ask-d3 .reason", "Die Einheit fehlt: Pa.");
        wren.Reads("#ask-d3 .verdict-points", "0,5 von 1 Punkt");
        wren.Reads("#ask-d3 .ask-actions", "noch 1 Versuch");
    }

    [Fact]
    public void Arabic_runs_from_right_to_left_with_every_word_in_Arabic()
    {
        using var wren = new Person().Visit(apps, "nashra");
        Assert.Equal("rtl", wren.See("html").GetAttribute("dir"));
        wren.Press("ابدأ", ".start");
        Word(wren, ".option-text", "البارومتر").Click();
        wren.Press("صحّح إجابتي", "form[data-ask]");
        wren.Reads(".verdict", "صحيح");
        wren.PressCss("[data-next]");
        wren.See("[data-slot] select");
        Word(wren, "[data-chip]", "عاصفة").Click();
        wren.All("[data-slot]")[0].Click();
        Assert.Equal("عاصفة", wren.All("[data-slot] select")[0].GetAttribute("value"));
        var text = (string)wren.Run("return document.querySelector('.learn').innerText.replace(/[0-9]/g, '')")!;
        Assert.DoesNotMatch("[A-Za-z]{2,}", text);
    }

    [Fact]
    public void A_quiz_works_without_scripts()
    {
        using var wren = new Person();
        wren.Visit(apps, "messgarten");
        wren.See("#ask-d1");
        wren.Cdp("Emulation.setScriptExecutionDisabled", ("value", true));
        wren.Driver.Navigate().Refresh();
        wren.Type("#ask-d1 input[name=text]", "6.75 hPa");
        wren.PressCss("#ask-d1 button[value=mark]");
        wren.Reads("#ask-d1 .verdict", "Richtig");
    }
}
