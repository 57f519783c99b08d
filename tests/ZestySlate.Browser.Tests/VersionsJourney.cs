namespace ZestySlate.Browser.Tests;

/// <summary>An author spoils an activity, finds the version before, and brings it back.</summary>
public sealed class VersionsJourney(Apps apps)
{
    [Fact]
    public void What_was_built_is_found_again_looked_at_and_brought_back()
    {
        using var person = new Person().SignIn(apps);
        person.Go(apps.Slate + "/new");
        person.BeginActivity(title: "Versions of a garden");
        person.Type("#room-details textarea[name=alternativeText]", "A garden of instruments" + OpenQA.Selenium.Keys.Tab);
        person.Saved();
        person.PressStage(0.5, 0.5);
        person.Choose("note");
        person.Type("#room-details .details-head ~ form input[name=title]", "The mast");
        person.Saved();
        var id = person.PublishByLink();
        person.Go($"{apps.Slate}/author/{id}");
        person.Type("#title", "Spoilt");
        person.Keys(OpenQA.Selenium.Keys.Tab);
        person.Saved();
        person.PressCss("a[href$='/versions']");
        person.Reads("main", "Spoilt");
        person.PressCss("#edition-1 summary");
        person.Type("#edition-1 input[name=name]", "Before the open day");
        person.Press("Keep", "#edition-1");
        person.Reads("#edition-1", "Before the open day");
        person.PressCss("#edition-1 input[name=from]");
        person.PressCss("li:first-child input[name=to]");
        person.Press("Compare the two");
        person.Reads("#compared", "Title: “Versions of a garden” is now “Spoilt”");
        person.Press("Before the open day", "#edition-1");
        person.Press("As a learner meets it");
        person.See(".stage");
        person.PressCss(".learn-head a");
        person.Press("Bring it back");
        person.See("#room-topline");
        Assert.Equal("Versions of a garden", person.See("#title").GetAttribute("value"));
        person.PressCss("[data-do=undo]");
        person.Until(() => person.See("#title").GetAttribute("value") == "Spoilt" ? "" : null, "undo to take it back");
    }
}
