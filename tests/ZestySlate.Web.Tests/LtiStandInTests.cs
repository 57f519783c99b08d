extern alias courses;

using System.Net;
using courses::ZestySlate.CourseSite.Lti;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>The connection against the course site that ships with the project, as most course sites are and as some are.</summary>
[Collection("course site")]
public sealed class LtiStandInTests : IClassFixture<StandIn>
{
    private const string M = "http://purl.imsglobal.org/vocab/lis/v2/membership",
        Institution = "http://purl.imsglobal.org/vocab/lis/v2/institution/person#";

    private readonly SlateHost _host;
    private readonly StandIn _site;

    public LtiStandInTests(SlateHost host, StandIn site)
    {
        (_host, _site) = (host, site);
        site.Answer();
    }

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static string At(HttpResponseMessage reply)
    {
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        return reply.Headers.Location!.OriginalString;
    }

    private static async Task<string> RefusedAsync(HttpResponseMessage reply)
    {
        Assert.Equal(HttpStatusCode.Forbidden, reply.StatusCode);
        return WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop));
    }

    private async Task<string> PageAsync(string at) =>
        WebUtility.HtmlDecode(await (await _site.Browser().GetAsync(at, Stop)).Content.ReadAsStringAsync(Stop));

    private Task<int> SendAsync() => _host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop));

    private Task<int> EmptyAsync() => _host.DbAsync(db => db.ScoreDeliveries.ExecuteDeleteAsync(Stop));

    private Task<ScoreDelivery> NewestAsync() =>
        _host.DbAsync(db => db.ScoreDeliveries.AsNoTracking().OrderByDescending(delivery => delivery.Id).FirstAsync(Stop));

    private Task<int> DueNowAsync() =>
        _host.DbAsync(db =>
            db.ScoreDeliveries.Where(d => d.DeliveredAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, DateTimeOffset.UtcNow.AddMinutes(-1)), Stop)
        );

    private Task AskAsync() => LtiHarness.AskMembersAsync(_host);

    /// <summary>A learner answers the first question of the garden right.</summary>
    private async Task AnswerAsync(string at)
    {
        var marked = await _site.Browser().SendEventAsync(at, ("act", "mark"), ("spot", "askfrost"), ("event", "m"), ("pick", "true"));
        Assert.Contains("1 of 1 point", await marked.Content.ReadAsStringAsync(Stop));
    }

    private async Task AnswerAndHandInAsync(string at)
    {
        await AnswerAsync(at);
        await _site.Browser().SendEventAsync(at, ("act", "handIn"), ("event", "h"));
    }

    /// <summary>Somebody opens an assignment whose points go to the course site as soon as they are known.</summary>
    private async Task<string> OpenedAsync(string person, string assignment)
    {
        var at = At(await _site.OpenAsync(person, assignment));
        await _host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == assignment)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.PointsAtOnce, true), Stop)
        );
        return at;
    }

    [Theory]
    [InlineData("l-anouk", "", "/a/garden")]
    [InlineData("l-anouk", M + "/Learner#NonCreditLearner", "/a/garden")]
    [InlineData("t-mireille", "", "/course-work")]
    [InlineData("t-ines", "", "/author/garden/results")]
    [InlineData("a-pell", "", "/course-work")]
    [InlineData("m-corvin", "", "/course-work")]
    [InlineData("t-mireille", M + "/Instructor#Grader", "/course-work")]
    [InlineData("t-mireille", Institution + "Administrator", "/course-work")]
    [InlineData("t-mireille", "none", "/course-work")]
    [InlineData("t-mireille", M + "#Member", "/course-work")]
    public async Task Everybody_comes_where_their_role_belongs(string person, string roles, string at)
    {
        _site.Be(mischief => mischief.Roles = roles);
        Assert.Contains(at, At(await _site.OpenAsync(person, _site.Assign())));
    }

    [Fact]
    public async Task A_parent_sees_their_child_and_nobody_else()
    {
        var assignment = _site.Assign();
        await _site.OpenAsync("l-cressida", assignment);
        await _site.OpenAsync("l-bashir", assignment);
        var page = await PageAsync(At(await _site.OpenAsync("m-corvin", assignment)));
        Assert.Contains("Cressida Thornbury-Vance", page);
        Assert.DoesNotContain("Bashir", page);
    }

    [Fact]
    public async Task A_guest_works_without_a_score_and_names_follow_the_newest_launch()
    {
        await EmptyAsync();
        var assignment = _site.Assign();
        await AnswerAsync(At(await _site.OpenAsync("g-guest", assignment)));
        Assert.False(await _host.DbAsync(db => db.ScoreDeliveries.AnyAsync(Stop)));
        _site.Be(mischief => mischief.NoSub = true);
        await AnswerAsync(At(await _site.OpenAsync("l-dorrit", assignment)));
        Assert.False(await _host.DbAsync(db => db.ScoreDeliveries.AnyAsync(Stop)));

        Task<string> NameAsync() =>
            _host.DbAsync(db =>
                db.Users.Where(user => db.CourseSitePeople.Any(one => one.Subject == "l-unnamed" && one.PersonId == user.Id))
                    .Select(user => user.DisplayName)
                    .SingleAsync(Stop)
            );
        _site.Change(state => state.People.Add(new() { Id = "l-unnamed", Name = "Wren Abernethy" }));
        _site.Be(mischief => mischief.NoName = true);
        await _site.OpenAsync("l-unnamed", assignment);
        Assert.StartsWith("Somebody from", await NameAsync());
        _site.Be(_ => { });
        await _site.OpenAsync("l-unnamed", assignment);
        Assert.Equal("Wren Abernethy", await NameAsync());
        _site.Change(state => state.People.RemoveAll(person => person.Id == "l-unnamed"));
    }

    [Fact]
    public async Task Who_learned_first_and_teaches_later_is_put_before_the_owner_of_the_address()
    {
        Task<bool> AskedAsync() => _host.DbAsync(db => db.AccountLinks.AnyAsync(link => link.Subject == "l-later", Stop));
        Task LinksAsync(bool links) =>
            _host.DbAsync(db =>
                db.CourseSites.Where(site => site.Issuer == StandIn.Address)
                    .ExecuteUpdateAsync(set => set.SetProperty(site => site.LinksByEmail, links), Stop)
            );
        var later = new courses::ZestySlate.CourseSite.State.SitePerson
        {
            Id = "l-later",
            Name = "M. Osei",
            Email = "mireille.osei@gannetpoint.example",
        };
        _site.Change(state => state.People.Add(later));
        await LinksAsync(true);
        try
        {
            var assignment = _site.Assign();
            await _site.OpenAsync("l-later", assignment);
            Assert.False(await AskedAsync());
            _site.Change(_ => later.Teaches = true);
            await _site.OpenAsync("l-later", assignment);
            Assert.True(await AskedAsync());
        }
        finally
        {
            await LinksAsync(false);
            _site.Change(state => state.People.Remove(later));
            await _host.DbAsync(db => db.AccountLinks.Where(link => link.Subject == "l-later").ExecuteDeleteAsync(Stop));
        }
    }

    private async Task<HttpResponseMessage> ChooseAsync(params (string, string)[] fields)
    {
        var at = At(await _site.AddAsync());
        return await _site.Browser().PostFormAsync(at, at, [("activity", "garden"), ("Placed.NoDue", "true"), .. fields]);
    }

    private async Task<courses::ZestySlate.CourseSite.State.Assignment> PlacedAsync(params (string, string)[] fields) =>
        _site.Of((await _site.ChosenAsync(await ChooseAsync(fields))).Split('/')[^1]);

    [Theory]
    [InlineData(false, "", "", false, true)]
    [InlineData(true, "", "", false, true)]
    [InlineData(false, "window", "", true, true)]
    [InlineData(false, "iframe", "true", false, true)]
    [InlineData(false, "iframe window", "true", true, true)]
    [InlineData(true, "embed", "", false, false)]
    public async Task What_is_chosen_arrives_as_the_course_site_takes_it(
        bool other,
        string targets,
        string wantsWindow,
        bool window,
        bool columns
    )
    {
        _site.Be(mischief =>
        {
            (mischief.NoTarget, mischief.Elsewhere, mischief.OneItem) = (other, other, other);
            (mischief.Targets, mischief.NoColumns) = (targets, !columns);
        });
        var placed = await PlacedAsync(("Placed.Points", "12.5"), ("Placed.OwnWindow", wantsWindow));
        Assert.Equal((window, columns ? 12.5m : null), (placed.OwnWindow, placed.Points));

        // The teacher lets learners see it there, and here too where it was kept back.
        _site.Change(_ => _site.Of(placed.Id).KeptBack = false);
        Assert.Contains("/a/garden?assignment=", At(await _site.OpenAsync("l-anouk", placed.Id)));
    }

    [Fact]
    public async Task What_is_not_wanted_is_refused_and_nothing_chosen_makes_nothing()
    {
        _site.Be(mischief => mischief.AcceptTypes = "file html");
        Assert.Contains("takes no links to activities", await RefusedAsync(await _site.AddAsync()));
        _site.Be(mischief => mischief.OneItem = true);
        Assert.Contains("one activity at a time", await (await ChooseAsync(("activity", "clouds"))).Content.ReadAsStringAsync(Stop));
        var before = _site.Read(state => state.Courses.Sum(course => course.Assignments.Count));
        var at = At(await _site.AddAsync());
        var cancelled = await _site.Browser().PostFormAsync(at, at + "?handler=Cancel");
        Assert.Equal("/courses/watch", await _site.ChosenAsync(cancelled));
        Assert.Equal(before, _site.Read(state => state.Courses.Sum(course => course.Assignments.Count)));
    }

    [Fact]
    public async Task A_link_without_a_choice_is_chosen_for_and_chosen_anew()
    {
        var link = _site.Assign("/lti/choose");
        Assert.Contains("has not chosen an activity", await RefusedAsync(await _site.OpenAsync("l-anouk", link)));
        async Task ChooseAsync(string activity)
        {
            var at = At(await _site.OpenAsync("t-ines", link));
            Assert.EndsWith("/lti/choose", at);
            await _site.Browser().PostFormAsync(at, at, ("activity", activity), ("Placed.NoDue", "true"));
        }

        await ChooseAsync("garden");
        var first = At(await _site.OpenAsync("l-anouk", link));
        Assert.Contains("/a/garden?assignment=", first);
        await AnswerAsync(first);
        Assert.Contains("/author/garden/results?assignment=", At(await _site.OpenAsync("t-ines", link)));

        var ines = await _host.TeacherAsync("ines");
        var given = await _host.DbAsync(db => db.Assignments.Where(a => a.ResourceLinkId == link).Select(a => a.Id).SingleAsync(Stop));
        Task<HttpResponseMessage> AnewAsync(string anew) =>
            ines.PostFormAsync("/author/garden/courses", "/author/garden/courses?handler=Anew", ("assignment", $"{given}"), ("anew", anew));
        await AnewAsync("true");
        Assert.Contains("Leave it as it is", await ines.GetStringAsync("/author/garden/courses", Stop));
        await AnewAsync("false");
        Assert.Contains("/author/garden/results?assignment=", At(await _site.OpenAsync("t-ines", link)));
        await AnewAsync("true");

        // Until something else is chosen, learners get what was chosen before.
        Assert.Contains("/a/garden?assignment=", At(await _site.OpenAsync("l-anouk", link)));
        await ChooseAsync("clouds");
        Assert.Contains("/a/clouds?assignment=", At(await _site.OpenAsync("l-anouk", link)));
        Assert.Contains("/author/clouds/results?assignment=", At(await _site.OpenAsync("t-ines", link)));
        Assert.Contains("Anouk Delvaux", await ines.GetStringAsync("/author/garden/results", Stop));
        Assert.Equal(
            ["clouds"],
            await _host.DbAsync(db =>
                db.Assignments.Where(a => a.ResourceLinkId == link && a.IsChosen).Select(a => a.ActivityId).ToListAsync(Stop)
            )
        );
    }

    [Fact]
    public async Task A_link_that_is_pointed_elsewhere_begins_anew_and_the_old_work_stays()
    {
        var link = _site.Assign();
        await AnswerAsync(At(await _site.OpenAsync("l-anouk", link)));
        _site.Change(_ => _site.Of(link).Url = StandIn.Slate + "/a/clouds");
        Assert.Contains("/a/clouds?assignment=", At(await _site.OpenAsync("l-anouk", link)));
        Assert.Equal(2, await _host.DbAsync(db => db.Assignments.CountAsync(a => a.ResourceLinkId == link, Stop)));
        _site.Change(_ => _site.Of(link).Url = StandIn.Slate + "/a/nowhere");
        Assert.Contains("is not there any more", await RefusedAsync(await _site.OpenAsync("l-anouk", link)));
    }

    [Fact]
    public async Task A_grade_arrives_in_the_column()
    {
        await EmptyAsync();
        var assignment = _site.Assign();
        var at = await OpenedAsync("l-anouk", assignment);
        foreach (
            var (work, said, points) in new (Func<string, Task>, string, decimal?)[]
            {
                (_ => Task.CompletedTask, "Started", null),
                (AnswerAsync, "InProgress", null),
                (AnswerAndHandInAsync, "Completed", 1),
            }
        )
        {
            await work(at);
            await SendAsync();
            var grade = _site.GradeOf(assignment)!;
            Assert.Equal((said, points), (grade.ActivityProgress, grade.Given));
        }
    }

    [Theory]
    [InlineData(400)]
    [InlineData(403)]
    [InlineData(404)]
    [InlineData(409)]
    [InlineData(422)]
    public async Task What_will_never_be_taken_stops_and_goes_once_it_is_sent_again(int status)
    {
        await EmptyAsync();
        var assignment = _site.Assign();
        _site.Be(mischief => mischief.ScoreStatus = status);
        await _site.OpenAsync("l-anouk", assignment);
        await SendAsync();
        Assert.Contains($"({status})", (await NewestAsync()).LastProblem);
        Assert.NotNull((await NewestAsync()).StoppedAt);
        _site.Be(_ => { });
        await DueNowAsync();
        await SendAsync();
        Assert.Null(_site.GradeOf(assignment));
        var given = await _host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == assignment).Select(a => a.Id).SingleAsync(Stop)
        );
        var ines = await _host.TeacherAsync("ines");
        await ines.PostFormAsync("/author/garden/courses", "/author/garden/courses?handler=Send", ("assignment", $"{given}"));
        await SendAsync();
        Assert.NotNull(_site.GradeOf(assignment));
    }

    [Theory]
    [InlineData(429, 90, 90)]
    [InlineData(503, 0, 5)]
    [InlineData(500, 0, 5)]
    public async Task What_may_be_taken_later_waits_as_long_as_it_is_asked_to(int status, int after, int seconds)
    {
        await EmptyAsync();
        var assignment = _site.Assign();
        _site.Be(mischief => (mischief.ScoreStatus, mischief.RetryAfter) = (status, after));
        await _site.OpenAsync("l-anouk", assignment);
        await SendAsync();
        var waits = await NewestAsync();
        Assert.Null(waits.StoppedAt);
        Assert.InRange((waits.NextTry - DateTimeOffset.UtcNow).TotalSeconds, seconds - 4, seconds + 1);
        _site.Be(_ => { });
        await DueNowAsync();
        await SendAsync();
        Assert.NotNull(_site.GradeOf(assignment));
    }

    [Fact]
    public async Task Away_or_without_tokens_everything_waits_and_arrives_afterwards()
    {
        foreach (
            var wrong in new Action<courses::ZestySlate.CourseSite.State.Mischief>[]
            {
                mischief => mischief.Away = true,
                mischief => mischief.Answers503 = true,
                mischief => mischief.BrokenTokens = true,
            }
        )
        {
            await EmptyAsync();
            var assignment = _site.Assign();
            // With nothing at hand, a new token is asked for.
            _site.Services.GetRequiredService<AccessGrants>().Forget();
            _site.Be(wrong);
            await _site.OpenAsync("l-anouk", assignment);
            await SendAsync();
            Assert.Equal((null, null), ((await NewestAsync()).StoppedAt, (await NewestAsync()).DeliveredAt));
            _site.Be(_ => { });
            await DueNowAsync();
            await SendAsync();
            Assert.NotNull(_site.GradeOf(assignment));
        }
    }

    [Fact]
    public async Task A_column_is_found_by_the_list_and_found_again_where_it_moved()
    {
        await EmptyAsync();
        var assignment = _site.Assign();
        _site.Assign();
        _site.Be(mischief => mischief.ListOnly = true);
        var at = await OpenedAsync("l-anouk", assignment);
        await AskAsync();
        await SendAsync();
        Assert.Equal("Started", _site.GradeOf(assignment)!.ActivityProgress);

        _site.Change(_ => _site.Of(assignment).Column = assignment + "-moved");
        await AnswerAndHandInAsync(at);
        await SendAsync();
        Assert.Equal(1m, _site.GradeOf(assignment)!.Given);
        Assert.EndsWith(assignment + "-moved", (await NewestAsync()).LineItemUrl);
    }

    [Fact]
    public async Task A_column_that_is_switched_on_later_gets_the_work_that_is_there()
    {
        await EmptyAsync();
        var assignment = _site.Assign(points: null);
        await AnswerAndHandInAsync(await OpenedAsync("l-anouk", assignment));
        await SendAsync();
        Assert.Null(_site.GradeOf(assignment));
        _site.Change(_ => _site.Of(assignment).Points = 10);
        await _site.OpenAsync("l-bashir", assignment);
        await SendAsync();
        Assert.Equal(1m, _site.GradeOf(assignment)!.Given);
        Assert.Equal("Started", _site.GradeOf(assignment, "l-bashir")!.ActivityProgress);
    }

    [Fact]
    public async Task Who_belongs_to_the_course_is_read_page_by_page_and_kept_while_the_course_site_is_away()
    {
        var assignment = _site.Assign();
        await _site.OpenAsync("l-anouk", assignment);
        await AskAsync();
        Task<List<string>> MembersAsync(bool removed) =>
            _host.DbAsync(db =>
                db.CourseMembers.Where(one => db.Assignments.Any(a => a.Id == one.AssignmentId && a.ResourceLinkId == assignment))
                    .Where(one => !one.HasOtherRole && (one.RemovedAt != null) == removed)
                    .Select(one => one.Subject)
                    .OrderBy(subject => subject)
                    .ToListAsync(Stop)
            );
        Assert.Equal(["l-anouk", "l-bashir", "l-cressida", "l-dorrit"], await MembersAsync(removed: false));

        async Task AnewAsync()
        {
            await _host.DbAsync(db =>
                db.Assignments.Where(a => a.ResourceLinkId == assignment)
                    .ExecuteUpdateAsync(set => set.SetProperty(a => a.MembersNext, DateTimeOffset.UtcNow), Stop)
            );
            await AskAsync();
        }

        _site.Change(state => state.Courses.Single(course => course.Id == "watch").Removed.Add("l-dorrit"));
        await AnewAsync();
        Assert.Equal(["l-dorrit"], await MembersAsync(removed: true));
        _site.Change(state => state.Courses.Single(course => course.Id == "watch").Removed.Clear());
        _site.Be(mischief => mischief.Answers503 = true);
        await AnewAsync();
        Assert.Equal(["l-dorrit"], await MembersAsync(removed: true));
        Assert.Contains(
            "answered 503",
            await _host.DbAsync(db =>
                db.Assignments.Where(a => a.ResourceLinkId == assignment).Select(a => a.MembersProblem).SingleAsync(Stop)
            )
        );
        _site.Be(_ => { });
        await AnewAsync();
        Assert.Empty(await MembersAsync(removed: true));
    }

    [Fact]
    public async Task Changed_keys_are_fetched_once_under_a_new_name_and_under_the_old()
    {
        var (assignment, keys) = (_site.Assign(), _site.Services.GetRequiredService<SiteKeys>());
        await _site.OpenAsync("l-anouk", assignment);
        var own = _site.Read(state => state.Keys.ToList());
        keys.Rotate();
        await Task.Delay(TimeSpan.FromSeconds(1.1), Stop);
        Assert.Contains("/a/garden", At(await _site.OpenAsync("l-anouk", assignment)));

        // In doubt it is looked for twice a minute at most, which a test does not wait for.
        var sets = new KeySets(_host.Services.GetRequiredService<IHttpClientFactory>(), new Ticking());
        async Task<string> KeyAsync(Func<Task<IList<SecurityKey>>> get) =>
            Convert.ToHexString(((RsaSecurityKey)(await get()).Single()).Parameters.Modulus!);
        const string address = StandIn.Address + "/lti/keys";
        var before = await KeyAsync(() => sets.GetAsync(address, null));
        keys.Rotate(underOldName: true);
        Assert.Equal(before, await KeyAsync(() => sets.GetAsync(address, null)));
        Assert.NotEqual(before, await KeyAsync(() => sets.AgainAsync(address)));

        // The other tests look no oftener.
        _site.Change(state => state.Keys = own);
        await Task.Delay(TimeSpan.FromSeconds(1.1), Stop);
        await _site.OpenAsync("l-anouk", assignment);
    }

    /// <summary>A clock on which half a minute goes by from one look to the next.</summary>
    private sealed class Ticking : TimeProvider
    {
        private DateTimeOffset _now = DateTimeOffset.UtcNow;

        public override DateTimeOffset GetUtcNow() => _now += TimeSpan.FromSeconds(30);
    }

    [Fact]
    public async Task A_nonce_of_before_and_another_deployment_than_the_sign_ins_are_refused()
    {
        var assignment = _site.Assign();
        await _site.OpenAsync("l-anouk", assignment);
        _site.Be(mischief => mischief.OldNonce = true);
        Assert.Contains("does not belong to this sign-in", await RefusedAsync(await _site.OpenAsync("l-anouk", assignment)));

        _site.Be(mischief => mischief.OtherDeployment = "deployment-two");
        await _host.DbAsync(db =>
            db.CourseSites.Where(site => site.Issuer == StandIn.Address)
                .ExecuteUpdateAsync(set => set.SetProperty(site => site.Deployments, site => site.Deployments + " deployment-two"), Stop)
        );
        Assert.Contains("deployment", await RefusedAsync(await _site.OpenAsync("l-anouk", assignment)));
    }

    [Fact]
    public async Task The_pages_speak_the_course_sites_language_and_know_the_way_back()
    {
        _site.Be(mischief => mischief.Locale = "ar");
        var assignment = _site.Assign();
        _site.Change(_ => _site.Of(assignment).OwnWindow = true);
        Assert.Contains($"{StandIn.Address}/courses/watch", await PageAsync(At(await _site.OpenAsync("l-anouk", assignment))));

        // What the activity says is in its own language; what we say around it, in that of the course's page.
        var at = At(await _site.OpenAsync("l-bashir", assignment));
        Assert.Contains("<html lang=\"ar\" dir=\"rtl\"", await PageAsync(at[..at.IndexOf("/a/", StringComparison.Ordinal)] + "/todo"));
        Assert.Contains("dir=\"rtl\"", await RefusedAsync(await _site.OpenAsync("l-bashir", _site.Assign("/a/nowhere"))));
        _site.Be(mischief => mischief.Locale = "xx-nowhere");
        Assert.Contains("/a/garden", At(await _site.OpenAsync("l-anouk", _site.Assign())));
    }

    [Fact]
    public async Task The_keeper_tries_the_connection()
    {
        var id = await _host.DbAsync(db =>
            db.CourseSites.Where(one => one.Issuer == StandIn.Address).Select(one => one.Id).SingleAsync(Stop)
        );
        var keeper = await _host.TeacherAsync("tobiah");
        async Task<string> TryAsync() =>
            WebUtility.HtmlDecode(
                await (
                    await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Try", ("id", $"{id}"))
                ).Content.ReadAsStringAsync(Stop)
            );
        Assert.DoesNotContain("temporarily_unavailable", await TryAsync());
        _site.Be(mischief => mischief.BrokenTokens = true);
        Assert.Contains("temporarily_unavailable", await TryAsync());
    }
}
