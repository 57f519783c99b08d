extern alias courses;

using System.Net;
using System.Text.RegularExpressions;
using courses::ZestySlate.CourseSite;
using courses::ZestySlate.CourseSite.State;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Http;

namespace ZestySlate.Web.Tests;

/// <summary>
/// The course site that ships with the project, beside the application in one process: each asks the other as over a network,
/// and nothing of either is played. It registered itself by dynamic registration.
/// </summary>
public sealed class StandIn(SlateHost host) : WebApplicationFactory<CourseSiteAssembly>, IAsyncLifetime
{
    public const string Address = "http://stand-in.example",
        Other = "http://stand-in-too.example",
        Slate = "https://localhost";

    private readonly string _folder = Directory.CreateTempSubdirectory("stand-in").FullName;
    private readonly Dictionary<string, HttpClient> _people = [];

    private HttpMessageInvoker _services = null!;

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("DataFolder", _folder);
        builder.UseSetting("Address", Address);
        builder.UseSetting("OtherAddress", Other);
        builder.UseSetting("Tool", Slate);
        // What the course site asks of us.
        builder.ConfigureTestServices(services =>
            services.Configure<HttpClientFactoryOptions>("", options =>
                options.HttpMessageHandlerBuilderActions.Add(one => one.PrimaryHandler = host.Server.CreateHandler())
            )
        );
    }

    /// <summary>Starts, and registers itself at an address that the keeper made.</summary>
    public async ValueTask InitializeAsync()
    {
        _services = new HttpMessageInvoker(Server.CreateHandler());
        Answer();
        var keeper = await host.TeacherAsync("tobiah");
        var made = await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Link");
        var link = new Uri(
            SlateHost.Find(await made.Content.ReadAsStringAsync(Stop), "value=\"([^\"]+/lti/register\\?key=[^\"]+)\"")
        ).PathAndQuery;
        var teacher = await SignedInAsync("t-ines");
        var page = await (
            await PostAsync(teacher, Address + "/tool", "/tool?handler=Begin", ("address", Slate + link))
        ).Content.ReadAsStringAsync(Stop);
        var ours = Browser(handlesCookies: true);
        var form = await ours.GetStringAsync(SlateHost.Find(page, "<iframe src=\"([^\"]+)\""), Stop);
        var fields = Regex
            .Matches(form, "<input[^>]*name=\"([^\"]+)\"[^>]*value=\"([^\"]*)\"")
            .Select(field => KeyValuePair.Create(field.Groups[1].Value, WebUtility.HtmlDecode(field.Groups[2].Value)));
        var done = await ours.PostAsync(Slate + "/lti/register", new FormUrlEncodedContent(fields), Stop);
        Assert.Contains("is registered", WebUtility.HtmlDecode(await done.Content.ReadAsStringAsync(Stop)));

        // Ines says that the account with her address is hers; nobody else is asked.
        Task LinkAsync(bool links) =>
            host.DbAsync(db =>
                db.CourseSites.Where(site => site.Issuer == Address)
                    .ExecuteUpdateAsync(set => set.SetProperty(site => site.LinksByEmail, links), Stop)
            );
        await LinkAsync(true);
        await AddAsync();
        await LinkAsync(false);
        var id = await host.DbAsync(db => db.CourseSites.Where(site => site.Issuer == Address).Select(site => site.Id).SingleAsync(Stop));
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync("/account", "/account?handler=Claim", ("site", $"{id}"), ("subject", "t-ines"), ("mine", "true"));
    }

    /// <summary>What is asked outside reaches this course site; from the start it is as most are.</summary>
    public void Answer()
    {
        host.Outside.Answer = _services.SendAsync;
        Be(_ => { });
    }

    /// <summary>Lets it be another than most.</summary>
    public void Be(Action<Mischief> other) =>
        Change(state =>
        {
            state.Mischief = new Mischief { Storage = FrameStorage.NotOffered, LastNonce = state.Mischief.LastNonce };
            other(state.Mischief);
        });

    public void Change(Action<SiteState> change) => Services.GetRequiredService<SiteStore>().Change(change);

    public T Read<T>(Func<SiteState, T> read) => Services.GetRequiredService<SiteStore>().Read(read);

    /// <summary>A new assignment of the course “watch” that opens an address of ours.</summary>
    public string Assign(string path = "/a/garden", decimal? points = 4)
    {
        var id = "x" + Guid.NewGuid().ToString("N")[..10];
        Change(state =>
            state
                .Courses.Single(course => course.Id == "watch")
                .Assignments.Add(
                    new Assignment
                    {
                        Id = id,
                        Title = "Assignment " + id,
                        Url = Slate + path,
                        Points = points,
                    }
                )
        );
        return id;
    }

    /// <summary>The assignment as it stands.</summary>
    public Assignment Of(string assignment) =>
        Read(state => state.Courses.SelectMany(course => course.Assignments).Single(one => one.Id == assignment));

    /// <summary>What it was told of a learner's work; null for nothing.</summary>
    public Grade? GradeOf(string assignment, string person = "l-anouk") =>
        Read(state => state.Grades.SingleOrDefault(grade => grade.AssignmentId == assignment && grade.PersonId == person));

    /// <summary>A browser with cookies of the course site, as somebody.</summary>
    public async Task<HttpClient> SignedInAsync(string person)
    {
        if (!_people.TryGetValue(person, out var browser))
        {
            browser = CreateClient(new() { AllowAutoRedirect = false, BaseAddress = new Uri(Address) });
            await PostAsync(browser, Address + "/", "/", ("person", person));
            _people[person] = browser;
        }

        return browser;
    }

    /// <summary>Somebody opens an assignment: what our launch answers.</summary>
    public Task<HttpResponseMessage> OpenAsync(string person, string assignment) =>
        ThroughAsync(person, $"/courses/watch/assignments/{assignment}?open=yes");

    /// <summary>Somebody wants to add content to the course: what our launch answers.</summary>
    public Task<HttpResponseMessage> AddAsync(string person = "t-ines") => ThroughAsync(person, "/courses/watch/add");

    /// <summary>What was chosen arrives, wherever the form leads: the page that says where to go on.</summary>
    public async Task<string> ChosenAsync(HttpResponseMessage answer)
    {
        var page = await answer.Content.ReadAsStringAsync(Stop);
        var jwt = SlateHost.Find(page, "name=\"JWT\" value=\"([^\"]+)\"");
        var address = SlateHost.Find(page, "<form[^>]*action=\"([^\"]+)\"");
        var browser = await SignedInAsync("t-ines");
        for (var times = 0; times < 3; times++)
        {
            var reply = await browser.PostAsync(address, new FormUrlEncodedContent([KeyValuePair.Create("JWT", jwt)]), Stop);
            if (reply.StatusCode != HttpStatusCode.RedirectKeepVerb)
            {
                Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
                return SlateHost.Find(await reply.Content.ReadAsStringAsync(Stop), "data-go=\"([^\"]+)\"");
            }

            address = reply.Headers.Location!.OriginalString;
        }

        throw new InvalidOperationException("It is sent on and on.");
    }

    /// <summary>From a page of the course with our frame to what stands in the frame.</summary>
    private async Task<HttpResponseMessage> ThroughAsync(string person, string page)
    {
        var (theirs, ours) = (await SignedInAsync(person), Browser(handlesCookies: true));
        var html = await theirs.GetStringAsync(Address + page, Stop);
        var login = SlateHost.Find(html, "(?:<iframe src|<a class=\"press first\" href)=\"([^\"]+/lti/login[^\"]+)\"");
        var sent = await ours.GetAsync(login, Stop);
        Assert.Equal(HttpStatusCode.Redirect, sent.StatusCode);
        var launch = await theirs.GetStringAsync(sent.Headers.Location!.OriginalString, Stop);
        string Field(string name) => SlateHost.Find(launch, $"name=\"{name}\" value=\"([^\"]*)\"");
        return await ours.PostAsync(
            SlateHost.Find(launch, "action=\"([^\"]+)\""),
            new FormUrlEncodedContent([KeyValuePair.Create("state", Field("state")), KeyValuePair.Create("id_token", Field("id_token"))]),
            Stop
        );
    }

    /// <summary>A browser at our own address.</summary>
    public HttpClient Browser(bool handlesCookies = false) =>
        host.CreateClient(
            new()
            {
                AllowAutoRedirect = false,
                HandleCookies = handlesCookies,
                BaseAddress = new Uri(Slate),
            }
        );

    private static async Task<HttpResponseMessage> PostAsync(
        HttpClient browser,
        string page,
        string action,
        params (string Name, string Value)[] fields
    )
    {
        var html = await browser.GetStringAsync(page, Stop);
        var proof = SlateHost.Find(html, "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"");
        return await browser.PostAsync(
            action,
            new FormUrlEncodedContent(
                fields.Append(("__RequestVerificationToken", proof)).Select(field => KeyValuePair.Create(field.Item1, field.Item2))
            ),
            Stop
        );
    }
}
