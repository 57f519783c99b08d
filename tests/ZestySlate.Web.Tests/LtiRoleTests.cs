using System.Net;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Who comes in which role, and what each gets.</summary>
[Collection("course site")]
public sealed class LtiRoleTests(SlateHost host) : LtiHarness(host)
{
    private const string M = "http://purl.imsglobal.org/vocab/lis/v2/membership",
        I = "http://purl.imsglobal.org/vocab/lis/v2/institution/person#",
        S = "http://purl.imsglobal.org/vocab/lis/v2/system/person#";

    public static TheoryData<string, CourseRole> Table =>
        new()
        {
            { "", CourseRole.None },
            { M + "#Learner", CourseRole.Learner },
            { "Learner", CourseRole.Learner },
            { M + "/Learner#NonCreditLearner", CourseRole.Learner },
            { M + "#Instructor", CourseRole.Teacher },
            { "Instructor", CourseRole.Teacher },
            { M + "/Instructor#GuestInstructor", CourseRole.Teacher },
            { M + "#ContentDeveloper", CourseRole.Teacher },
            { M + "/Instructor#TeachingAssistant", CourseRole.Assistant },
            { M + "#Instructor " + M + "/Instructor#TeachingAssistantSection", CourseRole.Assistant },
            { M + "/Instructor#Grader", CourseRole.Grader },
            { M + "#Instructor " + M + "/Instructor#Grader", CourseRole.Grader },
            { M + "/Instructor#Grader " + M + "/Instructor#PrimaryInstructor", CourseRole.Teacher },
            { M + "#Administrator", CourseRole.Administrator },
            { M + "/Administrator#Support", CourseRole.Administrator },
            { M + "#Mentor", CourseRole.Observer },
            { M + "/Mentor#Advisor", CourseRole.Observer },
            { M + "#Learner " + M + "#Mentor", CourseRole.Learner },
            { M + "#Learner " + M + "#Instructor", CourseRole.Teacher },
            { M + "#Officer", CourseRole.None },
            { M + "#Manager", CourseRole.None },
            { M + "#Member", CourseRole.None },
            { I + "Administrator", CourseRole.Administrator },
            { S + "SysAdmin", CourseRole.Administrator },
            { I + "Instructor", CourseRole.None },
            { I + "Instructor " + M + "#Learner", CourseRole.Learner },
            { I + "Administrator " + M + "#Learner", CourseRole.Learner },
            { I + "Student", CourseRole.Learner },
            { I + "Observer", CourseRole.Observer },
            { "http://elsewhere.example/roles#Instructor", CourseRole.None },
            { M + "#", CourseRole.None },
            { M + "x#Instructor", CourseRole.None },
        };

    [Theory]
    [MemberData(nameof(Table))]
    public void A_role_is_read_as_the_standard_says(string roles, CourseRole role) =>
        Assert.Equal(role, CourseRoles.Of(roles.Split(' ', StringSplitOptions.RemoveEmptyEntries)));

