using System.Net;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Launches from a course site, right and wrong, and what comes of them.</summary>
[Collection("course site")]
public sealed class LtiTests(SlateHost host) : LtiHarness(host)
{
    [Fact]
    public async Task A_right_launch_signs_in_and_opens_the_activity()
    {
        var begun = await BeginAsync();
        var reply = await LaunchAsync(begun, Sign(Claims(begun)));
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        Assert.Matches("^/s/[a-z0-9]{27}/a/garden\\?assignment=\\d+$", reply.Headers.Location!.OriginalString);

        // The session is in the address: a browser without any cookie can work with it.
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        var page = await bare.GetStringAsync(reply.Headers.Location.OriginalString, Stop);
        Assert.Contains("data-events=\"/s/", page);
        var marked = await bare.SendEventAsync(
            reply.Headers.Location.OriginalString,
            ("act", "mark"),
            ("spot", "askfrost"),
            ("event", "m"),
            ("pick", "true")
        );
        Assert.Contains("1 of 1 point", await marked.Content.ReadAsStringAsync(Stop));
        var policy = (await bare.GetAsync(reply.Headers.Location.OriginalString, Stop))
            .Headers.GetValues("Content-Security-Policy")
            .Single();
        Assert.Contains("frame-ancestors 'self' http://courses.example", policy);
    }

