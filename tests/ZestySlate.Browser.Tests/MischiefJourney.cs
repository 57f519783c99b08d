namespace ZestySlate.Browser.Tests;

/// <summary>The course site goes wrong, and Zesty Slate is killed in the middle.</summary>
[Collection("restarts")]
public sealed class MischiefJourney
{
    [Fact]
    public async Task A_grade_waits_for_the_course_site_survives_a_power_cut_and_new_keys_and_arrives()
    {
        var apps = new CourseApps();
        await apps.InitializeAsync();
        try
        {
            using var person = new Person(refusesThirdPartyCookies: true, trusts: true);
            Mischief(person, apps, "Told.Away");

            person.SignInToCourses(apps, "Dorrit");
            person.Go(apps.Course + "/courses/watch/assignments/first-look");
            person.IntoFrame();
            person.PressCss("a[data-sign=askfrost]");
            person.Press("True", ".panel.open");
            person.Press("Mark my answer", ".panel.open");
            person.Reads(".panel.open .verdict", "Right");
            person.PressCss(".panel.open [data-close]");
            person.Press("Hand in");
            person.Press("Hand in with 2 questions open");
            person.Reads("#result", "1 of 4 points");
            person.OutOfFrame();

            using var ines = new Person(trusts: true).SignIn(apps);
            ines.Go(apps.Slate + "/author/garden/results");
            ines.Reads("main", "1 grade waits for the course site");
            await apps.KillAndRestartAsync();
            ines.Go(apps.Slate + "/author/garden/results");
            ines.Reads("main", "1 grade");

            Mischief(person, apps, "Told.Away", off: true);
            ines.Press("Try now");
            Grade(person, apps, "Dorrit", "1 of 4");

            // An old nonce is refused in words; new keys are no hindrance.
            Mischief(person, apps, "Told.OldNonce");
            person.SignInToCourses(apps, "Bashir");
            person.Go(apps.Course + "/courses/watch/assignments/first-look");
            person.IntoFrame();
            person.Reads("main", "does not belong to this sign-in");
            person.OutOfFrame();
            Mischief(person, apps, "Told.OldNonce", off: true);
            person.Press("Change the keys now");
            await Task.Delay(1200, TestContext.Current.CancellationToken);
            person.SignInToCourses(apps, "Bashir");
            person.Go(apps.Course + "/courses/watch/assignments/first-look");
            person.IntoFrame();
            person.See("a[data-sign]");
        }
        finally
        {
            await apps.DisposeAsync();
        }
    }

    private static void Mischief(Person person, Apps apps, string what, bool off = false)
    {
        person.SignInToCourses(apps, "Ines Halloran");
        person.Go(apps.Course + "/mischief");
        person.PressCss($"input[name='{what}']");
        person.Press("Keep", "main");
        person.Until(() => person.See($"input[name='{what}']").Selected != off ? "" : null, what);
    }

    private static void Grade(Person person, Apps apps, string name, string grade) =>
        person.Until(
            () =>
            {
                person.Go(apps.Course + "/courses/watch/grades");
                return person
                    .All("tbody tr")
                    .Single(r => r.Text.StartsWith(name, StringComparison.Ordinal))
                    .Text.Contains(grade, StringComparison.Ordinal)
                    ? ""
                    : null;
            },
            "the grade of " + name
        );
}
