using System.Net;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Tests;

/// <summary>The table of every route and who may use it. A route that is not in the table fails the tests.</summary>
public sealed class RouteRightsTests(SlateHost host)
{
    private const string Anyone = "anyone";

    private static readonly Dictionary<string, string> Table = new()
    {
        [""] = Anyone,
        ["sign-in"] = Anyone,
        ["sign-out"] = Anyone,
        ["setup"] = Anyone,
        ["forgotten"] = Anyone,
        ["welcome/{secret}"] = Anyone,
        ["account"] = Rights.Teacher,
        ["account/second-factor"] = Rights.Teacher,
        ["register"] = Anyone,
        ["keeper/teachers/{person}"] = Rights.Keeper,
        ["keeper/installation"] = Rights.Keeper,
        ["problem"] = Anyone,
        ["not-yours"] = Anyone,
        ["session-ended"] = Anyone,
        ["join"] = Anyone,
        ["join/{secret}"] = Anyone,
        ["waiting/{ask}"] = Anyone,
        ["own-sign"] = Rights.SignedIn,
        ["my-sign-in"] = Rights.SignedIn,
        ["language"] = Anyone,
        ["schools/{school:int}/logo/{mark}.png"] = Anyone,
        ["door"] = Rights.SignedIn,
        ["keeper/mails"] = Rights.Keeper,
        ["keeper/people"] = Rights.Keeper,
        ["keeper/people/{person}"] = Rights.Keeper,
        ["author/{activity}/learners/{person}"] = Rights.ActivityEditor,
        ["a/{activity}"] = Anyone,
        ["a/{activity}/credits"] = Anyone,
        ["embed/{activity}"] = Anyone,
        ["oembed"] = Anyone,
        ["a/{activity}/card/{edition:int}/{width:int}.png"] = Anyone,
        ["media/{hash}/{width:int?}"] = Anyone,
        ["health"] = Anyone,
        ["lti/login"] = Anyone,
        ["lti/launch"] = Anyone,
        ["lti/continue"] = Anyone,
        ["lti/keys"] = Anyone,
        ["lti/configuration"] = Anyone,
        ["lti/register"] = Anyone,
        ["course-work"] = Rights.CourseSeat,
        ["course-work/look"] = Rights.CourseSeat,
        ["course-work/look/events"] = Rights.CourseSeat,
        ["course-work/look/files"] = Rights.CourseSeat,
        ["course-work/look/files/{id}"] = Rights.CourseSeat,
        ["course-work/look/recordings/{spot}/{id}/{number:int}"] = Rights.CourseSeat,
        ["course-work/look/drawings/{spot}.svg"] = Rights.CourseSeat,
        ["todo"] = Rights.SignedIn,
        ["work/{attempt}/events"] = Rights.AttemptLearner,
        ["work/{attempt}/files"] = Rights.AttemptLearner,
        ["work/{attempt}/files/{id}"] = Rights.AttemptLearner,
        ["work/{attempt}/recordings/{spot}/{id}/{number:int}"] = Rights.AttemptLearner,
        ["work/{attempt}/drawings/{spot}.svg"] = Rights.AttemptLearner,
        ["library"] = Rights.Teacher,
        ["help"] = Rights.Teacher,
        ["help/{guide}"] = Rights.Teacher,
        ["new"] = Rights.Teacher,
        ["new/{start}"] = Rights.Teacher,
        ["new/{start}/example"] = Rights.Teacher,
        ["new/{start}/events"] = Rights.Teacher,
        ["classes"] = Rights.Teacher,
        ["media-library"] = Rights.Teacher,
        ["media-library/picker"] = Rights.Teacher,
        ["media-library/files"] = Rights.Teacher,
        ["media-library/fetch"] = Rights.Teacher,
        ["media-library/several"] = Rights.Teacher,
        ["media-library/arriving"] = Rights.Teacher,
        ["media-library/{item}"] = Rights.MediaOwner,
        ["todo/calendar.ics"] = Rights.SignedIn,
        ["calendar/{key}.ics"] = Anyone,
        ["classes/{class:int}/import"] = Rights.ClassTeacher,
        ["classes/{class:int}/learners/{person}"] = Rights.ClassTeacher,
        ["classes/{class:int}/slips"] = Rights.ClassTeacher,
        ["classes/{class:int}/gradebook"] = Rights.ClassTeacher,
        ["classes/{class:int}/assignments/{assignment:int}"] = Rights.ClassTeacher,
        ["lti/choose"] = Rights.Teacher,
        ["classes/{class:int}"] = Rights.ClassTeacher,
        ["author/{activity}"] = Rights.ActivityEditor,
        ["author/{activity}/colleagues"] = Rights.ActivityOwner,
        ["copy/{activity}"] = Rights.ActivityReader,
        ["showcase/{school:int}"] = Anyone,
        ["keeper/schools"] = Rights.Keeper,
        ["author/{activity}/publish"] = Rights.ActivityEditor,
        ["author/{activity}/paper"] = Rights.ActivityEditor,
        ["author/{activity}/versions"] = Rights.ActivityEditor,
        ["author/{activity}/versions/{version}"] = Rights.ActivityEditor,
        ["author/{activity}/versions/{version}/learner"] = Rights.ActivityEditor,
        ["author/{activity}/results"] = Rights.ActivityEditor,
        ["author/{activity}/rooms"] = Rights.ActivityEditor,
        ["author/{activity}/edit"] = Rights.ActivityEditor,
        ["author/{activity}/undo"] = Rights.ActivityEditor,
        ["author/{activity}/redo"] = Rights.ActivityEditor,
        ["author/{activity}/media"] = Rights.ActivityEditor,
        ["author/{activity}/drafts"] = Rights.ActivityEditor,
        ["author/{activity}/video-address"] = Rights.ActivityEditor,
        ["author/{activity}/silences"] = Rights.ActivityEditor,
        ["author/{activity}/captions"] = Rights.ActivityEditor,
        ["author/{activity}/captions/{hash}"] = Rights.ActivityEditor,
        ["author/{activity}/captions/{hash}/lines"] = Rights.ActivityEditor,
        ["author/{activity}/map"] = Rights.ActivityEditor,
        ["author/{activity}/map/chosen"] = Rights.ActivityEditor,
        ["author/{activity}/map.dot"] = Rights.ActivityEditor,
        ["author/{activity}/frame-check"] = Rights.ActivityEditor,
        ["author/{activity}/reuse"] = Rights.ActivityEditor,
        ["author/{activity}/questions"] = Rights.ActivityEditor,
        ["author/{activity}/questions/read"] = Rights.ActivityEditor,
        ["author/{activity}/questions/file"] = Rights.ActivityEditor,
        ["author/{activity}/update"] = Rights.ActivityEditor,
        ["author/{activity}/words"] = Rights.ActivityEditor,
        ["author/{activity}/trial"] = Rights.ActivityEditor,
        ["author/{activity}/trial/events"] = Rights.ActivityEditor,
        ["author/{activity}/trial/files"] = Rights.ActivityEditor,
        ["author/{activity}/trial/files/{id}"] = Rights.ActivityEditor,
        ["author/{activity}/trial/recordings/{spot}/{id}/{number:int}"] = Rights.ActivityEditor,
        ["author/{activity}/trial/drawings/{spot}.svg"] = Rights.ActivityEditor,
        ["author/{activity}/answers/{of}/files/{id}"] = Rights.ActivityEditor,
        ["author/{activity}/answers/{of}/drawings/{spot}.svg"] = Rights.ActivityEditor,
        ["author/{activity}/review/{of}"] = Rights.ActivityEditor,
        ["author/{activity}/spots"] = Rights.ActivityEditor,
        ["work/{attempt}/spots"] = Rights.AttemptLearner,
        ["author/{activity}/courses"] = Rights.ActivityEditor,
        ["author/{activity}/statistics"] = Rights.ActivityEditor,
        ["author/{activity}/mark-again"] = Rights.ActivityEditor,
        ["author/{activity}/answers"] = Rights.ActivityEditor,
        ["author/{activity}/lookout"] = Rights.ActivityEditor,
        ["lookout"] = Rights.Teacher,
        ["author/{activity}/lookout/{of}"] = Rights.ActivityEditor,
        ["author/{activity}/lookout/events"] = Rights.ActivityEditor,
        ["author/{activity}/qr.svg"] = Rights.ActivityEditor,
        ["keeper/course-sites"] = Rights.Keeper,
    };