    [Fact]
    public async Task A_post_in_the_frame_without_proof_is_refused()
    {
        var begun = await BeginAsync();
        var location = (await LaunchAsync(begun, Sign(Claims(begun, "s-proof")))).Headers.Location!.OriginalString;
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        var events = SlateHost.Find(await bare.GetStringAsync(location, Stop), "data-events=\"([^\"]+)\"");
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await bare.PostAsync(
                    events,
                    new FormUrlEncodedContent([KeyValuePair.Create("act", "handIn"), KeyValuePair.Create("event", "x")]),
                    Stop
                )
            ).StatusCode
        );
    }

    [Fact]
    public Task A_foreign_issuer_is_refused() => RefusedAsync(c => c["iss"] = "http://elsewhere.example", "names another sender");

    [Fact]
    public Task A_foreign_audience_is_refused() => RefusedAsync(c => c["aud"] = "another-tool", "meant for somebody else");

    [Fact]
    public Task A_foreign_authorized_party_is_refused() => RefusedAsync(c => c["azp"] = "another-tool", "authorised for somebody else");

    [Fact]
    public Task An_audience_besides_us_is_refused() =>
        RefusedAsync(
            c =>
            {
                c["aud"] = new[] { "zesty-slate", "other" };
                c.Remove("azp");
            },
            "meant for somebody else"
        );

    [Fact]
    public Task An_expired_message_is_refused() =>
        RefusedAsync(c => c["exp"] = DateTimeOffset.UtcNow.AddMinutes(-2).ToUnixTimeSeconds(), "too old");

    [Fact]
    public Task A_message_without_an_end_is_refused() => RefusedAsync(c => c.Remove("exp"), "lacks something");

    [Fact]
    public Task Another_nonce_is_refused() => RefusedAsync(c => c["nonce"] = "older", "does not belong to this sign-in");

    [Fact]
    public Task Another_version_is_refused() => RefusedAsync(c => c[Claim + "version"] = "1.1", "another version of LTI");

    [Fact]
    public Task Another_message_type_is_refused() =>
        RefusedAsync(c => c[Claim + "message_type"] = "LtiSubmissionReviewRequest", "not done here");

    [Fact]
    public Task An_unknown_deployment_is_refused() =>
        RefusedAsync(c => c[Claim + "deployment_id"] = "gannet-point-2", "deployment of the course site is not registered");

    [Fact]
    public Task Another_target_than_said_at_first_is_refused() =>
        RefusedAsync(c => c[Claim + "target_link_uri"] = "https://localhost/a/other", "another address than it said");

    [Fact]
    public Task A_launch_without_a_link_is_refused() => RefusedAsync(c => c.Remove(Claim + "resource_link"), "which of its links");

    [Fact]
    public async Task A_signature_by_another_key_is_refused()
    {
        var begun = await BeginAsync();
        using var other = RSA.Create(2048);
        await RefusedAsync(
            await LaunchAsync(
                begun,
                Sign(Claims(begun), new SigningCredentials(new RsaSecurityKey(other) { KeyId = KeyId }, SecurityAlgorithms.RsaSha256))
            ),
            "signature is not the course site's"
        );
    }

    [Fact]
    public async Task An_unsigned_message_is_refused()
    {
        var begun = await BeginAsync();
        var payload = Base64UrlEncoder.Encode(JsonSerializer.Serialize(Claims(begun)));
        await RefusedAsync(
            await LaunchAsync(begun, $"{Base64UrlEncoder.Encode("{\"alg\":\"none\"}")}.{payload}."),
            "did not pass the checks"
        );
    }

    [Fact]
    public async Task A_signature_by_our_public_key_as_a_secret_is_refused()
    {
        var begun = await BeginAsync();
        var secret = new SymmetricSecurityKey(Rsa.ExportSubjectPublicKeyInfo()) { KeyId = KeyId };
        await RefusedAsync(
            await LaunchAsync(begun, Sign(Claims(begun), new SigningCredentials(secret, SecurityAlgorithms.HmacSha256))),
            "did not pass the checks"
        );
    }

    [Fact]
    public async Task The_right_key_with_another_algorithm_is_refused()
    {
        var begun = await BeginAsync();
        await RefusedAsync(
            await LaunchAsync(
                begun,
                Sign(Claims(begun), new SigningCredentials(new RsaSecurityKey(Rsa) { KeyId = KeyId }, SecurityAlgorithms.RsaSha512))
            ),
            "did not pass the checks"
        );
    }

    [Fact]
    public async Task Something_that_is_no_message_is_refused()
    {
        var begun = await BeginAsync();
        await RefusedAsync(await LaunchAsync(begun, "hello"), "not a signed message");
    }

    [Fact]
    public async Task A_message_is_good_once()
    {
        var begun = await BeginAsync();
        var token = Sign(Claims(begun));
        Assert.Equal(HttpStatusCode.Redirect, (await LaunchAsync(begun, token)).StatusCode);
        await RefusedAsync(await LaunchAsync(begun, token), "was used already");
    }

    [Fact]
    public async Task An_unknown_state_is_refused()
    {
        var begun = await BeginAsync();
        await RefusedAsync(await LaunchAsync(begun, Sign(Claims(begun)), "invented"), "not begun here");
    }

    [Fact]
    public async Task A_state_of_another_browser_is_refused()
    {
        var begun = await BeginAsync();
        var other = begun with
        {
            Browser = Host.CreateClient(new() { AllowAutoRedirect = false, BaseAddress = new Uri("https://localhost") }),
        };
        await RefusedAsync(await LaunchAsync(other, Sign(Claims(begun))), "keeps no cookies");
    }

    [Fact]
    public async Task Without_cookies_the_course_sites_frame_storage_proves_the_browser()
    {
        var begun = await BeginAsync(cookies: false);
        var step = await (await LaunchAsync(begun, Sign(Claims(begun, "s-frame")))).Content.ReadAsStringAsync(Stop);
        Assert.Contains("data-do=\"get\"", step);

        await RefusedAsync(await ProveAsync(begun, "guessed"), "begun in your browser");
        await RefusedAsync(await ProveAsync(begun, origin: "https://elsewhere.example"), "not come from our own page");
        await RefusedAsync(await ProveAsync(begun, origin: null), "not come from our own page");
        Assert.Equal(HttpStatusCode.Redirect, (await ProveAsync(begun)).StatusCode);
        await RefusedAsync(await ProveAsync(begun), "begun in your browser");
    }

    [Theory]
    [InlineData(
        "iss=http://elsewhere.example&client_id=zesty-slate&login_hint=x&target_link_uri=http://localhost/a/garden",
        "not registered"
    )]
    [InlineData("iss=http://courses.example&client_id=other&login_hint=x&target_link_uri=http://localhost/a/garden", "another client id")]
    [InlineData("iss=http://courses.example&client_id=zesty-slate&target_link_uri=http://localhost/a/garden", "whom it wants to sign in")]
    [InlineData(
        "iss=http://courses.example/&client_id=zesty-slate&login_hint=x&target_link_uri=http://localhost/a/garden",
        "not registered"
    )]
    [InlineData("client_id=zesty-slate&login_hint=x&target_link_uri=http://localhost/a/garden", "not registered")]
    [InlineData("iss=http://courses.example&client_id=zesty-slate&login_hint=x&target_link_uri=http://u@localhost/a/garden", "not ours")]
    [InlineData(
        "iss=http://courses.example&client_id=zesty-slate&login_hint=x&target_link_uri=http://localhost.example/a/garden",
        "not ours"
    )]
    [InlineData(
        "iss=http://courses.example&client_id=zesty-slate&login_hint=x&target_link_uri=http://elsewhere.example/a/garden",
        "not ours"
    )]
    [InlineData("iss=http://courses.example&client_id=zesty-slate&login_hint=x", "not ours")]
    public async Task A_sign_in_that_cannot_be_is_refused(string query, string words) =>
        await RefusedAsync(await Host.Visitor().GetAsync("/lti/login?" + query, Stop), words);

    [Fact]
    public async Task New_keys_of_the_course_site_are_fetched_by_themselves()
    {
        var keySets = new KeySets(new OneClient(Host.Outside), TimeProvider.System);
        Assert.Single(await keySets.GetAsync("http://courses.example/lti/keys", KeyId));
        Assert.Single(await keySets.GetAsync("http://courses.example/lti/keys", KeyId));
        Assert.Single(Host.Outside.Calls);
        var later = new KeySets(new OneClient(Host.Outside), new LaterClock());
        await later.GetAsync("http://courses.example/lti/keys", "a");
        await later.GetAsync("http://courses.example/lti/keys", "an unknown one");
        Assert.Equal(3, Host.Outside.Calls.Count);
    }

    [Fact]
    public async Task Learners_cannot_choose_content()
    {
        var begun = await BeginAsync("http://localhost/lti/choose");
        var claims = Claims(begun);
        claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
        claims["https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings"] = new
        {
            deep_link_return_url = "http://courses.example/lti/chosen",
            data = "d",
        };
        await RefusedAsync(await LaunchAsync(begun, Sign(claims)), "Only those who teach");
    }

    [Fact]
    public async Task A_teacher_chooses_an_activity_with_points_and_due_date()
    {
        var begun = await BeginAsync("http://localhost/lti/choose");
        var claims = Claims(begun, "t-ines", "Instructor");
        claims["email"] = "ines.halloran@gannetpoint.example";
        claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
        claims["https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings"] = new
        {
            deep_link_return_url = "http://courses.example/lti/chosen",
            data = "csrf-7",
        };
        var location = (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        var wrong = await bare.PostFormAsync(location, location, ("activity", "garden"), ("Placed.Points", "many"));
        Assert.Contains("“many” is not a number of points", WebUtility.HtmlDecode(await wrong.Content.ReadAsStringAsync(Stop)));

        // The due date is asked for, not assumed; what contradicts itself is said.
        foreach (
            var (fields, problem) in new ((string, string)[], string)[]
            {
                ([], "When is it due?"),
                ([("Placed.Due", "2026-12-10T18:00"), ("Placed.From", "2026-12-11T18:00")], "due before it can be opened"),
                ([("Placed.Due", "2026-12-10T18:00"), ("Placed.Until", "2026-12-10T17:59")], "closes before it is due"),
            }
        )
        {
            var asked = await bare.PostFormAsync(location, location, [("activity", "garden"), .. fields]);
            Assert.Contains(problem, WebUtility.HtmlDecode(await asked.Content.ReadAsStringAsync(Stop)));
        }

        var chosen = await bare.PostFormAsync(
            location,
            location,
            ("activity", "garden"),
            ("Placed.Points", "10"),
            ("Placed.From", "2026-12-01T08:00"),
            ("Placed.Due", "2026-12-10T18:00"),
            ("Placed.Until", "2026-12-10T18:00"),
            ("Placed.Completed", "OpenedAll"),
            ("Placed.KeptBack", "true"),
            ("Placed.OwnWindow", "true"),
            ("Placed.Offset", "60")
        );
        Assert.Contains("form-action 'self' http:;", chosen.Headers.GetValues("Content-Security-Policy").Single());
        var token = new JsonWebToken(SlateHost.Find(await chosen.Content.ReadAsStringAsync(Stop), "name=\"JWT\" value=\"([^\"]+)\""));
        Assert.Equal(("zesty-slate", "http://courses.example"), (token.Issuer, token.Audiences.Single()));
        Assert.Equal("csrf-7", token.GetPayloadValue<string>("https://purl.imsglobal.org/spec/lti-dl/claim/data"));
        var item = token.GetPayloadValue<JsonElement>("https://purl.imsglobal.org/spec/lti-dl/claim/content_items")[0];
        Assert.Equal("http://localhost/a/garden", item.GetProperty("url").GetString());
        Assert.Equal(10m, item.GetProperty("lineItem").GetProperty("scoreMaximum").GetDecimal());
        Assert.Equal("2026-12-01T07:00:00Z", item.GetProperty("available").GetProperty("startDateTime").GetString());
        Assert.Equal("2026-12-10T17:00:00Z", item.GetProperty("submission").GetProperty("endDateTime").GetString());

        Assert.Equal("2026-12-10T17:00:00Z", item.GetProperty("available").GetProperty("endDateTime").GetString());
        Assert.Equal("_blank", item.GetProperty("window").GetProperty("targetName").GetString());
        Assert.Equal(
            ("OpenedAll", "true"),
            (
                item.GetProperty("custom").GetProperty("completed").GetString(),
                item.GetProperty("custom").GetProperty("kept_back").GetString()
            )
        );

        var published = new JsonWebKeySet(await bare.GetStringAsync("/lti/keys", Stop));
        var result = await new JsonWebTokenHandler().ValidateTokenAsync(
            token.EncodedToken,
            new TokenValidationParameters
            {
                IssuerSigningKeys = published.GetSigningKeys(),
                ValidIssuer = "zesty-slate",
                ValidAudience = "http://courses.example",
            }
        );
        Assert.True(result.IsValid);
    }

    [Fact]
    public async Task Several_activities_are_chosen_at_once_where_the_course_site_takes_several()
    {
        async Task<string> OpenAsync(bool several)
        {
            var begun = await BeginAsync("http://localhost/lti/choose");
            var claims = Claims(begun, "t-ines", "Instructor");
            claims["email"] = "ines.halloran@gannetpoint.example";
            claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
            claims["https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings"] = new
            {
                deep_link_return_url = "http://courses.example/lti/chosen",
                data = "d",
                accept_multiple = several,
            };
            return (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
        }

        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        var one = await OpenAsync(false);
        var refused = await bare.PostFormAsync(
            one,
            one,
            ("activity", "garden"),
            ("activity", "clouds"),
            ("Placed.NoDue", "true"),
            ("Placed.Instructions", "Both by Friday.")
        );
        var page = WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains("takes one activity at a time", page);
        Assert.Contains(">Both by Friday.</textarea>", page);

        var more = await OpenAsync(true);
        var chosen = await bare.PostFormAsync(
            more,
            more,
            ("activity", "garden"),
            ("activity", "clouds"),
            ("Placed.NoDue", "true"),
            ("Placed.Instructions", "Both by Friday.")
        );
        var token = new JsonWebToken(SlateHost.Find(await chosen.Content.ReadAsStringAsync(Stop), "name=\"JWT\" value=\"([^\"]+)\""));
        var items = token
            .GetPayloadValue<JsonElement>("https://purl.imsglobal.org/spec/lti-dl/claim/content_items")
            .EnumerateArray()
            .ToList();
        Assert.Equal(["http://localhost/a/garden", "http://localhost/a/clouds"], items.Select(item => item.GetProperty("url").GetString()));
        Assert.All(items, item => Assert.Equal("Both by Friday.", item.GetProperty("text").GetString()));
    }

    [Fact]
    public async Task The_score_goes_to_the_course_site_and_waits_while_it_is_away()
    {
        await Host.DbAsync(db => db.ScoreDeliveries.ExecuteDeleteAsync(Stop));
        var begun = await BeginAsync();
        var claims = Claims(begun, "s-score");
        claims[Claim + "resource_link"] = new { id = "link-score", title = "Garden" };
        var location = (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        await bare.SendEventAsync(location, ("act", "mark"), ("spot", "askshade"), ("event", "m"), ("pick", "sun"));
        await bare.SendEventAsync(location, ("act", "handIn"), ("event", "h"));

        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/token" ? new HttpResponseMessage(HttpStatusCode.ServiceUnavailable) : null;
        Assert.Equal(0, await Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop)));
        var waiting = await Host.DbAsync(db =>
            db.ScoreDeliveries.Where(d => d.Subject == "s-score" && d.DeliveredAt == null).SingleAsync(Stop)
        );
        Assert.Equal("the course site answered 503 when it was asked for an access token", waiting.LastProblem);
        Assert.InRange(waiting.NextTry - DateTimeOffset.UtcNow, TimeSpan.FromSeconds(1), TimeSpan.FromSeconds(6));
        var results = await (await Host.TeacherAsync("ines")).GetStringAsync("/author/garden/results", Stop);
        Assert.Matches("grades? waits? for the course site", results);

        Services = null;
        await Host.DbAsync(db =>
            db.ScoreDeliveries.ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, DateTimeOffset.UtcNow.AddMinutes(-1)), Stop)
        );
        Host.Outside.Calls.Clear();
        Assert.True(await Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop)) >= 1);
        var call = Host.Outside.Calls.Single(c =>
            c.Address.EndsWith("/scores?type=x", StringComparison.Ordinal) && c.Body.Contains("s-score")
        );
        var score = JsonDocument.Parse(call.Body).RootElement;
        Assert.Equal("Completed", score.GetProperty("activityProgress").GetString());
        Assert.Equal("FullyGraded", score.GetProperty("gradingProgress").GetString());
        Assert.Equal((1m, 4m), (score.GetProperty("scoreGiven").GetDecimal(), score.GetProperty("scoreMaximum").GetDecimal()));
        Assert.Equal(
            0,
            await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(d => d.Subject == "s-score" && d.DeliveredAt == null, Stop))
        );
    }

    [Fact]
    public async Task Who_belongs_to_the_course_is_asked_page_by_page_and_removed_ones_keep_their_work()
    {
        object Member(string id, string status, string role = "http://purl.imsglobal.org/vocab/lis/v2/membership#Learner") =>
            new
            {
                user_id = id,
                name = "Member " + id,
                status,
                roles = new[] { role },
            };
        var gone = "Active";
        Services = request =>
        {
            if (!request.RequestUri!.AbsolutePath.EndsWith("/members", StringComparison.Ordinal))
            {
                return null;
            }

            var second = request.RequestUri.Query.Contains("p=2", StringComparison.Ordinal);
            var reply = Json(
                new
                {
                    id = "m",
                    members = second
                        ? [Member("nrps-c", gone), Member("nrps-t", "Active", "Instructor")]
                        : new[] { Member("nrps-a", "Active"), Member("nrps-b", "Active") },
                }
            );
            if (!second)
            {
                reply.Headers.Add(
                    "Link",
                    "<http://courses.example/other>; rel=\"differences\", <http://courses.example/c/members?p=2>; rel=next"
                );
            }

            return reply;
        };
        await OpenedAsync(
            "nrps-c",
            "link-nrps",
            new { context_memberships_url = "http://courses.example/c/members?role=all", service_versions = new[] { "2.0" } }
        );
        var ines = await Host.TeacherAsync("ines");
        Assert.Contains("being asked who belongs", await ines.GetStringAsync("/author/garden/courses", Stop));
        await AskMembersAsync();
        var page = await ines.GetStringAsync("/author/garden/courses", Stop);
        Assert.Contains("Member nrps-a", page);
        Assert.DoesNotContain("Member nrps-t", page);
        Assert.Contains(Host.Outside.Calls, call =>
            call.Address.Contains("members?role=all&limit=500&rlid=link-nrps", StringComparison.Ordinal)
        );
        Assert.Contains(Host.Outside.Calls, call =>
            call.Address.EndsWith("/lti/token", StringComparison.Ordinal)
            && call.Body.Contains("contextmembership.readonly", StringComparison.Ordinal)
        );

        gone = "Deleted";
        var assignment = await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == "link-nrps").Select(a => a.Id).SingleAsync(Stop)
        );
        await ines.PostFormAsync("/author/garden/courses", "/author/garden/courses?handler=Members", ("assignment", $"{assignment}"));
        await AskMembersAsync();
        Assert.Contains("Member nrps-c (belongs to the course no more)", await ines.GetStringAsync("/author/garden/courses", Stop));

        Services = request =>
            request.RequestUri!.AbsolutePath.EndsWith("/members", StringComparison.Ordinal)
                ? new HttpResponseMessage(HttpStatusCode.ServiceUnavailable)
                : null;
        await ines.PostFormAsync("/author/garden/courses", "/author/garden/courses?handler=Members", ("assignment", $"{assignment}"));
        await AskMembersAsync();
        page = await ines.GetStringAsync("/author/garden/courses", Stop);
        Assert.Contains("The course site answered 503", page);
        Assert.Contains("Member nrps-a", page);
    }

    [Fact]
    public async Task The_course_site_hears_of_beginning_working_and_of_the_go_that_counts()
    {
        var location = await OpenedAsync("s-goes", "link-goes");
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        async Task<List<(string, decimal?)>> ToldAsync() =>
            (
                await Host.DbAsync(db =>
                    db.ScoreDeliveries.Where(d => d.Subject == "s-goes").OrderBy(d => d.Id).Select(d => d.Score).ToListAsync(Stop)
                )
            )
                .Select(json => JsonDocument.Parse(json).RootElement)
                .Select(score =>
                    (
                        score.GetProperty("ActivityProgress").GetString()!,
                        score.GetProperty("Given").ValueKind == JsonValueKind.Null
                            ? (decimal?)null
                            : score.GetProperty("Given").GetDecimal()
                    )
                )
                .ToList();
        Assert.Equal([("Started", null)], await ToldAsync());
        await bare.SendEventAsync(location, ("act", "mark"), ("spot", "askshade"), ("event", "m"), ("pick", "sun"));
        await bare.SendEventAsync(location, ("act", "handIn"), ("event", "h"));
        Assert.Equal([("Started", null), ("InProgress", null), ("Completed", 1m)], await ToldAsync());

        var ines = await Host.TeacherAsync("ines");
        var assignment = await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == "link-goes").Select(a => a.Id).SingleAsync(Stop)
        );
        Task<HttpResponseMessage> TermsAsync(string counts) =>
            ines.PostFormAsync(
                "/author/garden/courses",
                "/author/garden/courses?handler=Terms",
                ("assignment", $"{assignment}"),
                ("goes", "3"),
                ("counts", counts)
            );
        await TermsAsync("Best");

        // A worse second go: while it is at work the course site keeps what it has, and the best counts.
        await bare.PostFormAsync(location, location.Replace("?", "?handler=again&"));
        Assert.Equal(3, (await ToldAsync()).Count);
        await bare.SendEventAsync(location, ("act", "handIn"), ("event", "h"));
        Assert.Equal(("Completed", 1m), (await ToldAsync())[^1]);

        await TermsAsync("Last");
        await bare.PostFormAsync(location, location.Replace("?", "?handler=again&"));
        await bare.SendEventAsync(location, ("act", "handIn"), ("event", "h"));
        Assert.Equal(("Completed", 0m), (await ToldAsync())[^1]);
        Assert.Contains("of 4, completed", await ines.GetStringAsync("/author/garden/courses", Stop));

        // Of all that waits for this learner, over all goes, the newest alone is sent: no older grade can come after it.
        await Host.DbAsync(db =>
            db.ScoreDeliveries.ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, DateTimeOffset.UtcNow.AddMinutes(-1)), Stop)
        );
        Host.Outside.Calls.Clear();
        await Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop));
        var told = Assert.Single(Host.Outside.Calls, call =>
            call.Address.Contains("/scores", StringComparison.Ordinal) && call.Body.Contains("s-goes", StringComparison.Ordinal)
        );
        Assert.Equal(0m, JsonDocument.Parse(told.Body).RootElement.GetProperty("scoreGiven").GetDecimal());
        Assert.False(await Host.DbAsync(db => db.ScoreDeliveries.AnyAsync(d => d.Subject == "s-goes" && d.DeliveredAt == null, Stop)));
    }

    [Fact]
    public async Task The_same_link_id_in_another_deployment_or_at_another_course_site_is_another_assignment()
    {
        await Host.DbAsync(async db =>
        {
            (await db.CourseSites.SingleAsync(s => s.ClientId == "zesty-slate", Stop)).Deployments = "gannet-point-1 gannet-point-north";
            return await db.SaveChangesAsync(Stop);
        });
        await OpenedAsync("s-d1", "link-same");
        await OpenedAsync("s-d2", "link-same", deployment: "gannet-point-north");
        Assert.Equal(
            ["gannet-point-1", "gannet-point-north"],
            await Host.DbAsync(db =>
                db.Assignments.Where(a => a.ResourceLinkId == "link-same")
                    .OrderBy(a => a.DeploymentId)
                    .Select(a => a.DeploymentId!)
                    .ToListAsync(Stop)
            )
        );
    }

    [Fact]
    public async Task A_teacher_edits_the_activity_from_inside_the_course_site()
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, "t-ines", "Instructor");
        claims["email"] = "ines.halloran@gannetpoint.example";
        var location = (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
        var bare = Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        var session = location[..location.IndexOf("/author", StringComparison.Ordinal)];
        Assert.Contains($"href=\"{session}/author/garden\"", await bare.GetStringAsync(location, Stop));
        var bench = await bare.GetStringAsync(session + "/author/garden", Stop);
        var proof = SlateHost.Find(bench, "data-proof=\"([^\"]+)\"");
        var version = SlateHost.Find(bench, "data-version=\"([^\"]+)\"");
        var before = await Host.DbAsync(db => db.Activities.Where(a => a.Id == "garden").Select(a => a.Title).SingleAsync(Stop));
        foreach (var (title, seen) in new[] { ("Garden, mended in the course", version), (before, $"{int.Parse(version) + 1}") })
        {
            var edited = await bare.PostAsync(
                session + "/author/garden/edit",
                new FormUrlEncodedContent(
                    new Dictionary<string, string>
                    {
                        ["edit"] = "title",
                        ["title"] = title,
                        ["version"] = seen,
                        ["proof"] = proof,
                    }
                ),
                Stop
            );
            Assert.Equal(HttpStatusCode.OK, edited.StatusCode);
            Assert.Equal(
                title,
                await Host.DbAsync(db => db.Activities.Where(a => a.Id == "garden").Select(a => a.Title).SingleAsync(Stop))
            );
        }
    }

    [Fact]
    public async Task A_teacher_of_the_course_who_owns_the_activity_comes_to_its_results()
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, "t-ines", "Instructor");
        claims["email"] = "ines.halloran@gannetpoint.example";
        Assert.Contains("/author/garden/results?assignment=", (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString);
    }

    [Fact]
    public async Task An_e_mail_address_opens_no_account_before_its_owner_has_confirmed_it()
    {
        async Task<string> AsAsync(string subject, string email)
        {
            var begun = await BeginAsync();
            var claims = Claims(begun, subject, "Instructor");
            claims["email"] = email;
            await LaunchAsync(begun, Sign(claims));
            return await PersonOfAsync(subject);
        }

        var mireille = await Host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "mireille.osei@gannetpoint.example", Stop));
        Assert.NotEqual(mireille.Id, await AsAsync("t-mireille", mireille.Email!));

        // A keeper's is not even asked for.
        var tobiah = await Host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "tobiah.renn@gannetpoint.example", Stop));
        Assert.NotEqual(tobiah.Id, await AsAsync("t-cunning", tobiah.Email!));
        Assert.False(await Host.DbAsync(db => db.AccountLinks.AnyAsync(link => link.PersonId == tobiah.Id, Stop)));

        var site = await Host.DbAsync(db =>
            db.AccountLinks.Where(link => link.PersonId == mireille.Id).Select(link => link.CourseSiteId).SingleAsync(Stop)
        );
        var stranger = await Host.TeacherAsync("ines");
        await stranger.PostFormAsync(
            "/account",
            "/account?handler=Claim",
            ("site", $"{site}"),
            ("subject", "t-mireille"),
            ("mine", "true")
        );
        Assert.NotEqual(mireille.Id, await AsAsync("t-mireille", mireille.Email!));

        var owner = await Host.TeacherAsync("mireille");
        Assert.Contains("Is that you?", await owner.GetStringAsync("/account", Stop));
        await owner.PostFormAsync("/account", "/account?handler=Claim", ("site", $"{site}"), ("subject", "t-mireille"), ("mine", "true"));
        Assert.Equal(mireille.Id, await AsAsync("t-mireille", mireille.Email!));
    }

    [Fact]
    public async Task A_launch_that_says_nothing_of_a_column_takes_none_away_and_a_column_that_comes_gets_what_was_done()
    {
        const string link = "link-column";
        await OpenedAsync("s-column", link, lineItem: null);
        var attempt = await Host.DbAsync(db =>
            db.Attempts.Where(a => db.Assignments.Any(g => g.Id == a.AssignmentId && g.ResourceLinkId == link))
                .Select(a => a.Id)
                .SingleAsync(Stop)
        );
        await Host.WithAsync((AttemptStore store) => store.TakeAsync(attempt, new HandedIn { Id = "handed", At = DateTimeOffset.UtcNow }));
        Assert.Equal(0, await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(d => d.AttemptId == attempt, Stop)));

        await OpenedAsync("s-column", link, lineItem: "http://courses.example/lines/late");
        var sent = await Host.DbAsync(db => db.ScoreDeliveries.SingleAsync(d => d.AttemptId == attempt, Stop));
        Assert.Equal("http://courses.example/lines/late", sent.LineItemUrl);

        await OpenedAsync("s-column", link, lineItem: null);
        Assert.Equal(
            "http://courses.example/lines/late",
            await Host.DbAsync(db => db.Assignments.Where(g => g.ResourceLinkId == link).Select(g => g.LineItemUrl).SingleAsync(Stop))
        );
        Assert.Equal(1, await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(d => d.AttemptId == attempt, Stop)));
    }

    [Fact]
    public async Task A_learner_of_a_course_site_is_deleted_and_out_at_once()
    {
        var frame = await OpenedAsync("s-goes", "link-goes");
        var person = await Host.DbAsync(db =>
            db.CourseSitePeople.Where(p => p.Subject == "s-goes").Select(p => p.PersonId).SingleAsync(Stop)
        );
        var ines = await Host.TeacherAsync("ines");
        var page = $"/author/garden/learners/{person}";
        var name = await Host.DbAsync(db => db.Users.Where(p => p.Id == person).Select(p => p.DisplayName).SingleAsync(Stop));
        Assert.Contains("Came from a course site.", await ines.GetStringAsync(page, Stop));
        await ines.PostFormAsync(page, page, ("typed", name));
        Assert.False(await Host.DbAsync(db => db.Users.AnyAsync(p => p.Id == person, Stop)));
        Assert.False(await Host.DbAsync(db => db.CourseSitePeople.AnyAsync(p => p.PersonId == person, Stop)));
        Assert.False(await Host.DbAsync(db => db.FrameSessions.AnyAsync(p => p.PersonId == person, Stop)));
        Assert.NotNull(frame);
    }

    [Fact]
    public async Task Points_reach_the_course_site_when_its_learners_may_see_them_and_not_before()
    {
        const string link = "link-withheld";
        await OpenedAsync("s-withheld", link);
        var given = await Host.DbAsync(db => db.Assignments.AsNoTracking().SingleAsync(g => g.ResourceLinkId == link, Stop));
        var attempt = await Host.DbAsync(db => db.Attempts.Where(a => a.AssignmentId == given.Id).Select(a => a.Id).SingleAsync(Stop));
        var ines = await Host.TeacherAsync("ines");
        Task<HttpResponseMessage> TermsAsync(string points, string shownFrom, string atOnce) =>
            ines.PostFormAsync(
                "/author/garden/courses",
                "/author/garden/courses?handler=Terms",
                ("assignment", $"{given.Id}"),
                ("counts", "Best"),
                ("points", points),
                ("shownFrom", shownFrom),
                ("atOnce", atOnce)
            );
        async Task<(bool Points, string Progress)> LastAsync()
        {
            var score = JsonSerializer.Deserialize<CourseScore>(
                await Host.DbAsync(db =>
                    db.ScoreDeliveries.Where(d => d.AttemptId == attempt).OrderByDescending(d => d.Id).Select(d => d.Score).FirstAsync(Stop)
                )
            )!;
            return (score.Given is not null, score.GradingProgress);
        }

        await TermsAsync("", "AfterReturn", "false");
        await Host.WithAsync((AttemptStore store) => store.TakeAsync(attempt, new HandedIn { Id = "handed", At = DateTimeOffset.UtcNow }));
        Assert.Equal((false, "PendingManual"), await LastAsync());
        await TermsAsync("", "AfterDueDate", "false");
        Assert.Equal(given.Due is null, (await LastAsync()).Points);
        await Host.DbAsync(db =>
            db.Assignments.Where(g => g.Id == given.Id)
                .ExecuteUpdateAsync(set => set.SetProperty(g => g.Due, DateTimeOffset.UtcNow.AddHours(1)), Stop)
        );
        await TermsAsync("", "AfterDueDate", "false");
        Assert.Equal((false, "Pending"), await LastAsync());
        await TermsAsync("", "AfterDueDate", "true");
        Assert.True((await LastAsync()).Points);
        await TermsAsync("false", "AfterDueDate", "false");
        Assert.Equal((false, "NotReady"), await LastAsync());
        await TermsAsync("", "AfterDueDate", "false");
        await Host.DbAsync(db =>
            db.Assignments.Where(g => g.Id == given.Id)
                .ExecuteUpdateAsync(set => set.SetProperty(g => g.Due, DateTimeOffset.UtcNow.AddSeconds(-1)), Stop)
        );
        await Host.WithAsync((CourseScores store) => store.QueuePastDueAsync());
        Assert.True((await LastAsync()).Points);
        var sent = await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(d => d.AttemptId == attempt, Stop));
        await Host.WithAsync((CourseScores store) => store.QueuePastDueAsync());
        Assert.Equal(sent, await Host.DbAsync(db => db.ScoreDeliveries.CountAsync(d => d.AttemptId == attempt, Stop)));

        await TermsAsync("", "AfterReturn", "false");
        Assert.Equal((false, "PendingManual"), await LastAsync());
        await Host.WithAsync(
            (AttemptStore store) => store.TakeAsync(attempt, new Returned { Id = "returned", At = DateTimeOffset.UtcNow })
        );
        Assert.True((await LastAsync()).Points);
    }

    [Fact]
    public async Task An_attempt_that_cannot_be_read_keeps_no_points_of_others_back_when_the_due_date_is_past()
    {
        await OpenedAsync("s-broken", "link-past");
        await OpenedAsync("s-whole", "link-past");
        var given = await Host.DbAsync(db => db.Assignments.AsNoTracking().SingleAsync(g => g.ResourceLinkId == "link-past", Stop));
        async Task<string> AttemptAsync(string subject) =>
            await Host.DbAsync(db =>
                db.Attempts.Where(a =>
                        a.AssignmentId == given.Id && db.CourseSitePeople.Any(p => p.PersonId == a.PersonId && p.Subject == subject)
                    )
                    .Select(a => a.Id)
                    .SingleAsync(Stop)
            );
        var (broken, whole) = (await AttemptAsync("s-broken"), await AttemptAsync("s-whole"));
        await Host.DbAsync(db =>
            db.Assignments.Where(g => g.Id == given.Id)
                .ExecuteUpdateAsync(
                    set =>
                        set.SetProperty(g => g.Due, DateTimeOffset.UtcNow.AddHours(1))
                            .SetProperty(g => g.ShownFrom, Core.Activities.RevealMoment.AfterDueDate),
                    Stop
                )
        );
        foreach (var attempt in new[] { broken, whole })
        {
            await Host.WithAsync(
                (AttemptStore store) => store.TakeAsync(attempt, new HandedIn { Id = "handed", At = DateTimeOffset.UtcNow })
            );
        }

        Task BreakAsync(bool breaks) =>
            Host.DbAsync(db =>
                db.Events.Where(e => e.AttemptId == broken)
                    .ExecuteUpdateAsync(
                        set => set.SetProperty(e => e.Json, e => breaks ? "broken " + e.Json : e.Json.Substring("broken ".Length)),
                        Stop
                    )
            );
        await BreakAsync(true);
        Host.Services.GetRequiredService<AttemptCache>().Forget([broken]);
        await Host.DbAsync(db =>
            db.Assignments.Where(g => g.Id == given.Id)
                .ExecuteUpdateAsync(set => set.SetProperty(g => g.Due, DateTimeOffset.UtcNow.AddSeconds(-1)), Stop)
        );
        var unread = await Host.WithAsync((CourseScores store) => store.QueuePastDueAsync());
        await BreakAsync(false);
        Assert.Equal([broken], unread);
        Assert.NotNull(
            JsonSerializer
                .Deserialize<CourseScore>(
                    await Host.DbAsync(db =>
                        db.ScoreDeliveries.Where(d => d.AttemptId == whole)
                            .OrderByDescending(d => d.Id)
                            .Select(d => d.Score)
                            .FirstAsync(Stop)
                    )
                )!
                .Given
        );

        // It is told once, and not gone through again and again.
        Assert.Empty(await Host.WithAsync((CourseScores store) => store.QueuePastDueAsync()));
    }

    [Theory]
    [InlineData("ftp://courses.example/lines/1")]
    [InlineData("http://[bad/1")]
    [InlineData("not an address")]
    public async Task An_address_for_grades_that_cannot_be_asked_is_none(string address)
    {
        var link = "link-" + address.GetHashCode(StringComparison.Ordinal);
        await OpenedAsync("s-bad", link, lineItem: address);
        Assert.Null(
            await Host.DbAsync(db => db.Assignments.Where(g => g.ResourceLinkId == link).Select(g => g.LineItemUrl).SingleAsync(Stop))
        );
    }

    [Fact]
    public async Task A_score_that_cannot_be_sent_holds_up_no_other()
    {
        await OpenedAsync("s-poison", "link-poison", lineItem: "http://courses.example/lines/poison");
        await OpenedAsync("s-healthy", "link-healthy", lineItem: "http://courses.example/lines/healthy");
        await Host.DbAsync(async db =>
        {
            // As an earlier version would have stored them: one that no client takes, one whose token is unusable.
            await db
                .ScoreDeliveries.Where(d => d.Subject == "s-poison")
                .ExecuteUpdateAsync(set => set.SetProperty(d => d.LineItemUrl, "no address at all"), Stop);
            return 0;
        });
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/keys" ? null
            : request.RequestUri.AbsolutePath.EndsWith("/token", StringComparison.Ordinal)
                ? new HttpResponseMessage(HttpStatusCode.OK) { Content = new StringContent("{\"access_token\":\"t\",\"expires_in\":0}") }
            : new HttpResponseMessage(HttpStatusCode.OK);
        await Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop));
        Assert.NotNull(
            await Host.DbAsync(db => db.ScoreDeliveries.Where(d => d.Subject == "s-healthy").Select(d => d.DeliveredAt).FirstAsync(Stop))
        );
        var poison = await Host.DbAsync(db => db.ScoreDeliveries.FirstAsync(d => d.Subject == "s-poison", Stop));
        Assert.Equal((1, "the address that the course site gave for grades cannot be used"), (poison.Tries, poison.LastProblem));

        await OpenedAsync("s-tokenless", "link-tokenless", lineItem: "http://courses.example/lines/tokenless");
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/keys"
                ? null
                : new HttpResponseMessage(HttpStatusCode.OK) { Content = new StringContent("{\"error\":\"temporarily_unavailable\"}") };
        await Host.WithAsync((ScoreSender sender) => sender.SendDueAsync(Stop));
        Assert.Equal(
            (1, "the course site gave no access token (temporarily_unavailable)"),
            await Host.DbAsync(async db =>
                await db
                    .ScoreDeliveries.Where(d => d.Subject == "s-tokenless")
                    .Select(d => ValueTuple.Create(d.Tries, d.LastProblem))
                    .FirstAsync(Stop)
            )
        );
    }

    [Fact]
    public async Task A_registration_is_changed_and_put_away_and_its_people_and_work_survive_it()
    {
        await OpenedAsync("s-survivor", "link-survivor");
        async Task<int> AttemptsAsync() =>
            await Host.DbAsync(db =>
                db.Attempts.CountAsync(a => db.Assignments.Any(g => g.Id == a.AssignmentId && g.ResourceLinkId == "link-survivor"), Stop)
            );
        var site = await Host.DbAsync(db => db.CourseSites.AsNoTracking().SingleAsync(s => s.ClientId == "zesty-slate", Stop));
        var keeper = await Host.TeacherAsync("tobiah");
        (string, string)[] Fields(string deployments) =>
            [
                ("site", $"{site.Id}"),
                ("Site.Name", site.Name),
                ("Site.Issuer", $" {site.Issuer} "),
                ("Site.ClientId", site.ClientId),
                ("Site.Deployments", deployments),
                ("Site.AuthorizationEndpoint", site.AuthorizationEndpoint),
                ("Site.TokenEndpoint", site.TokenEndpoint),
                ("Site.KeySetUrl", site.KeySetUrl),
                ("Site.LinksByEmail", "true"),
                ("Site.MakesTeachers", "true"),
            ];
        await keeper.PostFormAsync(
            "/keeper/course-sites",
            "/keeper/course-sites?handler=Keep",
            Fields(site.Deployments + ", third;fourth")
        );
        var changed = await Host.DbAsync(db => db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == site.Id, Stop));
        Assert.Equal((site.Issuer, site.Deployments + " third fourth"), (changed.Issuer, changed.Deployments));
        await OpenedAsync("s-survivor", "link-survivor");
        Assert.Equal(1, await AttemptsAsync());

        await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Archive", ("id", $"{site.Id}"), ("away", "true"));
        Assert.Contains(
            "not registered",
            await (
                await Host.Visitor()
                    .GetAsync(
                        $"/lti/login?iss={Uri.EscapeDataString(site.Issuer)}&login_hint=x&target_link_uri=http%3A%2F%2Flocalhost%2Fa%2Fgarden",
                        Stop
                    )
            ).Content.ReadAsStringAsync(Stop)
        );
        await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Archive", ("id", $"{site.Id}"), ("away", "false"));
        await OpenedAsync("s-survivor", "link-survivor");
        Assert.Equal(1, await AttemptsAsync());
    }

    [Fact]
    public async Task A_learner_never_becomes_an_account_by_an_e_mail_address()
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, "s-cunning");
        claims["email"] = "ines.halloran@gannetpoint.example";
        Assert.Equal(HttpStatusCode.Redirect, (await LaunchAsync(begun, Sign(claims))).StatusCode);
        var ines = await Host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example", Stop));
        Assert.NotEqual(
            ines.Id,
            await Host.DbAsync(db => db.CourseSitePeople.Where(p => p.Subject == "s-cunning").Select(p => p.PersonId).SingleAsync(Stop))
        );
    }

    [Theory]
    [InlineData("http://c/line/1", "http://c/line/1/scores")]
    [InlineData("http://c/line/1/", "http://c/line/1/scores")]
    [InlineData("http://c/line/1?type=2", "http://c/line/1/scores?type=2")]
    public void Scores_go_behind_the_line_items_path(string lineItem, string scores) =>
        Assert.Equal(scores, ScorePayload.AddressOf(lineItem));
}
