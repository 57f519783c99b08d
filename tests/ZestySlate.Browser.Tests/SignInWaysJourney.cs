namespace ZestySlate.Browser.Tests;

/// <summary>
/// Signing in from a course site in every way there is: cookies refused or kept, the page's storage answering, answering from
/// a frame of its own, mute, failing or not offered, the page at the sign-in's address or at another, in a frame or in a tab. Nobody is left standing.
/// </summary>
[Collection("course sites")]
public sealed class SignInWaysJourney(CourseApps apps)
{
    private static readonly string[] Storages = ["Answers", "InFrame", "Mute", "Fails", "NotOffered"];

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Everybody_comes_in_or_opens_a_tab_of_their_own(bool refusesCookies)
    {
        using var teacher = new Person(trusts: true);
        teacher.SignInToCourses(apps, "Ines Halloran");
        using var person = new Person(refusesThirdPartyCookies: refusesCookies, trusts: true);
        foreach (var page in new[] { apps.Course, apps.Campus })
        {
            person.SignInToCourses(page, "Bashir Al-Marri");
        }

        try
        {
            foreach (var storage in Storages)
            {
                Storage(teacher, storage);
                foreach (var tab in new[] { false, true })
                {
                    OwnWindow(teacher, tab);
                    foreach (var page in new[] { apps.Course, apps.Campus })
                    {
                        Opens(person, page, tab, $"{(refusesCookies ? "refused" : "kept")} {storage} {(tab ? "tab" : "frame")} {page}");
                    }
                }
            }
        }
        finally
        {
            Storage(teacher, "Answers");
            OwnWindow(teacher, false);
        }
    }

    /// <summary>Opens the assignment, and goes on in a tab of its own where a frame can do nothing more.</summary>
    private void Opens(Person person, string page, bool tab, string what)
    {
        person.Go(page + "/courses/watch/assignments/first-look");
        var here = person.Driver.CurrentWindowHandle;
        if (tab)
        {
            person.Press("Open Round the instrument garden", "main");
            ToNewest(person, here);
        }
        else
        {
            person.IntoFrame();
        }

        var came = person.Until(
            () =>
                person.All("[data-learn]").Count > 0 ? "in"
                : person.All("a[href^='/lti/login'][target=_blank]").Count > 0 ? "asks"
                : null,
            what
        );
        if (came == "asks")
        {
            Assert.False(tab, what + ": a tab of its own has cookies");
            Assert.DoesNotContain("InFrame", what);
            Assert.False(page == apps.Course && what.Contains("Answers", StringComparison.Ordinal), what + ": the page keeps it");
            person.Press("Open it in a tab of its own", "main");
            ToNewest(person, here);
            person.Until(() => person.All("[data-learn]").Count > 0 ? "in" : null, what + ", in a tab of its own");
        }

        Assert.Contains("/a/garden", (string)person.Run("return location.pathname")!);
        person.OutOfFrame();
        foreach (var window in person.Driver.WindowHandles.Where(window => window != here).ToList())
        {
            person.Driver.SwitchTo().Window(window).Close();
        }

        person.Driver.SwitchTo().Window(here);
    }

    private static void ToNewest(Person person, string from)
    {
        var window = person.Until(() => person.Driver.WindowHandles.LastOrDefault(one => one != from), "a new tab");
        person.Driver.SwitchTo().Window(window);
    }

    private void Storage(Person teacher, string storage)
    {
        teacher.Go(apps.Course + "/mischief");
        teacher.Run("document.querySelector('[name=\"Told.Storage\"]').value = arguments[0]", storage);
        teacher.Keep();
    }

    private void OwnWindow(Person teacher, bool own)
    {
        teacher.Go(apps.Course + "/courses/watch/assignments/first-look");
        teacher.Run("document.querySelector('[name=ownWindow]').checked = arguments[0]", own);
        teacher.Keep();
    }
}
