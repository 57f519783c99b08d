namespace ZestySlate.Browser.Tests;

/// <summary>A class is typed in by hand and comes in by its code.</summary>
public sealed class ClassCodeJourney(Apps apps)
{
    [Fact]
    public void From_typed_names_to_results_by_learner()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("Classes");
        ines.Type("input[name=name]", "Saturday watch");
        ines.Type("textarea[name=names]", "Nuru\nPetra Vogelsang");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;
        ines.Go(apps.Slate + "/author/garden/publish");
        ines.Give("Saturday watch");
        ines.Go(apps.Slate + "/author/garden/publish");
        ines.Reads("#classes", code);

        using var learner = new Person(390, 844);
        learner.Go(apps.Slate + "/join");
        learner.Type("input[name=Code]", code.ToLowerInvariant());
        learner.Type("input[name=Name]", "petra vogelsang");
        learner.Press("Continue");
        learner.Press("Not now");
        learner.Press("Round the instrument garden");
        learner.PressCss("a[data-sign=askfrost]");
        learner.Press("True", ".panel.open");
        learner.Press("Mark my answer", ".panel.open");
        learner.Reads(".panel.open .verdict", "Right");

        ines.Go(apps.Slate + "/author/garden/results");
        ines.Reads("tbody", "Petra Vogelsang");
        ines.Reads("tbody", "Saturday watch");
    }

    [Fact]
    public void A_pasted_list_is_mended_its_learners_pick_their_names_and_slips_have_the_code()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/classes");
        ines.Type("input[name=name]", "Tide watch");
        ines.Type("textarea[name=names]", "1. Kaimana\n2. Tidewell, Runa\n3. Kaimana");
        ines.Press("Make the class");
        ines.Reads("tbody tr:nth-child(3)", "stands twice");
        ines.Retype("tbody tr:nth-child(3) input[name=learner]", "Kaimana Ross");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;
        ines.Pick("select[name=by]", "picking their name from a list");
        ines.Reads(".lede", "press their name");
        ines.Press("Slips to cut up");
        Assert.Equal(3, ines.Until(() => ines.All("main li").Count == 3 ? ines.All("main li") : null, "three slips").Count);
        ines.Reads("main li", code);

        // By keys alone, on a phone.
        using var learner = new Person(390, 844);
        learner.Go(apps.Slate + "/join?code=" + code);
        learner.See("input[name=Code]").SendKeys(OpenQA.Selenium.Keys.Enter);
        learner.Reads("h2", "Who are you?");
        Assert.Equal(["Kaimana", "Kaimana Ross", "Runa Tidewell"], learner.All("button[name=Name]").Select(button => button.Text));
        learner.TabTo("button[name=Name][value='Runa Tidewell']");
        learner.Keys(OpenQA.Selenium.Keys.Enter);
        learner.Press("Not now");
        learner.Reads("h1", "Your activities");
        Assert.Empty(ines.Complaints());
        Assert.Empty(learner.Complaints());
    }
}
