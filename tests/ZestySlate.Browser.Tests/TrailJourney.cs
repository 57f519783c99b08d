using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Trails: built on a board from activities that exist, played on a phone, handed in in part, reviewed; a stop brought up to date.</summary>
public sealed class TrailJourney(Apps apps)
{
    private void TakesAsStop(Person ines, string words, int stops)
    {
        ines.Press("An activity as a stop", "#fold-trail");
        ines.Type("#reuse input[name=words]", words);
        ines.Until(
                () =>
                {
                    var found = ines.All("#reuse [data-from]").Where(one => one.Text.Contains(words, StringComparison.Ordinal)).ToList();
                    return found.Count == 0 || ines.All("#reuse .reuse-activity").Count > 4 ? null : found[0];
                },
                $"“{words}” to be found"
            )
            .Click();
        ines.PressCss("#reuse [data-what=stop][data-take=link]");
        ines.Until(() => ines.All("#fold-trail li > details").Count == stops ? "" : null, $"{stops} stops");
        ines.Saved();
    }

    private string SourceOf(Person ines, string title)
    {
        ines.BeginQuestions(apps, list: "Fog is a cloud.\nanswer: true");
        ines.Retype("#room-topline input[name=title]", title + Keys.Tab);
        return ines.PublishByLink();
    }

    [Fact]
    public void A_trail_is_built_on_a_board_played_on_a_phone_handed_in_in_part_reviewed_and_brought_up_to_date()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        var source = SourceOf(ines, "About fog");
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("coast.svg", "Along the coast");
        var code = ines.Driver.Url.Split('/')[^1].Split('?')[0];

        // Four stops from what exists, one of them the teacher's own; ways to them; a sheet that alone counts.
        ines.DetailsOf("activity");
        ines.PressCss("#fold-trail > summary");
        TakesAsStop(ines, "About fog", 1);
        TakesAsStop(ines, "Clouds by height", 2);
        TakesAsStop(ines, "Tide table", 3);
        TakesAsStop(ines, "Name the sky", 4);
        ines.Press("Ways on the board", "#fold-trail");
        ines.Until(() => ines.All("#room-stage a[data-sign]").Count == 4 ? "" : null, "four ways on the board");
        ines.Press("A new stop", "#fold-trail");
        ines.Until(() => ines.All("#fold-trail li > details").Count == 5 ? "" : null, "the sheet's page");
        ines.PressCss("#fold-trail li:last-child > details > summary");
        ines.PressCss("#fold-trail li:last-child [data-at]");
        ines.See(".page-edit");
        ines.DetailsOf("scene");
        ines.Retype("#room-details input[name=title][data-field=sceneTitle]", "What I know" + Keys.Tab);
        ines.Saved();
        ines.AddQuestion("trueOrFalse", "The coast is rocky.");
        ines.PressCss("#room-storyboard [aria-current] ");
        ines.Pick("#room-details select[name=stop]", "none: cover, board or findings sheet");
        ines.Saved();
        ines.DetailsOf("activity");
        ines.PressCss("#fold-trail > summary");
        ines.PressCss("#fold-trail li:last-child > details > summary");
        ines.PressCss("#fold-trail li:last-child button[title='Remove the stop and its scenes']");
        ines.Until(() => ines.All("#fold-trail li > details").Count == 4 ? "" : null, "four stops");
        ines.Pick("#fold-trail select[name=shown]", "on the first scene, as a board");
        ines.Saved();
        ines.Pick("#fold-trail select[name=sheet]", "What I know");
        ines.Saved();
        ines.Press("Only the rest counts", "#fold-trail");
        ines.Until(() => ines.All("#fold-trail li > details > summary").All(one => one.Text.Contains("practice")) ? "" : null, "practice");
        ines.Saved();
        ines.PublishByLink();

        using var wren = new Person(390, 844).Visit(apps, code);
        wren.See(".stage [data-sign]");
        wren.Press("About fog", ".spot-list");
        wren.Reads("#stop-head", "This is practice");
        wren.PressCss("form[data-ask] label");
        wren.Press("Mark my answer");
        wren.Until(() => wren.All("[data-verdict] .verdict, .verdict").Count > 0 ? "" : null, "a verdict");
        wren.Press("To “", "#stop-foot");
        wren.Reads(".spot-list", "done");
        wren.PressCss("[data-sheet]");
        wren.Reads("#scene-title", "What I know");
        Assert.True((bool)wren.Run("return document.documentElement.scrollWidth <= innerWidth")!);
        wren.PressCss("form[data-ask] label");
        wren.PressCss("#how-far > summary");
        wren.Reads("#trail-standing", "About fog");

