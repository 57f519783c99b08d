namespace ZestySlate.Browser.Tests;

/// <summary>Somebody comes in under a name that is in already: seen by the teacher, let in; or by the learner's own sign.</summary>
public sealed class DoorJourney(Apps apps)
{
    [Fact]
    public void A_second_device_is_let_in_and_a_third_shows_the_sign()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("Classes");
        ines.Type("input[name=name]", "Evening watch");
        ines.Type("textarea[name=names]", "Wilma Wind\nAsk Aure");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;
        Person Comes()
        {
            var learner = new Person(390, 844);
            learner.Go(apps.Slate + "/join");
            learner.Type("input[name=Code]", code);
            learner.Type("input[name=Name]", "Wilma Wind");
            learner.Press("Continue");
            return learner;
        }

        using var first = Comes();
        first.PressCss("label:has(input[name=first][value=sailboat])");
        first.PressCss("label:has(input[name=second][value=star])");
        first.Press("Keep it");
        first.Reads("h1", "Your activities");

        using var second = Comes();
        second.Reads("h1", "At the door");
        ines.Press("Lookout");
        ines.Reads("[data-door]", "Wilma Wind");
        first.Reads("[data-door]", "Somebody wants to come in under your name");
        ines.Press("Let in");
        ines.Reads("[data-door]", "Wilma Wind may come in.");
        second.Press("Come in", "#door");
        second.Reads("h1", "Your activities");

        using var third = Comes();
        third.PressCss("label:has(input[name=first][value=star])");
        third.PressCss("label:has(input[name=second][value=sailboat])");
        third.Press("Come in", "form");
        third.Reads("[role=alert]", "That is not the sign.");
        third.PressCss("label:has(input[name=first][value=sailboat])");
        third.PressCss("label:has(input[name=second][value=star])");
        third.Press("Come in", "form");
        third.Reads("h1", "Your activities");
        Assert.Empty(ines.Complaints());
        Assert.Empty(first.Complaints());
    }
}
