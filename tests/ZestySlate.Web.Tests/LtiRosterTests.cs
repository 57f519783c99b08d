using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Who belongs to a course, as course sites tell it.</summary>
[Collection("course site")]
public sealed class LtiRosterTests(SlateHost host) : LtiHarness(host)
{
    private int _asked;

    /// <summary>A learner opens a link of a course whose members come from here; then it is asked.</summary>
    private async Task<(AssignmentRecord Given, List<CourseMember> Members)> ToldAsync(string link, Func<Uri, HttpResponseMessage> members)
    {
        _asked = 0;
        Services = request =>
        {
            if (!request.RequestUri!.AbsolutePath.StartsWith("/roster", StringComparison.Ordinal))
            {
                return null;
            }

            _asked++;
            return members(request.RequestUri);
        };
        await OpenedAsync("s-" + link, link, new { context_memberships_url = $"http://courses.example/roster/{link}" });
        await Host.DbAsync(db =>
            db.Assignments.Where(a => a.ResourceLinkId == link)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.MembersNext, DateTimeOffset.UtcNow), Stop)
        );
        await AskMembersAsync();
        return await Host.DbAsync(async db =>
        {
            var given = await db.Assignments.AsNoTracking().SingleAsync(a => a.ResourceLinkId == link, Stop);
            return (
                given,
                await db.CourseMembers.AsNoTracking().Where(m => m.AssignmentId == given.Id).OrderBy(m => m.Subject).ToListAsync(Stop)
            );
        });
    }

    private static object Member(string id) =>
        new
        {
            user_id = id,
            name = "M " + id,
            roles = new[] { "Learner" },
        };

    [Fact]
    public async Task Odd_members_take_nothing_from_the_others()
    {
        var (_, members) = await ToldAsync("roster-odd", _ => Json(
                new
                {
                    members = new object?[]
                    {
                        Member("a"),
                        new { name = "without id", roles = new[] { "Learner" } },
                        new
                        {
                            user_id = "b",
                            roles = (string[]?)null,
                            name = 7,
                        },
                        new
                        {
                            user_id = "c",
                            roles = new object?[] { null, 3, "Learner" },
                            given_name = "Wren",
                            family_name = " ",
                        },
                        7,
                        null,
                        new
                        {
                            user_id = "d",
                            roles = new[] { "http://purl.imsglobal.org/vocab/lis/v2/membership#Mentor" },
                            name = "  ",
                        },
                    },
                }
            ));
        Assert.Equal(["a", "b", "c", "d"], members.Select(m => m.Subject));
        Assert.Equal(["M a", "Somebody without a name", "Wren", "Somebody without a name"], members.Select(m => m.Name));
        Assert.Equal([false, true, false, true], members.Select(m => m.HasOtherRole));
    }

    [Fact]
    public async Task Half_a_letter_in_one_name_takes_nothing_from_the_others()
    {
        const string body =
            "{\"members\":[{\"user_id\":\"a\",\"name\":\"\\ud800\",\"roles\":[\"\\udc00\",\"Learner\"]},{\"user_id\":\"b\"}]}";
        var (given, members) = await ToldAsync("roster-half", _ => new HttpResponseMessage(System.Net.HttpStatusCode.OK)
        {
            Content = new StringContent(body),
        });
        Assert.Null(given.MembersProblem);
        Assert.Equal([("a", false), ("b", true)], members.Select(m => (m.Subject, m.HasOtherRole)));
    }

    [Fact]
    public async Task A_page_that_leads_back_to_itself_ends_the_list()
    {
        var (given, members) = await ToldAsync("roster-round", address =>
        {
            var reply = Json(new { members = new[] { Member("x"), Member("y") } });
            reply.Headers.Add("Link", $"<{address}>; rel=\"next\"");
            return reply;
        });
        Assert.Equal((1, 2), (_asked, members.Count));
        Assert.Null(given.MembersProblem);
    }

    [Fact]
    public async Task Ten_thousand_members_are_read_and_beyond_them_it_is_said()
    {
        const int perPage = 400;
        HttpResponseMessage Page(Uri address, int all)
        {
            var query = Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(address.Query);
            var at = query.TryGetValue("at", out var said) ? int.Parse(said!, System.Globalization.CultureInfo.InvariantCulture) : 0;
            var reply = Json(new { members = Enumerable.Range(at, Math.Min(perPage, all - at)).Select(i => Member($"m{i:00000}")) });
            if (at + perPage < all)
            {
                reply.Headers.Add("Link", $"<http://courses.example{address.AbsolutePath}?at={at + perPage}>; rel=\"next\"");
            }

            return reply;
        }

        var (given, members) = await ToldAsync("roster-large", address => Page(address, Memberships.Most));
        Assert.Equal((Memberships.Most, null), (members.Count, given.MembersProblem));

        // One more than are read: nobody who is known is taken for gone.
        (given, members) = await ToldAsync("roster-large", address => Page(address, Memberships.Most + perPage + 1));
        Assert.Contains($"more members than {Memberships.Most}", given.MembersProblem);
        Assert.All(members, member => Assert.Null(member.RemovedAt));
        await Host.DbAsync(db => db.CourseMembers.Where(m => m.AssignmentId == given.Id).ExecuteDeleteAsync(Stop));
    }

    [Theory]
    [InlineData(403, "{}", "answered 403")]
    [InlineData(200, "no json", "does not tell")]
    [InlineData(200, "{\"members\":{}}", "does not tell")]
    [InlineData(200, "[]", "does not tell")]
    public async Task What_cannot_be_had_changes_nothing_and_is_said(int status, string body, string said)
    {
        await ToldAsync("roster-stays", _ => Json(new { members = new[] { Member("a") } }));
        var (given, members) = await ToldAsync("roster-stays", _ => new HttpResponseMessage((System.Net.HttpStatusCode)status)
        {
            Content = new StringContent(body),
        });
        Assert.Contains(said, given.MembersProblem);
        Assert.Null(members.Single().RemovedAt);
        Assert.Null(given.MembersNext);
    }
}
