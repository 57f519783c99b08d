using System.Net;
using System.Text.RegularExpressions;

namespace ZestySlate.Browser.Tests;

/// <summary>The life of a real installation: set up, behind nginx with TLS, a course site, a lesson, a backup, brought back elsewhere and
/// gone on with.</summary>
public sealed class WholeLifeJourney
{
    private const string Password = "a long enough one";

    private static string Slate(Installed here, string path) => here.Slate + path;

    [Fact]
    public async Task From_the_first_start_to_the_restored_backup()
    {
        await using var here = new Installed();
        await here.StartAsync();
        await Secure(here);

        // Somebody takes charge, registers the course site and invites a teacher.
        using var keeper = new Person(trusts: true);
        keeper.Go(here.Slate);
        keeper.Type("[name='New.Code']", Installed.SetupCode);
        keeper.Type("[name='New.Name']", "Kip Keeper");
        keeper.Type("[name='New.Email']", "kip@gannetpoint.example");
        keeper.Type("[name='New.Password']", Password);
        keeper.Type("[name='New.School']", "Gannet Point");
        keeper.Press("Take charge");
        keeper.Reads("h1", "Library");
        Registers(keeper, here);
        keeper.Go(Slate(here, "/keeper/schools"));
        keeper.Type("form:has(input[type=email]) input[name=name]", "Neve Nimbus");
        keeper.Type("form:has(input[type=email]) input[name=email]", "neve@gannetpoint.example");
        keeper.Press("Invite", "main form");
        keeper.Reads("[role=status]", "Neve Nimbus is invited");

        // Under the address that the web server answers to, with a device of their own from now on.
        keeper.HasDevice();
        keeper.MakesPasskey(here.Slate, "Kip's laptop", Password);
        keeper.Press("Sign out");
        keeper.ComesByPasskey(here.Slate);

        // The teacher comes in by the mail, makes a class and a worksheet, and gives it to the class.
        using var neve = new Person(trusts: true);
        var link = Regex.Match(await here.LetterAsync("neve@gannetpoint.example"), "https://\\S+").Value;
        Assert.StartsWith(here.Slate + "/welcome/", link);
        neve.Go(link);
        neve.Type("[name=password]", Password);
        neve.Type("[name=again]", Password);
        neve.Press("Set it and go on");
        neve.Reads("h1", "Library");
        Assert.All(
            System
                .Text.Json.JsonDocument.Parse(neve.AllCookies())
                .RootElement.EnumerateArray()
                .Where(cookie => cookie.GetProperty("name").GetString()!.StartsWith("zesty", StringComparison.Ordinal)),
            cookie => Assert.True(cookie.GetProperty("secure").GetBoolean())
        );
        neve.Press("Classes");
        neve.Type("input[name=name]", "Morning watch");
        neve.Type("textarea[name=names]", "Ada Aure\nBo Brise");
        neve.Press("Make the class");
        var code = neve.See(".big-code").Text;
        neve.Reads("main", here.Slate + "/join");
        neve.BeginQuestions(here.Slate);
        neve.AddQuestion("trueOrFalse", "Wind is air that moves.");
        var activity = neve.Driver.Url.Split('/')[^1].Split('?')[0];
        neve.Saved();
        neve.Go(Slate(here, $"/author/{activity}/publish"));
        neve.Press("Publish", "main form");
        neve.Give("Morning watch");
        neve.Go(Slate(here, $"/author/{activity}/publish"));
        Assert.Equal(Slate(here, $"/a/{activity}"), neve.See("input[data-copy]").GetAttribute("value"));

        // Two learners work; the teacher sees it live through the web server.
        neve.Go(Slate(here, $"/author/{activity}/lookout"));
        neve.Reads("[data-live-state]", "live");
        using var ada = Works(here, code, "Ada Aure", activity, "True");
        using var bo = Works(here, code, "Bo Brise", activity, "False");
        neve.Until(() => neve.All(".lookout-handedin").Count == 2 ? "" : null, "both in the lookout");
        CourseLesson(here);
        await MailsEverybody(here, neve);

        // Saved while it runs, brought back elsewhere, and gone on with: everybody is signed in still.
        var file = here.InFolder("installation.zip");
        await here.ZestyAsync("backup", file, "--data", here.Data);
        await here.ZestyAsync("check-backup", file);
        await here.StopSlateAsync();
        await here.ZestyAsync("restore", file, "--data", here.InFolder("restored"));
        await here.StartSlateAsync(here.InFolder("restored"));
        neve.Go(Slate(here, $"/author/{activity}/results"));
        neve.Reads("tbody", "Ada Aure");
        Assert.Equal(
            ["1 / 1", "0 / 1"],
            neve.All("#results tbody tr").Select(row => row.FindElements(OpenQA.Selenium.By.CssSelector("td.number"))[0].Text)
        );
        bo.Go(Slate(here, "/todo"));
        bo.Reads("h2", "Handed in");
        keeper.Go(Slate(here, "/keeper/course-sites"));
        keeper.Reads("main", here.Course);
    }

