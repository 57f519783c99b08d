using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.JsonWebTokens;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Tests;

/// <summary>Content that is chosen for a course, as course sites ask for it.</summary>
[Collection("course site")]
public sealed class LtiChoosingTests(SlateHost host) : LtiHarness(host)
{
    private const string Settings = "https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings",
        Items = "https://purl.imsglobal.org/spec/lti-dl/claim/content_items";

    private async Task<HttpResponseMessage> AskAsync(Dictionary<string, object?> settings, Action<Dictionary<string, object?>>? with = null)
    {
        var begun = await BeginAsync("http://localhost/lti/choose");
        var claims = Claims(begun, "t-ines", "Instructor");
        claims["email"] = "ines.halloran@gannetpoint.example";
        claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
        settings["deep_link_return_url"] = "https://courses.example/lti/chosen";
        claims[Settings] = settings;
        with?.Invoke(claims);
        return await LaunchAsync(begun, Sign(claims));
    }

    private HttpClient Bare() => Host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });

    private static async Task<JsonWebToken> ChosenAsync(HttpResponseMessage reply) =>
        new(SlateHost.Find(await reply.Content.ReadAsStringAsync(Stop), "name=\"JWT\" value=\"([^\"]+)\""));

    private async Task<JsonElement> PlacedAsync(Dictionary<string, object?> settings, params (string, string)[] fields)
    {
        var at = (await AskAsync(settings)).Headers.Location!.OriginalString;
        var reply = await Bare().PostFormAsync(at, at, [("activity", "garden"), ("Placed.NoDue", "true"), .. fields]);
        return (await ChosenAsync(reply)).GetPayloadValue<JsonElement>(Items)[0];
    }

    [Fact]
    public async Task A_request_without_an_address_of_its_own_is_as_good()
    {
        var reply = await AskAsync([], claims => claims.Remove(Claim + "target_link_uri"));
        Assert.EndsWith("/lti/choose", reply.Headers.Location!.OriginalString);
    }

    [Theory]
    [InlineData("[\"ltiResourceLink\"]", true)]
    [InlineData("[\"link\",\"ltiResourceLink\"]", true)]
    [InlineData("[\"link\",\"file\"]", false)]
    [InlineData("[]", false)]
    public async Task Only_what_the_course_site_takes_is_offered(string types, bool takes)
    {
        var reply = await AskAsync(new() { ["accept_types"] = JsonSerializer.Deserialize<string[]>(types) });
        if (takes)
        {
            Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        }
        else
        {
            await RefusedAsync(reply, "takes no links to activities");
        }
    }

    [Theory]
    [InlineData("", false, true, false)]
    [InlineData("", true, false, true)]
    [InlineData("iframe", true, true, false)]
    [InlineData("window", false, false, true)]
    [InlineData("iframe window", true, false, true)]
    [InlineData("embed", false, true, false)]
    public async Task It_opens_where_the_course_site_shows_it(string targets, bool ownWindow, bool frame, bool window)
    {
        var item = await PlacedAsync(
            new() { ["accept_presentation_document_targets"] = targets.Split(' ', StringSplitOptions.RemoveEmptyEntries) },
            ("Placed.OwnWindow", ownWindow ? "true" : "false")
        );
        Assert.Equal((frame, window), (item.TryGetProperty("iframe", out _), item.TryGetProperty("window", out _)));
    }

    [Theory]
    [InlineData(null, true)]
    [InlineData(true, true)]
    [InlineData(false, false)]
    public async Task A_column_is_made_where_the_course_site_makes_columns(bool? accepts, bool makes)
    {
        var item = await PlacedAsync(accepts is null ? [] : new() { ["accept_lineitem"] = accepts });
        Assert.Equal(makes, item.TryGetProperty("lineItem", out _));
    }

    [Fact]
    public async Task Nothing_can_be_chosen_and_the_course_site_hears_of_it()
    {
        var at = (await AskAsync(new() { ["data"] = "d-7" })).Headers.Location!.OriginalString;
        var reply = await Bare().PostFormAsync(at, at + "?handler=Cancel", ("activity", "garden"));
        var token = await ChosenAsync(reply);
        Assert.Equal(0, token.GetPayloadValue<JsonElement>(Items).GetArrayLength());
        Assert.Equal("d-7", token.GetPayloadValue<string>("https://purl.imsglobal.org/spec/lti-dl/claim/data"));
        Assert.Contains("form-action 'self' https:;", reply.Headers.GetValues("Content-Security-Policy").Single());
    }

    [Fact]
    public async Task What_is_ticked_stays_first_and_ticked_whatever_is_looked_for()
    {
        // The newest of those with the word, since a list shows the newest first and other tests copy the same activity.
        var ines = await Host.TeacherAsync("ines");
        var copied = (await ines.PostFormAsync("/library", "/library?handler=Copy&of=clouds")).Headers.Location!.OriginalString;
        var newest = SlateHost.Find(copied, "/author/([a-z0-9]+)");
        var at = (await AskAsync(new() { ["accept_multiple"] = true })).Headers.Location!.OriginalString;
        var list = await Bare().GetStringAsync(at + "?handler=List&words=clouds&activity=garden", Stop);
        var found = Regex
            .Matches(list, "name=\"activity\" value=\"([^\"]+)\"[^>]*?(checked)?[ />]")
            .Select(match => match.Groups[1].Value)
            .ToList();
        Assert.Equal("garden", found[0]);
        Assert.Contains(newest, found);
        Assert.Matches("value=\"garden\"[^>]*checked", list);
        Assert.DoesNotContain("<html", list);

        // Somebody else's are neither listed nor placed, though they are named.
        list = await Bare().GetStringAsync(at + "?handler=List&words=none+at+all&activity=watchtides", Stop);
        Assert.DoesNotContain("watchtides\"", list);
    }

    [Fact]
    public async Task A_link_without_a_choice_brings_the_teacher_to_choosing_and_tells_a_learner_so()
    {
        async Task<HttpResponseMessage> OpenAsync(string role)
        {
            var begun = await BeginAsync("http://localhost/lti/choose");
            var claims = Claims(begun, role == "Learner" ? "s-bare-link" : "t-ines", role);
            claims["email"] = role == "Learner" ? null : "ines.halloran@gannetpoint.example";
            claims[Claim + "resource_link"] = new { id = "link-bare", title = "Week 3" };
            return await LaunchAsync(begun, Sign(claims));
        }

        await RefusedAsync(await OpenAsync("Learner"), "has not chosen an activity");
        var at = (await OpenAsync("Instructor")).Headers.Location!.OriginalString;
        Assert.EndsWith("/lti/choose", at);
        Assert.Contains("names no activity", await Bare().GetStringAsync(at, Stop));
        var kept = await Bare()
            .PostFormAsync(at, at, ("activity", "garden"), ("Placed.Due", "2031-07-15T18:00"), ("Placed.Offset", "60 Placed.Due=120"));
        Assert.EndsWith("/author/garden/courses", kept.Headers.Location!.OriginalString);
        var given = await Host.DbAsync(db => db.Assignments.AsNoTracking().SingleAsync(a => a.ResourceLinkId == "link-bare", Stop));
        Assert.Equal(("garden", new DateTimeOffset(2031, 7, 15, 16, 0, 0, TimeSpan.Zero)), (given.ActivityId, given.Due));
        Assert.Contains("/a/garden?assignment=", (await OpenAsync("Learner")).Headers.Location!.OriginalString);
        Assert.Contains("/author/garden/results?assignment=", (await OpenAsync("Instructor")).Headers.Location!.OriginalString);
    }

    [Fact]
    public async Task A_link_to_an_activity_that_is_gone_is_told_as_that()
    {
        var begun = await BeginAsync("http://localhost/a/nowhere");
        await RefusedAsync(await LaunchAsync(begun, Sign(Claims(begun))), "is not there any more");
        var teacher = await BeginAsync("http://localhost/a/nowhere");
        await RefusedAsync(await LaunchAsync(teacher, Sign(Claims(teacher, "t-gone", "Instructor"))), "is not there any more");
    }

    [Theory]
    [InlineData("60 Placed.Due=120", "2027-07-15T16:00:00Z")]
    [InlineData("60", "2027-07-15T17:00:00Z")]
    [InlineData("60 Placed.Due=9999", "2027-07-15T17:00:00Z")]
    [InlineData("", "2027-07-15T18:00:00Z")]
    [InlineData("x Placed.Due", "2027-07-15T18:00:00Z")]
    public async Task A_time_is_right_across_the_change_of_clocks(string offset, string due)
    {
        var at = (await AskAsync([])).Headers.Location!.OriginalString;
        var reply = await Bare()
            .PostFormAsync(at, at, ("activity", "garden"), ("Placed.Due", "2027-07-15T18:00"), ("Placed.Offset", offset));
        var item = (await ChosenAsync(reply)).GetPayloadValue<JsonElement>(Items)[0];
        Assert.Equal(due, item.GetProperty("submission").GetProperty("endDateTime").GetString());
    }

    [Theory]
    [InlineData("0001-01-01T00:00", false)]
    [InlineData("9999-12-31T23:59", false)]
    [InlineData("2026-12-24T18:00", true)]
    public void A_time_at_the_end_of_time_is_none(string typed, bool taken) =>
        Assert.Equal(
            taken,
            TypedTimes.Read("840 due=-840").At("due", DateTime.Parse(typed, System.Globalization.CultureInfo.InvariantCulture)) is not null
        );
}
