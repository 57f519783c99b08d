namespace ZestySlate.Browser.Tests;

/// <summary>Inside the course site's frame, with third-party cookies refused.</summary>
[Collection("course sites")]
public sealed class CourseSiteJourney(CourseApps apps)
{
    [Fact]
    public void An_activity_is_placed_done_marked_and_graded()
    {
        using var person = new Person(refusesThirdPartyCookies: true, trusts: true);

        // The teacher places it, with points and a due date.
        person.SignInToCourses(apps, "Ines Halloran");
        person.Press("Watchkeepers, evening");
        person.Press("Add an assignment");
        person.IntoFrame();
        person.LookFor("instrument garden");
        person.Press("Round the instrument garden", "main");
        person.Type("input[name='Placed.Points']", "8");
        person.Run("document.querySelector('[name=\"Placed.Due\"]').value = '2030-05-20T18:00'");
        person.Press("Place it in the course", "main");
        person.OutOfFrame();
        person.Until(
            () => person.Driver.Url.Contains("/assignments/", StringComparison.Ordinal) ? "" : null,
            "the assignment to come back"
        );
        Assert.Equal("8", person.See("input[name=points]").GetAttribute("value"));
        Assert.Equal("2030-05-20T18:00", person.See("input[name=due]").GetAttribute("value"));
        person.Type("input[name=title]", "Garden, first look");
        person.PressCss("input[name=keptBack]");
        person.Press("Keep", "main form");
        var address = person.Driver.Url;

        // No cookie of ours outlives the sign-in.
        Assert.DoesNotContain("zesty", person.AllCookies(), StringComparison.Ordinal);
        Assert.Contains("gannet-point-courses", person.AllCookies());

        // A learner opens it there, works, loses the connection for a while, goes on and hands in.
        person.SignInToCourses(apps, "Cressida Thornbury-Vance");
        person.Go(address);
        person.IntoFrame();
        person.PressCss("a[data-sign=shelter]");
        person.Reads(".panel.open", "in the shade");
        person.PressCss(".panel.open [data-close]");
        person.PressCss("a[data-sign=askglass]");
        person.Press("Fog by the evening", ".panel.open");
        person.Press("Mark my answer", ".panel.open");
        person.Reads(".panel.open", "Fog likes calm air");
        person.Press("Another go", ".panel.open");
        person.See(".panel.open fieldset:enabled");
        person.Press("Strong wind and rain", ".panel.open");
        person.Press("Mark my answer", ".panel.open");
        person.Reads(".panel.open .verdict", "Right");
        person.PressCss(".panel.open [data-close]");
        person.Connection(false);
        person.PressCss("a[data-sign=askfrost]");
        person.Press("True", ".panel.open");
        person.Press("Mark my answer", ".panel.open");
        person.Reads("#connection", "No connection");
        person.Connection(true);
        person.Reads(".panel.open .verdict", "Right");
        person.PressCss(".panel.open [data-close]");
        person.Press("Hand in");
        person.Press("Hand in with 1 question open");
        person.Reads("#result", "receipt");
        person.Reads("#result", "2 of 4 points");
        person.OutOfFrame();

        // The grade list shows the score by itself, and says completed.
        person.SignInToCourses(apps, "Ines Halloran");
        person.Until(
            () =>
            {
                person.Go(apps.Course + "/courses/watch/grades");
                var row = person.All("tbody tr").Single(r => r.Text.StartsWith("Cressida", StringComparison.Ordinal)).Text;
                return row.Contains("4 of 8", StringComparison.Ordinal) && row.Contains("completed", StringComparison.Ordinal) ? row : null;
            },
            "the grade"
        );

        // And the teacher sees it in Zesty Slate, with the reason for each mark.
        using var ines = new Person(trusts: true).SignIn(apps);
        ines.Go(apps.Slate + "/author/garden/results");
        ines.Press("Cressida Thornbury-Vance", "table");
        ines.Reads("details[open]", "is right.");
        ines.Reads("details[open]", "2 tries.");
    }

    [Fact]
    public void A_new_activity_is_made_inside_the_course_site_and_comes_back()
    {
        using var person = new Person(1280, 1000, refusesThirdPartyCookies: true, trusts: true);
        person.MakesInCourse(apps.Course);
        Assert.Equal("Made in the course", person.See("input[name=title]").GetAttribute("value"));
        Assert.Equal("1", person.See("input[name=points]").GetAttribute("value"));
    }
}
