using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.IdentityModel.JsonWebTokens;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Grades on their way to course sites that answer in every way.</summary>
[Collection("course site")]
public sealed class LtiGradeTests(SlateHost host) : LtiHarness(host)
{
    private Task<int> SendAsync() => Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop));

    private Task<ScoreDelivery> NewestAsync(string subject) =>
        Host.DbAsync(db =>
            db.ScoreDeliveries.AsNoTracking().Where(d => d.Subject == subject).OrderByDescending(d => d.Id).FirstAsync(Stop)
        );

    private Task<int> DueNowAsync() =>
        Host.DbAsync(db =>
            db.ScoreDeliveries.Where(d => d.DeliveredAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, DateTimeOffset.UtcNow.AddMinutes(-1)), Stop)
        );

    /// <summary>Nothing of other tests is on its way.</summary>
    private Task<int> EmptyAsync() => Host.DbAsync(db => db.ScoreDeliveries.ExecuteDeleteAsync(Stop));

    /// <summary>What the scores address answers.</summary>
    private void Scores(Func<HttpRequestMessage, HttpResponseMessage?> answer) =>
        Services = request => request.RequestUri!.AbsolutePath.EndsWith("/scores", StringComparison.Ordinal) ? answer(request) : null;

    [Theory]
    [InlineData(200, true, null)]
    [InlineData(204, true, null)]
    [InlineData(400, false, "does not take this grade (400)")]
    [InlineData(403, false, "“score”")]
    [InlineData(404, false, "does not have the column any more (404)")]
    [InlineData(409, false, "has a newer one")]
    [InlineData(410, false, "does not have the column any more (410)")]
    [InlineData(422, false, "does not take this grade (422)")]
    public async Task What_will_never_change_is_tried_once_and_told(int status, bool taken, string? said)
    {
        await EmptyAsync();
        var subject = $"s-status-{status}";
        await OpenedAsync(subject, $"link-status-{status}", lineItem: $"http://courses.example/lines/{status}");
        Scores(_ => new HttpResponseMessage((HttpStatusCode)status));
        await SendAsync();
        var sent = await NewestAsync(subject);
        Assert.Equal((taken, !taken, 1), (sent.DeliveredAt is not null, sent.StoppedAt is not null, sent.Tries));
        if (said is null)
        {
            Assert.Null(sent.LastProblem);
            return;
        }

        Assert.Contains(said, sent.LastProblem);
        await DueNowAsync();
        Host.Outside.Calls.Clear();
        Assert.Equal(0, await SendAsync());
        Assert.Empty(Host.Outside.Calls);

        // The teacher reads what to do, does it, and sends again.
        var ines = await Host.TeacherAsync("ines");
        var page = WebUtility.HtmlDecode(await ines.GetStringAsync("/author/garden/courses", Stop));
        Assert.Contains("did not take one grade", page);
        Assert.Contains(said, page);
        Scores(_ => null);
        var assignment = await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == $"link-status-{status}").Select(a => a.Id).SingleAsync(Stop)
        );
        await ines.PostFormAsync("/author/garden/courses", "/author/garden/courses?handler=Send", ("assignment", $"{assignment}"));
        Assert.Equal(1, await SendAsync());
        Assert.NotNull((await NewestAsync(subject)).DeliveredAt);
    }

    [Theory]
    [InlineData(500, null, 5)]
    [InlineData(429, 40, 40)]
    [InlineData(503, 3, 5)]
    [InlineData(429, 1_000_000, 86_400)]
    public async Task What_may_change_is_tried_again_not_sooner_than_the_course_site_wants(int status, int? retryAfter, int seconds)
    {
        await EmptyAsync();
        var (after, beside) = ($"s-after-{status}-{retryAfter}", $"s-beside-{status}-{retryAfter}");
        await OpenedAsync(after, "link-" + after, lineItem: "http://courses.example/lines/after");
        await OpenedAsync(beside, "link-" + beside, lineItem: "http://courses.example/lines/beside");
        await Host.DbAsync(db =>
            db.ScoreDeliveries.Where(d => d.Subject == after)
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, DateTimeOffset.UtcNow.AddHours(-1)), Stop)
        );
        Scores(request =>
        {
            if (!request.RequestUri!.AbsolutePath.Contains("after", StringComparison.Ordinal))
            {
                return null;
            }

            var reply = new HttpResponseMessage((HttpStatusCode)status);
            reply.Headers.RetryAfter = retryAfter is { } some ? new RetryConditionHeaderValue(TimeSpan.FromSeconds(some)) : null;
            return reply;
        });
        await SendAsync();
        var waits = await NewestAsync(after);
        Assert.Null(waits.StoppedAt);
        Assert.InRange((waits.NextTry - DateTimeOffset.UtcNow).TotalSeconds, seconds - 4, seconds + 1);

        // Left alone is the whole course site; where it did not ask for it, the others go on.
        var other = await NewestAsync(beside);
        Assert.Equal(retryAfter is null, other.DeliveredAt is not null);
        Assert.Equal(retryAfter is not null, other.NextTry > DateTimeOffset.UtcNow);
    }

    [Fact]
    public async Task A_moved_column_is_found_by_the_list_and_the_grade_goes_there()
    {
        await EmptyAsync();
        await OpenedAsync("s-moved", "link-moved", lineItem: "http://courses.example/lines/gone");
        await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == "link-moved")
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.LineItemsUrl, "http://courses.example/lines?c=1"), Stop)
        );
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lines/gone/scores" ? new HttpResponseMessage(HttpStatusCode.NotFound)
            : request.RequestUri.PathAndQuery == "/lines?c=1&resource_link_id=link-moved"
                ? Columns(("http://courses.example/lines/gone", "link-moved"), ("http://courses.example/lines/other", "elsewhere"))
            : request.RequestUri.PathAndQuery == "/lines/page2" ? Columns(("http://courses.example/lines/new", "link-moved"))
            : null;
        Assert.Equal(1, await SendAsync());
        Assert.Equal("http://courses.example/lines/new", (await NewestAsync("s-moved")).LineItemUrl);
        Assert.Contains(Host.Outside.Calls, call => call.Address == "http://courses.example/lines/new/scores");
    }

    private static HttpResponseMessage Columns(params (string Id, string Link)[] columns)
    {
        var reply = Json(
            columns
                .Select(column => new
                {
                    id = column.Id,
                    resourceLinkId = column.Link,
                    label = "Garden",
                    scoreMaximum = 4,
                })
                .ToArray<object>()
                .Append(7)
        );
        if (columns.Length > 1)
        {
            reply.Headers.Add("Link", "</lines/page2>; title=\"a, b; c\"; rel=\"last next\"");
        }

        return reply;
    }

    [Fact]
    public async Task Where_launches_name_the_list_alone_the_column_is_looked_for_and_what_was_done_is_sent()
    {
        await EmptyAsync();
        await OpenedAsync("s-list", "link-list", lineItem: "http://courses.example/lines/x");
        await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == "link-list")
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.LineItemUrl, (string?)null), Stop)
        );
        await EmptyAsync();
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lines" ? Columns(("http://courses.example/lines/only", "link-list")) : null;
        var begun = await BeginAsync();
        var claims = Claims(begun, "s-list");
        claims[Claim + "resource_link"] = new { id = "link-list", title = "Garden" };
        claims["https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"] = new
        {
            scope = new[] { LtiNames.ScoreScope, LtiNames.ColumnReadScope },
            lineitems = "http://courses.example/lines",
        };
        await LaunchAsync(begun, Sign(claims));
        await AskMembersAsync();
        Assert.Equal("http://courses.example/lines/only", (await NewestAsync("s-list")).LineItemUrl);
        Assert.Equal(1, await SendAsync());
    }

    [Fact]
    public async Task A_token_serves_until_it_ends_and_a_refused_one_is_asked_for_once_anew()
    {
        await EmptyAsync();
        for (var at = 0; at < 4; at++)
        {
            await OpenedAsync($"s-token-{at}", "link-token", lineItem: "http://courses.example/lines/token");
        }

        var (tokens, good) = (0, "");
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/token"
                ? Json(
                    new
                    {
                        access_token = good = $"t{++tokens}",
                        token_type = "bearer",
                        expires_in = 3600,
                    }
                )
            : request.RequestUri.AbsolutePath.EndsWith("/scores", StringComparison.Ordinal)
            && request.Headers.Authorization!.Parameter != good
                ? new HttpResponseMessage(HttpStatusCode.Unauthorized)
            : null;
        Assert.Equal(4, await SendAsync());
        Assert.Equal(1, tokens);

        // The course site forgets its tokens.
        good = "none of ours";
        await OpenedAsync("s-token-9", "link-token", lineItem: "http://courses.example/lines/token");
        Assert.Equal(1, await SendAsync());
        Assert.Equal(2, tokens);

        // And where no token is taken at all, it is not asked for without end.
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/token" ? Json(new { access_token = $"t{++tokens}", expires_in = 1 })
            : request.RequestUri.AbsolutePath.EndsWith("/scores", StringComparison.Ordinal)
                ? new HttpResponseMessage(HttpStatusCode.Unauthorized)
            : null;
        await OpenedAsync("s-token-8", "link-token", lineItem: "http://courses.example/lines/token");
        Assert.Equal(0, await SendAsync());
        Assert.InRange(tokens, 3, 4);
        Assert.Equal("the course site answered 401", (await NewestAsync("s-token-8")).LastProblem);
    }

    [Theory]
    [InlineData("{\"access_token\":\"a\\nb\",\"expires_in\":0}")]
    [InlineData("{\"access_token\":7}")]
    [InlineData("[]")]
    [InlineData("nothing")]
    [InlineData("{\"access_token\":\"\",\"expires_in\":\"x\"}")]
    public async Task A_token_that_cannot_be_used_is_told_as_that(string answer)
    {
        await EmptyAsync();
        await OpenedAsync("s-odd-token", "link-odd-token", lineItem: "http://courses.example/lines/odd");
        await DueNowAsync();
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/token"
                ? new HttpResponseMessage(HttpStatusCode.OK) { Content = new StringContent(answer) }
                : null;
        Host.Services.GetRequiredService<TokenCache>();
        await OpenedAsync(
            $"s-odd-{Math.Abs(answer.GetHashCode(StringComparison.Ordinal))}",
            "link-odd-token",
            lineItem: "http://courses.example/lines/odd"
        );
        await SendAsync();
        var problems = await Host.DbAsync(db =>
            db.ScoreDeliveries.Where(d => d.DeliveredAt == null).Select(d => d.LastProblem).ToListAsync(Stop)
        );
        Assert.Contains("the course site gave no access token that can be used", problems);
    }

    [Fact]
    public async Task A_course_site_that_hangs_keeps_no_other_waiting()
    {
        await EmptyAsync();
        var other = new CourseSiteRecord
        {
            Name = "Slow courses",
            Issuer = "http://slow.example",
            ClientId = "slow",
            Deployments = "d",
            AuthorizationEndpoint = "http://slow.example/a",
            TokenEndpoint = "http://slow.example/token",
            KeySetUrl = "http://slow.example/keys",
        };
        await Host.DbAsync(db =>
        {
            db.CourseSites.Add(other);
            return db.SaveChangesAsync(Stop);
        });
        await OpenedAsync("s-quick", "link-quick", lineItem: "http://courses.example/lines/quick");
        var quick = await NewestAsync("s-quick");
        await Host.DbAsync(db =>
        {
            db.ScoreDeliveries.Add(
                new ScoreDelivery
                {
                    AttemptId = quick.AttemptId,
                    CourseSiteId = other.Id,
                    LineItemUrl = "http://slow.example/line",
                    Subject = "slow",
                    Score = quick.Score,
                    CreatedAt = quick.CreatedAt,
                    NextTry = quick.NextTry.AddHours(-1),
                }
            );
            return db.SaveChangesAsync(Stop);
        });
        using var held = new ManualResetEventSlim();
        Services = request =>
        {
            if (request.RequestUri!.Host == "slow.example")
            {
                held.Wait(Stop);
                throw new TaskCanceledException("It hangs.");
            }

            return null;
        };
        var sender = Host.Services.GetRequiredService<ScoreSender>();
        try
        {
            await sender.StartAsync(Stop);
            for (var turn = 0; (await NewestAsync("s-quick")).DeliveredAt is null; turn++)
            {
                Assert.True(turn < 500, "The quick one waits for the slow one.");
                await Task.Delay(20, Stop);
            }

            Assert.Equal(0, (await NewestAsync("slow")).Tries);
        }
        finally
        {
            held.Set();
            await sender.SendDueAsync(Stop);
            await Host.DbAsync(db => db.CourseSites.Where(s => s.ClientId == "slow").ExecuteDeleteAsync(Stop));
            await EmptyAsync();
        }
    }

    [Fact]
    public async Task A_link_pointed_to_another_activity_begins_anew_there_and_the_old_work_stays()
    {
        await EmptyAsync();
        async Task<string> OpenAsync(string activity)
        {
            var begun = await BeginAsync("http://localhost/a/" + activity);
            var claims = Claims(begun, "s-pointed");
            claims["name"] = "Learner s-pointed";
            claims[Claim + "resource_link"] = new { id = "link-pointed", title = "This week" };
            return (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
        }

        var first = await OpenAsync("garden");
        var second = await OpenAsync("clouds");
        Assert.Contains("/a/garden?", first);
        Assert.Contains("/a/clouds?", second);
        var given = await Host.DbAsync(db =>
            db.Assignments.AsNoTracking().Where(a => a.ResourceLinkId == "link-pointed").OrderBy(a => a.Id).ToListAsync(Stop)
        );
        Assert.Equal(["garden", "clouds"], given.Select(a => a.ActivityId));
        Assert.Equal([false, true], given.Select(a => a.LineItemUrl is not null));
        var ines = await Host.TeacherAsync("ines");
        foreach (var activity in new[] { "garden", "clouds" })
        {
            Assert.Contains("Learner s-pointed", await ines.GetStringAsync($"/author/{activity}/courses", Stop));
        }

        await OpenAsync("garden");
        Assert.Equal(2, await Host.DbAsync(db => db.Assignments.CountAsync(a => a.ResourceLinkId == "link-pointed", Stop)));
    }

    [Fact]
    public async Task A_redirect_keeps_what_was_sent_within_the_course_site_and_gives_the_token_to_nobody_else()
    {
        var seen = new List<(Uri Address, bool Token, string Body)>();
        var outside = new OutsideWorld
        {
            Answer = (request, _) =>
            {
                seen.Add(
                    (request.RequestUri!, request.Headers.Authorization is not null, request.Content?.ReadAsStringAsync(Stop).Result ?? "")
                );
                var reply = new HttpResponseMessage(HttpStatusCode.TemporaryRedirect);
                reply.Headers.Location = request.RequestUri!.AbsolutePath switch
                {
                    "/a" => new Uri("/b", UriKind.Relative),
                    "/away" => new Uri("http://elsewhere.example/"),
                    "/round" => new Uri("/round", UriKind.Relative),
                    _ => null,
                };
                return Task.FromResult(reply.Headers.Location is null ? new HttpResponseMessage(HttpStatusCode.OK) : reply);
            },
        };
        using var client = new HttpClient(new RedirectsInPlace { InnerHandler = outside });
        async Task<int> PostAsync(string path)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "http://courses.example" + path)
            {
                Content = new StringContent("score"),
            };
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", "t");
            return (int)(await client.SendAsync(request, Stop)).StatusCode;
        }

        Assert.Equal(200, await PostAsync("/a"));
        Assert.Equal((true, "score"), (seen[1].Token, seen[1].Body));
        Assert.Equal(307, await PostAsync("/away"));
        Assert.DoesNotContain(seen, one => one.Address.Host == "elsewhere.example");
        seen.Clear();
        Assert.Equal(307, await PostAsync("/round"));
        Assert.Equal(6, seen.Count);
    }

    [Fact]
    public async Task The_assertion_is_meant_for_whom_the_course_site_wants()
    {
        var site = await Host.DbAsync(db => db.CourseSites.AsNoTracking().SingleAsync(s => s.ClientId == "zesty-slate", Stop));
        foreach (var audience in new[] { null, "http://courses.example/authorization-server" })
        {
            site.TokenAudience = audience;
            Host.Outside.Calls.Clear();
            await Host.WithAsync((AccessTokens tokens) => tokens.GetAsync(site, "scope of this test " + audience, Stop));
            var form = Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(Host.Outside.Calls.Single().Body);
            Assert.Equal(audience ?? site.TokenEndpoint, new JsonWebToken(form["client_assertion"].ToString()).Audiences.Single());
        }
    }
}
