using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Each family built by showing, tried, answered wrongly and rightly by mouse, and answered by keys alone.</summary>
public sealed class QuestionsJourney(Apps apps)
{
    private Person Ines() => new Person().SignIn(apps).BeginQuestions(apps);

    private static IWebElement Word(Person person, string css, string words) =>
        person.Until(
            () => person.All(css).FirstOrDefault(e => e.Text.Trim() == words && e.Displayed),
            $"{words} among {string.Join(", ", person.All(css).Select(e => e.Text))}"
        );

    [Fact]
    public void Gap_text()
    {
        using var ines = Ines();
        ines.AddQuestion("gapText", "Complete the bulletin.");
        ines.Fill("textarea[name=fullText]", "A cold front brings veering winds and gales.");
        Word(ines, ".press-word", "veering").Click();
        ines.See(".page-open .press-gap");
        ines.Saved();

        // A phrase by dragging; a gap pressed by mistake is undone by pressing it again.
        ines.Hand.MoveToElement(Word(ines, ".press-word", "cold"))
            .ClickAndHold()
            .MoveToElement(Word(ines, ".press-word", "front"))
            .Release()
            .Perform();
        Word(ines, ".press-gap", "cold front");
        Word(ines, ".press-word", "gales").Click();
        Word(ines, ".press-gap", "gales").Click();
        ines.Until(() => ines.All(".press-gap").Count == 2 ? "" : null, "two gaps");
        ines.Saved();
        ines.PressCss(".page-open details[id^=fold-gap] summary");
        ines.Fill("textarea[name^=notThis]", "warm front");
        ines.Fill("input[name^=wrong]", "Cold air comes behind it.");

        ines.TryIt();
        ines.Type(".gap input", "warm front");
        ines.MarkThis("Not right");
        ines.Reads(".part-list", "“warm front” is something else.");
        ines.Reads(".part-list", "Cold air comes behind it.");

        // Another go, by keys alone; the hand is in the first gap at once.
        ines.TabTo("[value=again]");
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.Focused.StartsWith("part-", StringComparison.Ordinal) ? "" : null, "the first gap in hand");
        ines.Keys("Cold Front" + Keys.Tab + "veering" + Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".verdict-points", "2 of 2 points");

        // The same text with a bank: a word is pressed, then its gap.
        ines.Press("Back to building", "#room-topline");
        ines.See(".page-open");
        ines.Pick(".page-open select[name=filling]", "take words from a bank");
        ines.Saved();
        ines.TryIt();
        Word(ines, "[data-chip]", "veering").Click();
        ines.All("[data-slot]")[1].Click();
        Assert.Equal("veering", ines.All("[data-slot] select")[1].GetAttribute("value"));
        ines.DragOnto(Word(ines, "[data-chip]", "cold front"), ines.All("[data-slot]")[0]);
        ines.Until(() => ines.All("[data-slot] select")[0].GetAttribute("value") == "cold front" ? "" : null, "the dragged word");
        ines.MarkThis("Right");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void Word_pick()
    {
        using var ines = Ines();
        ines.AddQuestion("wordPick", "Pick what is dangerous.");
        ines.Fill("textarea[name=fullText]", "Gale warning for the bay, tea at four.");
        ines.Hand.MoveToElement(Word(ines, ".press-word", "Gale"))
            .ClickAndHold()
            .MoveToElement(Word(ines, ".press-word", "warning"))
            .Release()
            .Perform();
        Word(ines, ".press-gap", "Gale warning");
        ines.PressCss(".page-open input[name=pressAs][value=trap]");
        Word(ines, ".press-word", "tea").Click();
        Word(ines, ".press-trap", "tea");
        ines.Saved();

        ines.TryIt();
        Word(ines, ".pick-word", "tea").Click();
        ines.MarkThis("Not right");
        ines.Reads(".part-list", "“tea” is not right.");
        ines.AnotherGo();
        ines.TabTo("input[name=pick]");
        ines.Keys(Keys.Space);
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
    }

