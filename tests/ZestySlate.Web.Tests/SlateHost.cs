extern alias post;

using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Serilog.Core;
using ZestySlate.Storage;

[assembly: AssemblyFixture(typeof(ZestySlate.Web.Tests.SlateHost))]

namespace ZestySlate.Web.Tests;

/// <summary>The whole application with the demo school, on a folder of its own, with course sites played by <see cref="Outside"/>.</summary>
public sealed class SlateHost : WebApplicationFactory<Program>, IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("slate-web").FullName;

    private readonly int _smtpPort = FreePort();
    private post::ZestySlate.PostOffice.SmtpListener? _post;

    public const string Password = "barometer-rising";

    /// <summary>What answers when the application calls another site.</summary>
    public OutsideWorld Outside { get; } = new();

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("DataFolder", _folder);
        builder.UseSetting("Demo:Enabled", "true");
        builder.UseSetting("Demo:Folder", Path.Combine(Root(), "demo"));
        builder.UseSetting("Demo:CourseSite", "http://courses.example");
        builder.UseSetting("Mail:Server", "127.0.0.1");
        builder.UseSetting("Mail:Port", $"{_smtpPort}");
        builder.UseSetting("Mail:Links", "http://localhost");
        builder.UseSetting("Limits:SignInPerMinute", "100000");
        builder.UseSetting("Limits:CodesPerMinute", "100000");
        foreach (var (name, value) in Settings)
        {
            builder.UseSetting(name, value);
        }

        builder.ConfigureTestServices(services =>
        {
            foreach (var loop in services.Where(service => TurnedByTests.Contains(service.ImplementationType?.Name)).ToList())
            {
                services.Remove(loop);
            }

            if (Log is not null)
            {
                services.AddSingleton(Log);
            }

            services.AddSingleton<TimeProvider>(Clock);

            services.AddHttpClient("course-site").ConfigurePrimaryHttpMessageHandler(() => Outside);
        });
    }

    /// <summary>What time it is for the application.</summary>
    public TestClock Clock { get; } = new();

    /// <summary>Loops whose turns tests take themselves: beside their own, two would do the same work at once.</summary>
    private static readonly string?[] TurnedByTests = ["ScoreLoop", "MembersLoop", "MailLoop"];

    /// <summary>Settings of this host that differ from those of the demo; set before it starts.</summary>
    public Dictionary<string, string> Settings { get; } = [];

    /// <summary>Where the log of this host goes beside the console; set before it starts.</summary>
    public ILogEventSink? Log { get; init; }

    /// <summary>What was mailed.</summary>
    public post::ZestySlate.PostOffice.Letters Letters { get; } = new();

    /// <summary>Starts once, before any test asks.</summary>
    public async ValueTask InitializeAsync()
    {
        var settings = new ConfigurationBuilder()
            .AddInMemoryCollection([KeyValuePair.Create<string, string?>("SmtpPort", $"{_smtpPort}")])
            .Build();
        _post = new post::ZestySlate.PostOffice.SmtpListener(
            Letters,
            settings,
            TimeProvider.System,
            NullLogger<post::ZestySlate.PostOffice.SmtpListener>.Instance
        );
        await _post.StartAsync(default);
        // A clock that a test stops is stopped for what it asks.
        Server.PreserveExecutionContext = true;
    }

    /// <summary>Puts the mails that are due on their way and sends them.</summary>
    public async Task MailAsync()
    {
        await WithAsync((Mails.MailPlan plan) => plan.PlanAsync());
        await WithAsync((Mails.MailSender sender) => sender.SendDueAsync(default));
    }

    public override async ValueTask DisposeAsync()
    {
        await _post!.StopAsync(default);
        _post.Dispose();
        await base.DisposeAsync();
        GC.SuppressFinalize(this);
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    /// <summary>The project's folder.</summary>
    public static string Root()
    {
        for (var folder = new DirectoryInfo(AppContext.BaseDirectory); folder is not null; folder = folder.Parent)
        {
            if (File.Exists(Path.Combine(folder.FullName, "ZestySlate.slnx")))
            {
                return folder.FullName;
            }
        }

        throw new DirectoryNotFoundException();
    }

    /// <summary>A browser without scripts.</summary>
    public HttpClient Visitor() =>
        CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false, BaseAddress = new Uri("http://localhost") });

    /// <summary>A browser signed in as a teacher: ines, tobiah (who is keeper too) or mireille.</summary>
    public async Task<HttpClient> TeacherAsync(string first)
    {
        var email =
            first switch
            {
                "ines" => "ines.halloran",
                "tobiah" => "tobiah.renn",
                _ => "mireille.osei",
            } + "@gannetpoint.example";
        var client = Visitor();
        var reply = await client.PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", Password));
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        return client;
    }

    /// <summary>Somebody who opened the demo activity by link.</summary>
    public async Task<HttpClient> LinkVisitorAsync(string name = "Visiting Vera", string activity = "garden")
    {
        var client = Visitor();
        var reply = await client.PostFormAsync($"/a/{activity}", $"/a/{activity}?handler=begin", ("name", name));
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        return client;
    }

    /// <summary>Works on the database.</summary>
    public async Task<T> WithAsync<TService, T>(Func<TService, Task<T>> work)
        where TService : notnull
    {
        await using var scope = Services.CreateAsyncScope();
        return await work(scope.ServiceProvider.GetRequiredService<TService>());
    }

    /// <summary>Works on the database.</summary>
    public Task<T> DbAsync<T>(Func<SlateDb, Task<T>> work) => WithAsync(work);

    /// <summary>The text that follows a pattern's first group in a page.</summary>
    public static string Find(string html, string pattern)
    {
        var match = Regex.Match(html, pattern);
        Assert.True(match.Success, $"{pattern} is not in the page");
        return WebUtility.HtmlDecode(match.Groups[1].Value);
    }
}