    private IEnumerable<RouteEndpoint> Routes => host.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>();

    private static string Pattern(RouteEndpoint route) => route.RoutePattern.RawText!.Trim('/');

    [Fact]
    public void Every_route_is_in_the_table_with_its_right()
    {
        foreach (var route in Routes)
        {
            Assert.True(Table.TryGetValue(Pattern(route), out var right), $"“{Pattern(route)}” is not in the table of rights");
            var policies = route.Metadata.GetOrderedMetadata<IAuthorizeData>().Select(data => data.Policy).ToList();
            if (right == Anyone)
            {
                Assert.True(route.Metadata.GetMetadata<IAllowAnonymous>() is not null, $"“{Pattern(route)}” should be open");
            }
            else
            {
                Assert.Contains(right, policies);
                Assert.Null(route.Metadata.GetMetadata<IAllowAnonymous>());
            }
        }
    }

    [Fact]
    public void The_table_names_no_route_that_is_gone() => Assert.Empty(Table.Keys.Except(Routes.Select(Pattern)));

    [Fact]
    public async Task The_table_is_kept_for_each_sort_of_person()
    {
        var attempt = await host.DbAsync(db =>
            db.Attempts.Where(a => a.AssignmentId != null)
                .OrderBy(a => a.Id)
                .Select(a => a.Id)
                .FirstAsync(TestContext.Current.CancellationToken)
        );
        var group = await host.DbAsync(db =>
            db.Classes.OrderBy(c => c.Id).Select(c => c.Id).FirstAsync(TestContext.Current.CancellationToken)
        );
        var learner = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group).Select(e => e.PersonId).FirstAsync(TestContext.Current.CancellationToken)
        );
        var given = await host.DbAsync(db =>
            db.Assignments.Where(a => a.ClassId == group).Select(a => a.Id).FirstAsync(TestContext.Current.CancellationToken)
        );
        var item = await host.DbAsync(db =>
            db.MediaItems.Where(i => db.Classes.Any(c => c.Id == group && c.TeacherId == i.OwnerId))
                .OrderBy(i => i.Id)
                .Select(i => i.Id)
                .FirstAsync(TestContext.Current.CancellationToken)
        );
        var people = new Dictionary<string, (HttpClient Client, string[] Rights)>
        {
            ["anonymous"] = (host.Visitor(), []),
            ["visitor by link"] = (await host.LinkVisitorAsync(), [Rights.SignedIn]),
            ["another teacher"] = (await host.TeacherAsync("mireille"), [Rights.SignedIn, Rights.Teacher, Rights.ActivityReader]),
            ["keeper"] = (await host.TeacherAsync("tobiah"), [Rights.SignedIn, Rights.Teacher, Rights.ActivityReader, Rights.Keeper]),
            ["owner"] = (
                await host.TeacherAsync("ines"),
                [
                    Rights.SignedIn,
                    Rights.Teacher,
                    Rights.ActivityReader,
                    Rights.ActivityEditor,
                    Rights.ActivityOwner,
                    Rights.ClassTeacher,
                    Rights.MediaOwner,
                ]
            ),
        };
        foreach (var (route, right) in Table.Where(entry => entry.Value != Anyone))
        {
            var address =
                "/"
                + route
                    .Replace("{activity}", "garden")
                    .Replace("{attempt}", attempt)
                    .Replace("{class:int}", group.ToString())
                    .Replace("{item}", item)
                    .Replace("{number:int}", "0")
                    .Replace("{assignment:int}", given.ToString())
                    .Replace("{person}", learner);
            var methods = Routes
                .Where(r => Pattern(r) == route)
                .SelectMany(r => r.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"])
                .Distinct();
            foreach (var (who, (client, rights)) in people)
            {
                foreach (var method in methods)
                {
                    // A stream of events begins and does not end.
                    using var reply = await client.SendAsync(
                        new HttpRequestMessage(new HttpMethod(method), address),
                        HttpCompletionOption.ResponseHeadersRead,
                        TestContext.Current.CancellationToken
                    );
                    var refused =
                        reply.StatusCode == HttpStatusCode.Forbidden
                        || (
                            reply.StatusCode == HttpStatusCode.Redirect
                            && (
                                reply.Headers.Location!.OriginalString.Contains("/sign-in")
                                || reply.Headers.Location.OriginalString.Contains("/not-yours")
                            )
                        );
                    Assert.True(
                        refused != rights.Contains(right),
                        $"{who}, {method} {address}: {(int)reply.StatusCode} {reply.Headers.Location}"
                    );
                }
            }
        }
    }

    [Fact]
    public async Task A_learner_sees_their_own_attempt_and_nobody_elses()
    {
        var mine = await host.LinkVisitorAsync("First");
        var theirs = await host.LinkVisitorAsync("Second");
        var events = SlateHost.Find(await mine.GetStringAsync("/a/garden"), "data-events=\"([^\"]+)\"");
        Assert.Equal(HttpStatusCode.NoContent, (await mine.GetAsync(events)).StatusCode);
        Assert.Contains("/not-yours", (await theirs.GetAsync(events)).Headers.Location!.OriginalString);
    }

    [Theory]
    [InlineData("/no/such/page")]
    [InlineData("/author/garden/rehearse")]
    [InlineData("/media")]
    [InlineData("/dist/gone.css")]
    public async Task Where_there_is_nothing_everybody_is_told_so(string address)
    {
        foreach (var somebody in new[] { host.Visitor(), await host.TeacherAsync("ines"), await host.LinkVisitorAsync("Nobody") })
        {
            var reply = await somebody.GetAsync(address, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.NotFound, reply.StatusCode);
            Assert.Contains("Nothing is here", await reply.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        }
    }

    [Fact]
    public async Task The_number_of_an_assignment_opens_nothing_by_itself()
    {
        var visitor = await host.LinkVisitorAsync();
        var assignment = await host.DbAsync(db =>
            db.Assignments.OrderBy(a => a.Id).Select(a => a.Id).FirstAsync(TestContext.Current.CancellationToken)
        );
        var page = await visitor.GetStringAsync($"/a/garden?assignment={assignment}");
        var attempt = SlateHost.Find(page, "data-attempt=\"([^\"]+)\"");
        Assert.Null((await host.WithAsync((AttemptStore store) => store.LoadAsync(attempt)))!.Assignment);
    }
}