        // Meanwhile the stop is mended where it comes from, and taken up: who is at work reads the newer words.
        ines.Go(apps.Slate + $"/author/{source}");
        ines.Retype("#room-details input[name=title][data-field=sceneTitle]", "Fog and mist" + Keys.Tab);
        ines.Saved();
        ines.Press("Publish", "#room-topline");
        ines.Press("Publish edition 2", "main");
        ines.Reads("main", "Edition 2 is what you have built");
        ines.Go(apps.Slate + $"/author/{code}/publish");
        ines.Reads("#newer-stops", "About fog");
        ines.Press("Take the newest editions", "#newer-stops");
        ines.Reads(".differences", "Fog and mist");
        ines.Press("Publish edition 2", "main");
        ines.See("#share");
        wren.Driver.Navigate().Refresh();
        wren.Press("Hand in");
        wren.Reads("#result", "of 1 point");
        wren.Reads("#trail-standing", "practice");

        // The teacher sees all of it, and what is practice.
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.PressCss("a[href*='/review/']");
        ines.Reads("main", "About fog · practice, not handed in");
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.Press("Give back 1 work", ".page-head");
        ines.Reads(".results-grid", "given back");
        wren.Driver.Navigate().Refresh();
        wren.Reads("#result", "Given back by your teacher");
        Assert.Empty(wren.Complaints());
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void An_option_of_the_last_decision_is_there_once_it_is_found()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        SourceOf(ines, "About haze");
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("coast.svg", "Which was it?");
        var code = ines.Driver.Url.Split('/')[^1].Split('?')[0];
        ines.DetailsOf("activity");
        ines.PressCss("#fold-trail > summary");
        TakesAsStop(ines, "About haze", 1);
        ines.Press("A new stop", "#fold-trail");
        ines.Until(() => ines.All("#fold-trail li > details").Count == 2 ? "" : null, "the decision's page");
        ines.PressCss("#fold-trail li:last-child > details > summary");
        ines.PressCss("#fold-trail li:last-child [data-at]");
        ines.AddQuestion("multipleChoice", "Which was it?");
        ines.Fill("li:nth-child(1) [data-option-text]", "None");
        ines.Fill("li:nth-child(2) [data-option-text]", "All");
        ines.Pick(".page-open select[name=addFound]", "About haze");
        ines.Until(
            () => ines.All(".page-open [data-option-text]").Any(field => field.GetAttribute("value") == "About haze") ? "" : null,
            "the option for what is found"
        );
        ines.PressCss(".page-open .edit-option:nth-child(3) input[name=right]");
        ines.Saved();
        ines.PublishByLink();

        using var wren = new Person().Visit(apps, code);
        void Options(int many)
        {
            wren.PressCss("#stops li:last-child [data-stop]");
            wren.Until(() => wren.All("form[data-ask] .option-text").Count == many ? "" : null, $"{many} options");
        }

        Options(2);
        Assert.DoesNotContain("About haze", wren.See("form[data-ask]").Text, StringComparison.Ordinal);
        wren.PressCss("#stops li:first-child [data-stop]");
        wren.PressCss("form[data-ask] label");
        wren.Press("Mark my answer");
        wren.See(".verdict");
        Options(3);
        Assert.Contains("About haze", wren.See("form[data-ask]").Text, StringComparison.Ordinal);
        Assert.Empty(wren.Complaints());
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void A_card_is_won_by_keys_and_stands_among_the_findings_of_every_place()
    {
        using var kai = new Person().Visit(apps, "buoy");
        kai.TabTo("[data-sign=to-echo]");
        kai.Keys(Keys.Enter);
        kai.Reads("#scene-title", "The echo");
        kai.Until(() => kai.Focused == "scene-title" ? "" : null, "the new place to be in hand");
        kai.TabTo("form[data-ask] input[name=text]");
        kai.Keys("75" + Keys.Enter);
        kai.Reads(".verdict", "Not right");
        kai.Press("Another go");
        kai.TabTo("form[data-ask] input[name=text]");
        kai.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).SendKeys("74" + Keys.Enter).Perform();
        kai.See("#stop-foot form button");
        kai.TabTo("#stop-foot form[data-act=stopAgain] button");
        kai.Keys(Keys.Enter);
        kai.Until(() => kai.All("form[data-act=stopAgain]").Count == 0 ? "" : null, "the stop to begin again");
        kai.TabTo("form[data-ask] input[name=text]");
        kai.Keys("6.1 nm" + Keys.Enter);
        kai.Reads("#reward-echo", "From the light: 6.1 miles");
        kai.PressCss("[data-findings]");
        kai.Reads("#findings", "The radar at the light has the echo");
        kai.Keys(Keys.Escape);
        kai.PressCss("[data-sheet]");
        kai.Reads("#scene-title", "Findings sheet");
        kai.Reads("form[data-ask]", "Distance from the light");
        Assert.DoesNotContain("Time adrift", kai.See("form[data-ask]").Text);
        Assert.Empty(kai.Complaints());
    }
}