    /// <summary>Opens a link in a role.</summary>
    private async Task<HttpResponseMessage> OpenAsync(
        string subject,
        string link,
        string role,
        Action<Dictionary<string, object?>>? with = null
    )
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, subject);
        claims["name"] = "Person " + subject;
        claims[Claim + "roles"] = role.Length > 0 ? [role] : Array.Empty<string>();
        claims[Claim + "resource_link"] = new { id = link, title = "Garden" };
        with?.Invoke(claims);
        return await LaunchAsync(begun, Sign(claims));
    }

    private HttpClient Bare() => Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });

    [Theory]
    [InlineData(M + "#Mentor", false)]
    [InlineData(M + "#Member", false)]
    [InlineData("", false)]
    [InlineData(M + "/Instructor#Grader", true)]
    [InlineData(M + "/Instructor#TeachingAssistant", true)]
    [InlineData(I + "Administrator", true)]
    public async Task Who_does_not_learn_has_no_attempt_and_no_score_and_sees_what_fits(string role, bool seesWork)
    {
        var link = "link-role-" + Math.Abs(role.GetHashCode(StringComparison.Ordinal));
        await OpenAsync("learner-of-" + link, link, M + "#Learner");
        var reply = await OpenAsync("other-of-" + link, link, role);
        var at = reply.Headers.Location!.OriginalString;
        Assert.EndsWith("/course-work", at);
        var page = await Bare().GetStringAsync(at, Stop);
        Assert.Equal(seesWork, page.Contains("Person learner-of-" + link, StringComparison.Ordinal));
        Assert.Contains("/course-work/look", page);

        // They try it: it is marked, and nothing of it is kept.
        var marked = await Bare().SendEventAsync(at + "/look", ("act", "mark"), ("spot", "askfrost"), ("event", "m"), ("pick", "true"));
        Assert.Contains("1 of 1 point", await marked.Content.ReadAsStringAsync(Stop));
        var person = await PersonOfAsync("other-of-" + link);
        Assert.False(await Host.DbAsync(db => db.Attempts.AnyAsync(a => a.PersonId == person, Stop)));
        Assert.False(await Host.DbAsync(db => db.ScoreDeliveries.AnyAsync(d => d.Subject == "other-of-" + link, Stop)));

        // Without the seat nobody sees it: not by another session, and not by an account.
        var learner = (await OpenAsync("learner-of-" + link, link, M + "#Learner")).Headers.Location!.OriginalString;
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await Bare().GetAsync(learner[..learner.IndexOf("/a/", StringComparison.Ordinal)] + "/course-work", Stop)).StatusCode
        );
        Assert.NotEqual(HttpStatusCode.OK, (await (await Host.TeacherAsync("ines")).GetAsync("/course-work", Stop)).StatusCode);
    }

    [Fact]
    public async Task An_observer_sees_those_they_accompany_and_no_others()
    {
        await OpenAsync("obs-a", "link-obs", M + "#Learner");
        await OpenAsync("obs-b", "link-obs", M + "#Learner");
        var reply = await OpenAsync("obs-parent", "link-obs", M + "#Mentor", c =>
            c[Claim + "role_scope_mentor"] = new[] { "obs-b", "obs-nobody" }
        );
        var page = await Bare().GetStringAsync(reply.Headers.Location!.OriginalString, Stop);
        Assert.Contains("Person obs-b", page);
        Assert.DoesNotContain("Person obs-a", page);
    }

    [Fact]
    public async Task A_teacher_who_does_not_own_the_activity_sees_the_work_of_the_course()
    {
        await OpenAsync("own-a", "link-own", M + "#Learner");
        var reply = await OpenAsync("t-other", "link-own", M + "#Instructor");
        var page = await Bare().GetStringAsync(reply.Headers.Location!.OriginalString, Stop);
        Assert.Contains("Person own-a", page);
        Assert.Contains("belongs to somebody else", page);
    }

    [Fact]
    public async Task Who_comes_without_a_name_does_it_without_a_score_where_visitors_may()
    {
        var before = await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(Stop));
        var reply = await OpenAsync("x", "link-anonymous", M + "#Learner", c => c.Remove("sub"));
        var at = reply.Headers.Location!.OriginalString;
        Assert.Matches("^/s/[a-z0-9]+/a/garden$", at);
        var marked = await Bare().SendEventAsync(at, ("act", "mark"), ("spot", "askfrost"), ("event", "m"), ("pick", "true"));
        Assert.Contains("1 of 1 point", await marked.Content.ReadAsStringAsync(Stop));
        Assert.Equal(before, await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(Stop)));

        async Task SetAsync(Visibility visibility, VisitorsSay say) =>
            await Host.DbAsync(db =>
                db.Activities.Where(a => a.Id == "garden")
                    .ExecuteUpdateAsync(set => set.SetProperty(a => a.Visibility, visibility).SetProperty(a => a.VisitorsSay, say), Stop)
            );
        var was = await Host.DbAsync(db => db.Activities.AsNoTracking().SingleAsync(a => a.Id == "garden", Stop));
        try
        {
            foreach (
                var (visibility, say) in new[]
                {
                    (Visibility.ClassOnly, VisitorsSay.Nothing),
                    (was.Visibility, VisitorsSay.SignIn),
                    (was.Visibility, VisitorsSay.Email),
                }
            )
            {
                await SetAsync(visibility, say);
                await RefusedAsync(
                    await OpenAsync("x", "link-anonymous", M + "#Learner", c => c.Remove("sub")),
                    "does not say who you are"
                );
            }
        }
        finally
        {
            await SetAsync(was.Visibility, was.VisitorsSay);
        }
    }

    [Fact]
    public async Task Names_follow_the_newest_launch_and_an_account_keeps_its_own()
    {
        Task<string> NameAsync() =>
            Host.DbAsync(async db =>
            {
                var id = await db.CourseSitePeople.Where(p => p.Subject == "s-renamed").Select(p => p.PersonId).SingleAsync(Stop);
                return await db.Users.Where(u => u.Id == id).Select(u => u.DisplayName).SingleAsync(Stop);
            });
        await OpenAsync("s-renamed", "link-names", M + "#Learner", c => c.Remove("name"));
        Assert.StartsWith("Somebody from", await NameAsync());
        foreach (
            var (said, shown) in new[] { ("Wren Abernethy", "Wren Abernethy"), ("   ", "Wren Abernethy"), ("Wren A. Tide", "Wren A. Tide") }
        )
        {
            await OpenAsync("s-renamed", "link-names", M + "#Learner", c => c["name"] = said);
            Assert.Equal(shown, await NameAsync());
        }
    }

    [Fact]
    public async Task Who_learned_first_and_teaches_later_is_put_before_the_owner_of_the_address()
    {
        void As(Dictionary<string, object?> claims, string? email) => claims["email"] = email;
        await OpenAsync("s-later", "link-later", M + "#Learner", c => As(c, null));
        await OpenAsync("s-later", "link-later", M + "#Instructor", c => As(c, "mireille.osei@gannetpoint.example"));
        Assert.True(await Host.DbAsync(db => db.AccountLinks.AnyAsync(link => link.Subject == "s-later", Stop)));
        await Host.DbAsync(db => db.AccountLinks.Where(link => link.Subject == "s-later").ExecuteDeleteAsync(Stop));
        await OpenAsync("s-later", "link-later", M + "#Instructor", c =>
            (c["email"], c["email_verified"]) = ("mireille.osei@gannetpoint.example", false)
        );
        Assert.False(await Host.DbAsync(db => db.AccountLinks.AnyAsync(link => link.Subject == "s-later", Stop)));
    }

    [Fact]
    public async Task Several_links_opened_at_once_by_a_new_person_make_one_person()
    {
        var replies = await Task.WhenAll(Enumerable.Range(0, 6).Select(at => OpenAsync("s-at-once", $"link-at-once-{at}", M + "#Learner")));
        Assert.All(replies, reply => Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode));
        Assert.Equal(1, await Host.DbAsync(db => db.CourseSitePeople.CountAsync(p => p.Subject == "s-at-once", Stop)));
        var person = await PersonOfAsync("s-at-once");
        Assert.Equal(6, await Host.DbAsync(db => db.Attempts.CountAsync(a => a.PersonId == person, Stop)));
    }

    [Theory]
    [InlineData("iframe", false)]
    [InlineData("window", true)]
    public async Task The_page_is_in_the_courses_language_and_leads_back_where_it_has_a_window_of_its_own(string target, bool leadsBack)
    {
        var reply = await OpenAsync("s-present-" + target, "link-present", M + "#Learner", c => c[Claim + "launch_presentation"] = new
            {
                locale = "ar-EG",
                document_target = target,
                return_url = "http://portal.example/course/7",
            });
        var page = await Bare().GetAsync(reply.Headers.Location!.OriginalString, Stop);
        var html = WebUtility.HtmlDecode(await page.Content.ReadAsStringAsync(Stop));
        Assert.Equal(leadsBack, Regex.IsMatch(html, "href=\"http://portal.example/course/7\" target=\"_top\""));

        // The signed launch has named the portal: its pages may hold ours from now on.
        Assert.Contains("http://portal.example", page.Headers.GetValues("Content-Security-Policy").Single());
        var refused = await OpenAsync("s-present-" + target, "link-present", M + "#Learner", c =>
        {
            c[Claim + "target_link_uri"] = "https://localhost/a/garden";
            c[Claim + "message_type"] = "LtiDeepLinkingRequest";
            c["https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings"] = new
            {
                deep_link_return_url = "http://courses.example/chosen",
            };
            c[Claim + "launch_presentation"] = new { return_url = "http://portal.example/course/7?x=1" };
        });
        Assert.Contains(
            "http://portal.example/course/7?x=1&lti_errormsg=Only",
            WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop))
        );
    }

    [Theory]
    [InlineData(CourseRole.Teacher, true, 5, true, null, true)]
    [InlineData(CourseRole.Grader, true, 5, true, null, true)]
    [InlineData(CourseRole.Observer, false, null, false, null, true)]
    [InlineData(CourseRole.Observer, true, null, false, null, false)]
    [InlineData(CourseRole.None, false, 1, false, null, false)]
    [InlineData(CourseRole.None, false, 0, false, null, true)]
    [InlineData(CourseRole.Observer, false, null, true, null, false)]
    [InlineData(CourseRole.Observer, false, null, true, 1, false)]
    [InlineData(CourseRole.Observer, false, null, true, 0, true)]
    public void Others_look_once_learners_may_and_at_a_test_when_it_is_over(
        CourseRole role,
        bool keptBack,
        int? opensIn,
        bool test,
        int? dueIn,
        bool may
    )
    {
        var now = new DateTimeOffset(2026, 12, 1, 8, 0, 0, TimeSpan.Zero);
        var given = new Storage.Classes.AssignmentRecord
        {
            ActivityId = "a",
            Title = "t",
            KeptBack = keptBack,
            From = opensIn is { } opens ? now.AddMinutes(opens) : null,
            Due = dueIn is { } due ? now.AddMinutes(due) : null,
        };
        var moment = test ? Core.Activities.RevealMoment.AfterEnd : Core.Activities.RevealMoment.AtOnce;
        var rules = new Core.Activities.Rules
        {
            Reveal = new() { RightOrWrong = moment, RightAnswer = moment },
        };
        var document = new Core.Activities.Activity { Rules = rules };
        Assert.Equal(may, CourseLooks.May(role, given, document, now));
    }

    [Fact]
    public async Task What_is_kept_back_is_not_looked_at_by_its_address_either()
    {
        await OpenAsync("back-a", "link-kept", M + "#Learner");
        var at = (await OpenAsync("back-parent", "link-kept", M + "#Mentor")).Headers.Location!.OriginalString;
        Assert.Equal(HttpStatusCode.OK, (await Bare().GetAsync(at + "/look", Stop)).StatusCode);
        await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == "link-kept")
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.KeptBack, true), Stop)
        );
        Assert.Equal(HttpStatusCode.NotFound, (await Bare().GetAsync(at + "/look", Stop)).StatusCode);
        Assert.Contains("cannot be looked at yet", await Bare().GetStringAsync(at, Stop));
    }

    [Fact]
    public async Task Where_teachers_need_an_account_they_are_told_so()
    {
        Task SetAsync(bool makes) =>
            Host.DbAsync(db =>
                db.CourseSites.Where(s => s.ClientId == "zesty-slate")
                    .ExecuteUpdateAsync(set => set.SetProperty(s => s.MakesTeachers, makes), Stop)
            );
        await SetAsync(false);
        try
        {
            var reply = await OpenAsync("t-no-account", "link-no-account", M + "#Instructor", claims =>
            {
                claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
                claims["https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings"] = new
                {
                    deep_link_return_url = "http://courses.example/chosen",
                };
            });
            await RefusedAsync(reply, "needs an account here");
        }
        finally
        {
            await SetAsync(true);
        }
    }
}