/// <summary>Plays every other site: tests say what it answers.</summary>
public sealed class OutsideWorld : HttpMessageHandler
{
    public Func<HttpRequestMessage, CancellationToken, Task<HttpResponseMessage>> Answer { get; set; } =
        (_, _) => Task.FromResult(new HttpResponseMessage(HttpStatusCode.NotFound));

    /// <summary>What was asked, oldest first; course sites are asked beside each other.</summary>
    public ConcurrentQueue<(string Method, string Address, string Body)> Calls { get; } = [];

    protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop)
    {
        Calls.Enqueue(
            (
                request.Method.Method,
                request.RequestUri!.ToString(),
                request.Content is null ? "" : await request.Content.ReadAsStringAsync(stop)
            )
        );
        return await Answer(request, stop);
    }
}

/// <summary>Browsing by plain forms.</summary>
internal static class Browsing
{
    /// <summary>Posts a form of a page, with the proof that the page carries.</summary>
    public static async Task<HttpResponseMessage> PostFormAsync(
        this HttpClient client,
        string page,
        string action,
        params (string Name, string Value)[] fields
    )
    {
        var html = await (await client.GetAsync(page)).Content.ReadAsStringAsync();
        var proof = SlateHost.Find(html, "(?:name=\"proof\" (?:type=\"hidden\" )?value=|data-proof=)\"([^\"]+)\"");
        return await client.PostAsync(
            action,
            new FormUrlEncodedContent(fields.Append(("proof", proof)).Select(f => KeyValuePair.Create(f.Item1, f.Item2)))
        );
    }

    /// <summary>Sends one event of the demo activity as the page's script does.</summary>
    public static async Task<HttpResponseMessage> SendEventAsync(
        this HttpClient client,
        string page,
        params (string Name, string Value)[] fields
    )
    {
        var html = await client.GetStringAsync(page);
        var request = new HttpRequestMessage(HttpMethod.Post, SlateHost.Find(html, "data-events=\"([^\"]+)\""))
        {
            Content = new FormUrlEncodedContent(fields.Select(f => KeyValuePair.Create(f.Name, f.Value))),
        };
        request.Headers.Add("X-Slate-Script", "1");
        request.Headers.Add("X-Slate-Proof", SlateHost.Find(html, "data-proof=\"([^\"]+)\""));
        return await client.SendAsync(request);
    }
}
