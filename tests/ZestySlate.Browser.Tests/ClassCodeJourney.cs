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
}
