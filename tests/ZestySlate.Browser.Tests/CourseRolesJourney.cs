namespace ZestySlate.Browser.Tests;

/// <summary>A course as it is: a parent looks, an assistant sees who stands where, a column is replaced, a guest comes without a name, and a
/// teacher chooses nothing after all.</summary>
[Collection("course sites")]
public sealed class CourseRolesJourney(CourseApps apps)
{
    private string First => apps.Course + "/courses/watch/assignments/first-look";

    [Fact]
    public void Each_gets_what_fits_and_the_grade_finds_its_column()
    {
        using var teacher = new Person(1280, 1000, trusts: true);
        teacher.SignInToCourses(apps, "Ines Halloran");
        using var learner = new Person(trusts: true);
        Opens(learner, "Cressida Thornbury-Vance");
        learner.PressCss("a[data-sign=askfrost]");
        learner.Press("True", ".panel.open");
        learner.Press("Mark my answer", ".panel.open");
        learner.Reads(".panel.open .verdict", "Right");
        learner.PressCss(".panel.open [data-close]");

        using var other = new Person(trusts: true);
        Opens(other, "Corvin Thornbury-Vance");
        other.Reads("table", "Cressida Thornbury-Vance");
        Assert.DoesNotContain("Bashir", other.See("table").Text, StringComparison.Ordinal);
        other.Press("Have a look at it", "main");
        other.See("[data-learn]");
        Opens(other, "Pell Marrow", "?open=yes");
        other.Reads("table", "Cressida Thornbury-Vance");
        other.Reads("table", "Dorrit");

        // The column is replaced while she is at work; the page she has open knows nothing of it.
        teacher.Go(First);
        teacher.PressCss("input[name=newColumn]");
        teacher.Keep();
        learner.Press("Hand in");
        learner.Press("Hand in with");
        learner.Reads("#result", "receipt");
        teacher.Until(
            () =>
            {
                teacher.Go(apps.Course + "/courses/watch/grades");
                var row = teacher.All("tbody tr").Single(r => r.Text.StartsWith("Cressida", StringComparison.Ordinal)).Text;
                return row.Contains("1 of 4", StringComparison.Ordinal) && row.Contains("completed", StringComparison.Ordinal) ? row : null;
            },
            "the grade in the new column"
        );

        Opens(other, "A guest");
        other.See("[data-learn]");
        Assert.DoesNotContain("assignment=", (string)other.Run("return location.search")!, StringComparison.Ordinal);

        try
        {
            Set(teacher, "Told.Elsewhere", true);
            teacher.Go(apps.Course + "/courses/watch/add");
            teacher.IntoFrame();
            teacher.Press("Choose nothing", "main");
            teacher.OutOfFrame();
            teacher.Until(
                () => teacher.Driver.Url.EndsWith("/courses/watch", StringComparison.Ordinal) ? "" : null,
                "the course, with nothing chosen"
            );
        }
        finally
        {
            Set(teacher, "Told.Elsewhere", false);
        }
    }

    private void Opens(Person person, string name, string query = "")
    {
        person.OutOfFrame();
        person.SignInToCourses(apps, name);
        person.Go(First + query);
        person.IntoFrame();
    }

    private void Set(Person teacher, string what, bool on)
    {
        teacher.OutOfFrame();
        teacher.Go(apps.Course + "/mischief");
        teacher.Run("document.querySelector(`[name='${arguments[0]}']`).checked = arguments[1]", what, on);
        teacher.Keep();
    }
}
