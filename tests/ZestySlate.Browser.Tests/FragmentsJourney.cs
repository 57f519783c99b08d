using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>What pages of teachers fetch of themselves: what a hand has changed stays, signs stand in their places, and what is done is said.</summary>
public sealed class FragmentsJourney(Apps apps)
{
    private static int Cards(Person person) => person.All(".activity-card").Count;

    [Fact]
    public void The_library_is_searched_with_a_tick_in_hand_and_signs_stay_in_their_places()
    {
        using var ines = new Person().SignIn(apps);
        // Of one level, so that all stand on the first page, however many activities other journeys have made.
        ines.Go($"{apps.Slate}/library?level=Year%208");
        var all = Cards(ines);
        Assert.InRange(all, 2, 23);

        // With one ticked, searching works, and what stays in the list stays ticked.
        ines.PressCss("#card-garden input[name=items]");
        ines.Type("#words", "instrument garden");
        ines.Until(() => Cards(ines) < all ? "" : null, "fewer cards");
        Assert.True((bool)ines.Run("return document.querySelector('#card-garden input[name=items]').checked")!);
        Assert.Equal("words", ines.Focused);

        // Signs of cards that came by the search stand where they do after a whole load.
        ines.Run("const w = document.getElementById('words'); w.value = ''; w.dispatchEvent(new Event('input', { bubbles: true }))");
        ines.Until(() => Cards(ines) == all ? "" : null, "all cards again");
        const string places =
            "return [...document.querySelectorAll('.activity-card [data-sign]')].map(sign => "
            + "[Math.round(sign.offsetLeft), Math.round(sign.offsetTop)].join()).join(' ')";
        var fetched = (string)ines.Run(places)!;
        ines.Driver.Navigate().Refresh();
        ines.See(".activity-card");
        Assert.Equal((string)ines.Run(places)!, fetched);
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void What_a_colleague_may_do_is_said_when_it_is_given()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go($"{apps.Slate}/author/garden/colleagues");
        ines.Pick("select[name=right]", "edit");
        ines.Reads("#toast", "may edit it now.");
        ines.Pick("select[name=right]", "nothing");
        ines.Reads("#toast", "may do nothing with it now.");

        // A lost connection is told, and nothing is said to be done.
        ines.Connection(false);
        ines.Pick("select[name=right]", "look and copy");
        ines.Reads("#toast", "The connection is lost. Nothing was changed");
        Assert.Equal("", ines.See("select[name=right]").GetAttribute("value"));
        ines.Connection(true);
    }

    [Fact]
    public void A_picker_tells_of_a_lost_line_where_one_looks_and_keeps_what_is_chosen_while_one_types()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.PressCss(".board-tools [data-do=addScene]");
        ines.See("#picker [data-item]");
        var all = ines.All("#picker [data-item]").Count;
        ines.Connection(false);
        ines.Type("#picker input[name=words]", "gauge");
        ines.Reads("#picker #toast", "The connection is lost.");
        Assert.Equal("gauge", ines.See("#picker input[name=words]").GetAttribute("value"));
        ines.Connection(true);
        ines.Keys("s" + Keys.Backspace);
        ines.Until(() => ines.All("#picker [data-item]").Count is > 0 and var few && few < all ? "" : null, "what fits");
        Assert.Equal("words", ines.Focused);

        // A search that still waits does not take away what is chosen meanwhile; keys work it, too.
        ines.Press("A scene made before", "#picker");
        ines.See("#reuse [data-from]");
        ines.Run(
            "const w = document.querySelector('#reuse input[name=words]'); w.value = 'garden'; w.dispatchEvent(new Event('input', { bubbles: true }));"
                + " document.querySelector('#reuse [data-from=garden]').click()"
        );
        ines.See("#reuse [data-take]");
        Thread.Sleep(500);
        ines.See("#reuse [data-from=garden][aria-current=true]");
        ines.See("#reuse [data-take]");
        Assert.Equal("garden", ines.See("#reuse input[name=words]").GetAttribute("value"));
    }

    [Fact]
    public void A_part_that_is_fetched_leaves_the_page_its_title()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go($"{apps.Slate}/author/garden/lookout");

        // Who is at the door is asked of a page of its own every few seconds; once that has settled, the title is still this page's.
        ines.Run("document.body.addEventListener('htmx:afterSettle', () => document.body.dataset.settled = 'yes', { once: true })");
        ines.Until(() => (bool)ines.Run("return document.body.dataset.settled === 'yes'")! ? "" : null, "the door");
        Assert.StartsWith("Lookout", ines.Driver.Title);
    }
}
