namespace ZestySlate.Browser.Tests;

/// <summary>An activity on a page of another site, whose frame is refused every cookie.</summary>
public sealed class EmbedJourney(Apps apps)
{
    [Fact]
    public void The_code_goes_on_a_course_page_and_learners_work_there()
    {
        using var person = new Person();
        person.SignIn(apps);
        person.Go(apps.Slate + "/author/garden/publish");
        person.Pick("#embed select[name=size]", "800 × 540");
        person.Until(() => CodeOf(person).Contains("width=\"800\"", StringComparison.Ordinal) ? "" : null, "the code for 800 pixels");
        person.Pick("#embed select[name=size]", "Full width, as high as its content");
        person.Until(() => CodeOf(person).Contains("data-zesty-slate", StringComparison.Ordinal) ? "" : null, "the code that follows");
        var code = CodeOf(person);

        person.SignInToCourses(apps, "Ines Halloran");
        person.Go(apps.Course + "/courses/watch");
        person.Press("Edit this page");
        person.Run("document.querySelector('textarea[name=html]').value = arguments[0]", $"<h2>Before the lesson</h2>{code}");
        person.Press("Keep", "details[open]");
        person.See("iframe[data-zesty-slate]");

        // The visitor's frame is as high as what is in it, and grows with it.
        using var dorrit = new Person(refusesThirdPartyCookies: true);
        dorrit.SignInToCourses(apps, "Dorrit");
        dorrit.Go(apps.Course + "/courses/watch");
        var gate = HeightOf(dorrit);
        dorrit.IntoFrame("iframe[data-zesty-slate]");
        dorrit.Type("input[name=name]", "Dorrit at home");
        dorrit.Press("Start");
        dorrit.See("a[data-sign=askglass]");
        dorrit.OutOfFrame();
        dorrit.Until(() => HeightOf(dorrit) > gate + 200 ? "" : null, "the frame to grow");
        dorrit.IntoFrame("iframe[data-zesty-slate]");
        dorrit.PressCss("a[data-sign=askglass]");
        dorrit.Press("Strong wind and rain", ".panel.open");
        dorrit.Press("Mark my answer", ".panel.open");
        dorrit.Reads(".panel.open .verdict", "Right");
        Assert.DoesNotContain("zesty", dorrit.AllCookies(), StringComparison.Ordinal);
        dorrit.OutOfFrame();

        // The same device goes on where it was.
        dorrit.Go(apps.Course + "/courses/watch");
        dorrit.IntoFrame("iframe[data-zesty-slate]");
        dorrit.See("a[data-sign=askglass]");
        dorrit.Reads("main", "1 of 3");
        dorrit.OutOfFrame();

        // The author lets nobody frame it: the frame stays shut.
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/garden/publish");
        ines.PressCss("label:has(input[name=by][value=Nobody])");
        ines.Press("Keep", "#embed form[method=post]");
        dorrit.Go(apps.Course + "/courses/watch");
        dorrit.IntoFrame("iframe[data-zesty-slate]");
        dorrit.Gone("a[data-sign=askglass]");
        dorrit.OutOfFrame();
        ines.PressCss("label:has(input[name=by][value=Anyone])");
        ines.Press("Keep", "#embed form[method=post]");
    }

    private static string CodeOf(Person person) => (string)person.Run("return document.querySelector('#embed-code textarea').value")!;

    private static long HeightOf(Person person) =>
        Convert.ToInt64(
            person.Run("return document.querySelector('iframe[data-zesty-slate]').offsetHeight"),
            System.Globalization.CultureInfo.InvariantCulture
        );
}