    /// <summary>What a client says of itself counts for nothing: the web server's word is taken. Who asks under another name is refused.</summary>
    private static async Task Secure(Installed here)
    {
        using var page = await here.AskAsync("/sign-in", ("X-Forwarded-For", "203.0.113.9"), ("X-Forwarded-Proto", "http"));
        Assert.Equal(
            "/setup",
            page.Headers.Location!.IsAbsoluteUri ? page.Headers.Location.AbsolutePath : page.Headers.Location.OriginalString
        );
        using var other = await here.AskAsync("/sign-in", ("Host", "evil.example"));
        Assert.Equal(HttpStatusCode.BadRequest, other.StatusCode);
    }

    /// <summary>The keeper makes an address for registering; who runs the course site gives it to it, and both know each other.</summary>
    private static void Registers(Person keeper, Installed here)
    {
        keeper.Go(Slate(here, "/keeper/course-sites"));
        Assert.Contains(keeper.All("input[data-copy]"), field => field.GetAttribute("value") == here.Slate + "/lti/login");
        keeper.Press("Make an address");
        var address = keeper.See("#by-itself input[data-copy]").GetAttribute("value")!;
        using var runs = new Person(trusts: true);
        runs.SignInToCourses(here.Course, "Ines Halloran");
        runs.Press("Tool", "header");
        runs.Type("input[name=address]", address);
        runs.Press("Register it", "main");
        runs.IntoFrame();
        runs.Press("Register it", "main");
        runs.Reads("main", "is registered");
        keeper.Go(Slate(here, "/keeper/course-sites"));
        keeper.Press("Try it", "table");
        keeper.Reads("section[role=status]", "a token for grades: yes");
        Assert.DoesNotContain("no,", keeper.See("section[role=status]").Text, StringComparison.Ordinal);
    }

    private static Person Works(Installed here, string code, string name, string activity, string answer)
    {
        var learner = new Person(390, 844, trusts: true);
        learner.Go(Slate(here, $"/a/{activity}"));
        learner.Press("Type your class code");
        learner.Type("input[name=Code]", code);
        learner.Type("input[name=Name]", name);
        learner.Press("Continue");
        learner.Press("Not now");
        learner.Press(answer, "form[data-ask]");
        learner.Press("Mark my answer");
        learner.See(".verdict");
        learner.Press("Hand in");
        learner.Reads("#result", "receipt");
        return learner;
    }

    /// <summary>Somebody with an address comes into the class; from then on a link is mailed to who has one, and leads in without a code.</summary>
    private static async Task MailsEverybody(Installed here, Person neve)
    {
        neve.Press("Classes");
        neve.Press("Morning watch", "main");
        var learners = neve.Driver.Url;
        neve.Press("Add learners", "main");
        neve.Type("textarea[name=pasted]", "name,email\nCleo Calder,cleo@gannetpoint.example");
        neve.Press("Look at it", "main");
        neve.Press("Take those that are ticked", "main");
        neve.Reads("main", "Cleo Calder");
        neve.Go(learners);
        neve.Pick("select[name=by]", "a link mailed to them");
        neve.Press("Mail everybody a link", "main");
        neve.Reads("[role=status]", "A link is on its way to 1 of 3 learners.");
        using var cleo = new Person(390, 844, trusts: true);
        cleo.Go(Regex.Match(await here.LetterAsync("cleo@gannetpoint.example"), "https://\\S+").Value);
        cleo.PressCss("main .button-main");
        cleo.Reads("main", "My questions");
    }

    /// <summary>In the course site's frame, over https: a teacher of the course makes an activity there, a learner does it, and the grade arrives.</summary>
    private static void CourseLesson(Installed here)
    {
        using var person = new Person(1280, 1000, refusesThirdPartyCookies: true, trusts: true);
        person.MakesInCourse(here.Course);
        person.PressCss("input[name=keptBack]");
        person.Press("Keep", "main form");
        var address = person.Driver.Url;

        // The courses are looked at under another address than the one that signs in: the launch names it, and it may hold our page.
        person.SignInToCourses(here.Campus, "Bashir Al-Marri");
        person.Go(address.Replace(here.Course, here.Campus, StringComparison.Ordinal));
        person.IntoFrame();
        person.PressCss("a[data-sign]");
        person.Press("True", ".panel.open");
        person.Press("Mark my answer", ".panel.open");
        person.Reads(".panel.open .verdict", "Right");
        person.PressCss(".panel.open [data-close]");
        person.Press("Hand in");
        person.Reads("#result", "receipt");
        person.OutOfFrame();
        person.SignInToCourses(here.Course, "Mireille Osei");
        person.Until(
            () =>
            {
                person.Go(here.Course + "/courses/bulletin/grades");
                return person
                    .All("tbody tr")
                    .Any(row =>
                        row.Text.StartsWith("Bashir", StringComparison.Ordinal) && row.Text.Contains("1 of 1", StringComparison.Ordinal)
                    )
                    ? ""
                    : null;
            },
            "the grade"
        );
    }
}