    [Fact]
    public void Order()
    {
        using var ines = Ines();
        ines.AddQuestion("order", "From calm to storm.");
        ines.See("[data-option-text=item]").Click();
        ines.Keys("light breeze" + Keys.Enter + "near gale" + Keys.Enter + "storm");
        ines.Saved();

        ines.TryIt();
        string[] Names() => [.. ines.All(".arranged .face-text").Select(e => e.Text)];
        string[] right = ["light breeze", "near gale", "storm"];
        Assert.NotEqual(right, Names());
        ines.MarkThis(Names().Zip(right).Any(pair => pair.First == pair.Second) ? "Partly right" : "Not right");
        ines.AnotherGo();
        ines.See(".arrange-tools button");

        // By the grip with the mouse: storm to the end.
        ines.Until(
            () =>
            {
                var items = ines.All(".arranged");
                if (Names()[^1] != "storm")
                {
                    ines.DragOnto(items[Array.IndexOf(Names(), "storm")].FindElement(By.CssSelector(".grip")), items[^1]);
                }

                return Names()[^1] == "storm" ? "" : null;
            },
            "storm at the end"
        );

        // By keys: the light breeze to the front.
        if (Names()[0] != "light breeze")
        {
            ines.Run("document.querySelectorAll('.arranged')[1].querySelector('[data-move]').focus()");
            ines.Keys(Keys.Enter);
        }

        Assert.Equal(["light breeze", "near gale", "storm"], Names());
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".verdict-points", "3 of 3 points");
    }

    [Fact]
    public void Jumbled_words()
    {
        using var ines = Ines();
        ines.AddQuestion("jumbledWords", "Put the rhyme right.");
        ines.Fill("textarea[name=lines]", "red sky at night");
        ines.TryIt();
        string[] Words() => [.. ines.All(".arranged .word").Select(e => e.Text.Trim())];

        // A word is put where it is wrong: it does not stay.
        var moved = Words()[^1];
        Word(ines, ".word", moved).Click();
        ines.Reads("[data-spoken]", "is picked up");
        ines.All(".arranged .word")[0].Click();
        ines.Until(() => Words()[0] == moved ? "" : null, "the word at the front");

        // By keys alone: word after word to its place; right ones stay.
        foreach (var (word, place) in new[] { ("red", 0), ("sky", 1), ("at", 2) })
        {
            ines.Until(
                () =>
                {
                    var words = Words();
                    if (words[place] == word || ines.All(".verdict").Count > 0)
                    {
                        return "";
                    }

                    ines.Run("arguments[0].focus()", Word(ines, ".word", word));
                    ines.Keys(Keys.Enter);
                    for (var i = Array.IndexOf(words, word); i > place; i--)
                    {
                        ines.Keys(Keys.ArrowLeft);
                        if ((bool)ines.Run("return document.activeElement === arguments[0]", ines.All(".arranged .word")[place])!)
                        {
                            break;
                        }
                    }

                    ines.Keys(Keys.Enter);
                    Thread.Sleep(300);
                    return null;
                },
                $"“{word}” at its place"
            );
        }

        ines.Reads(".verdict", "Right");
        Assert.Equal(["red", "sky", "at", "night"], Words());
    }

    [Fact]
    public void Match()
    {
        using var ines = Ines();
        ines.AddQuestion("match", "What measures what?");
        // As fast as a hand can: a fourth row comes while the others are still on their way.
        string[] words = ["vane", "direction", "gauge", "rain", "screen", "temperature", "barometer", "pressure"];
        ines.See("[data-option-text=pair]").Click();
        ines.Keys(string.Join(Keys.Enter, words));
        ines.Saved();
        Assert.Equal(words, ines.All("[data-option-text=pair]").Select(field => field.GetAttribute("value")));

        ines.TryIt();
        void Choose(string left, string right) =>
            ines.Until(
                () =>
                {
                    var pair = ines.All(".match-pair").First(e => e.FindElement(By.CssSelector(".face-text")).Text == left);
                    Word(ines, "[data-chip]", right).Click();
                    pair.FindElement(By.CssSelector(".face")).Click();
                    return pair.FindElement(By.CssSelector("select option:checked")).Text == right ? "" : null;
                },
                $"{right} beside {left}"
            );
        Choose("vane", "rain");
        Choose("gauge", "direction");
        Choose("screen", "temperature");
        Choose("barometer", "pressure");
        ines.MarkThis("Partly right");
        ines.AnotherGo();

        // What was right stayed; the rest by keys, in the lists.
        ines.Until(() => ines.All(".match-pair.part-kept select:disabled").Count == 2 ? "" : null, "the right pairs kept");
        foreach (var _ in Enumerable.Range(0, 2))
        {
            ines.TabTo("select:enabled:not(.done)");
            ines.Run("document.activeElement.classList.add('done')");
            ines.Keys((string)ines.Run("return document.activeElement.getAttribute('aria-label').includes('vane') ? 'd' : 'r'")!);
        }

        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".verdict-points", "4 of 4 points");
    }

    [Fact]
    public void Sort()
    {
        using var ines = Ines();
        ines.AddQuestion("sort", "High or low?");
        ines.See("[data-option-text=group]").Click();
        ines.Keys("high" + Keys.Enter + "low");
        ines.Saved();
        ines.All("[data-option-text=item]")[0].Click();
        ines.Keys("cirrus" + Keys.Enter + "stratus");
        ines.Saved();

        // One item is dragged to its group, the other chosen in the list.
        ines.DragOnto(
            ines.All("[data-boxed]")[0].FindElement(By.CssSelector(".sort-choice")),
            ines.All("[data-box]")[0].FindElement(By.CssSelector(".sort-edit-head"))
        );
        ines.Until(
            () => ines.All("[data-box]")[0].FindElements(By.CssSelector("[data-boxed]")).Count == 1 ? "" : null,
            "cirrus in its group"
        );
        ines.Saved();
        ines.Pick("[data-box=''] select[name^=in-]", "low");
        ines.Saved();

        ines.TryIt();
        Word(ines, ".sort-item .face", "cirrus").Click();
        ines.All(".sort-box")[1].Click();
        ines.DragOnto(Word(ines, ".sort-item .face", "stratus"), ines.All(".sort-box")[1].FindElement(By.CssSelector("h3")));
        ines.Until(() => ines.All(".sort-box")[1].FindElements(By.CssSelector(".sort-item")).Count == 2 ? "" : null, "both in one box");
        ines.MarkThis("Partly right");
        ines.AnotherGo();
        ines.TabTo(".sort-item select:enabled");
        ines.Keys("h");
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
    }

    [Fact]
    public void Number()
    {
        using var ines = Ines();
        ines.AddQuestion("number", "How high is the pressure?");
        ines.Fill("input[name=value]", "1013.25 hPa");
        ines.Until(
            () => ines.See(".page-open input[name=unit]").GetAttribute("value") == "hPa" ? "" : null,
            "the unit typed with the number"
        );
        ines.Type(".page-open input[name=value]", "high" + Keys.Tab);
        ines.Reads(".page-open .field:has([name=value]) + .problem", "“high” cannot be read as a number");
        ines.Reads("#saved", "Not all is saved");
        ines.Fill("input[name=value]", "1013.25");
        ines.Saved();
        ines.Reads(".page-open", "Read as 1013.25 hPa.");

        ines.TryIt();
        ines.Type("input[name=text]", "1000 hPa");
        ines.MarkThis("Not right");
        ines.TabTo("[value=again]");
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.Focused == "text" ? "" : null, "the field in hand");
        ines.Keys("101325 Pa" + Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".reason", "Pa was converted to hPa");
    }

    [Fact]
    public void Short_text()
    {
        using var ines = Ines();
        ines.AddQuestion("shortText", "What writes the pressure?");
        ines.Fill("textarea[name=accepted-text-0]", "barograph");
        ines.PressCss(".page-open [data-add-row=notThis]");
        ines.Fill("textarea[name=notThis-text-0]", "barometer");
        ines.Fill("textarea[name=notThis-words-0]", "That one only shows it.");
        ines.PressCss(".page-open details[id^=fold-reading] summary");
        ines.PressCss(".page-open input[name=slips]");
        ines.Saved();

        ines.TryIt();
        ines.Type("input[name=text]", "barometer");
        ines.MarkThis("Not right");
        ines.Reads(".part-line", "That one only shows it.");
        ines.TabTo("[value=again]");
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.Focused == "text" ? "" : null, "the field in hand");
        ines.Keys("barogarph" + Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".reason", "Accepted: 1 letter off “barograph”.");
    }

    [Fact]
    public void Multiple_choice_with_a_picture()
    {
        using var ines = Ines();
        ines.AddQuestion("multipleChoice", "Which is the garden?");
        ines.See("[data-option-text=option]").Click();
        ines.Keys("the garden" + Keys.Enter + "the bay" + Keys.Enter + "the moon");
        ines.Saved();
        ines.PressCss(".page-open details[id^=fold-faces] summary");
        ines.All(".page-open details[id^=fold-faces] input[type=file]")[0]
            .SendKeys(Path.Combine(Apps.Root, "demo", "pictures", "instrument-garden.png"));
        ines.See(".page-open .face-edit img");
        ines.Fill("input[name$=-alternative]", "Instruments on a lawn");

        ines.TryIt();
        ines.See(".option img[alt='Instruments on a lawn']");
        Word(ines, ".option-text", "the moon").Click();
        ines.MarkThis("Not right");
        ines.AnotherGo();
        ines.TabTo("input[name=pick]");
        ines.Until(
            () =>
            {
                ines.Keys(Keys.ArrowDown);
                return (bool)ines.Run("return document.activeElement.closest('label').querySelector('img') !== null")! ? "" : null;
            },
            "the garden picked by arrow keys"
        );
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
    }
}
