namespace ZestySlate.Browser.Tests;

/// <summary>An activity is joined by a number; a learner of a class makes a sign-in of their own; both in their language.</summary>
public sealed class JoinJourney(Apps apps)
{
    [Fact]
    public void A_number_opens_an_activity_under_a_nickname()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/windcheck/publish");
        ines.PressCss("#share input[value=Link]");
        ines.See("#share");
        if (ines.All("form[action*=Number]").Count > 0)
        {
            ines.Press("Make a join number");
        }

        var number = ines.Until(() => ines.All("main p strong").FirstOrDefault(e => e.Text.Length == 7), "the number").Text;

        using var learner = new Person(390, 844);
        learner.Go(apps.Slate + "/join");
        learner.Type("input[name=Code]", number);
        learner.Press("Continue");
        learner.Type("input[name=name]", "Squall");
        learner.PressCss(".gate .button-main");
        learner.Reads("h1", "Wind and pressure");
        Assert.EndsWith("/a/windcheck", learner.Driver.Url);
        learner.Reads("#learn-foot", "0 of 10 questions answered");
    }

    [Fact]
    public void A_learner_signs_in_by_a_password_of_their_own_in_the_language_they_chose()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("Classes");
        ines.Type("input[name=name]", "Night watch");
        ines.Type("textarea[name=names]", "Dagny Dunst");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;

        using var dagny = new Person(390, 844);
        dagny.Go(apps.Slate + "/join");
        dagny.PressCss("button[name=language][value=de]");
        dagny.Reads("h1", "Komm mit einem Code");
        dagny.Type("input[name=Code]", code);
        dagny.Type("input[name=Name]", "Dagny Dunst");
        dagny.PressCss("main form .button-main");
        dagny.Press("Jetzt nicht");
        dagny.Press("Eine eigene Anmeldung");
        dagny.Type("form[action*=Password] input[name=name]", "dagny");
        dagny.Type("input[name=password]", "salt and slate");
        dagny.Type("input[name=again]", "salt and slate");
        dagny.PressCss("form[action*=Password] button");
        dagny.Reads("[role=status]", "Ab jetzt kannst du dich damit anmelden");

        using var elsewhere = new Person(390, 844);
        elsewhere.Go(apps.Slate + "/sign-in");
        elsewhere.Type("input[name=Email]", "dagny");
        elsewhere.Type("input[name=Password]", "salt and slate");
        elsewhere.Press("Sign in", "main");
        elsewhere.Reads("h1", "Your activities");
    }
}
