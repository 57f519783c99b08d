using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.Logging;
using ZestySlate.Web;
using ZestySlate.Web.Demo;

namespace ZestySlate.Bench;

/// <summary>The real application with the demo school, on a port and a folder of its own.</summary>
internal sealed class Host : IAsyncDisposable
{
    private readonly WebApplication _app;

    private Host(WebApplication app) => _app = app;

    public Uri Address => new(_app.Urls.First());

    public IServiceProvider Services => _app.Services;

    /// <summary>Starts it.</summary>
    /// <param name="data">A folder of data that is there already; a new one when null.</param>
    /// <param name="at">Where it is to be reached; anywhere when null.</param>
    public static async Task<Host> StartAsync(string? data = null, Uri? at = null)
    {
        var root = Root();
        var builder = WebApplication.CreateBuilder(
            new WebApplicationOptions
            {
                ApplicationName = "ZestySlate.Web",
                ContentRootPath = Path.Combine(root, "src", "ZestySlate.Web"),
                EnvironmentName = "Production",
            }
        );
        builder.Configuration.AddInMemoryCollection(
            new Dictionary<string, string?>
            {
                ["DataFolder"] = data ?? Directory.CreateTempSubdirectory("slate-bench").FullName,
                ["Demo:Folder"] = Path.Combine(root, "demo"),
                ["Serilog:MinimumLevel:Default"] = "Fatal",
                ["Limits:CodesPerMinute"] = "1000000",
                ["Limits:SignInPerMinute"] = "1000000",
            }
        );
        builder.WebHost.UseUrls(at?.ToString() ?? "http://127.0.0.1:0");
        builder.AddZestySlate();
        var app = builder.Build();
        app.UseZestySlate();
        await app.PrepareAsync();
        await DemoSchool.EnsureAsync(app.Services);
        await app.StartAsync();
        return new Host(app);
    }

    public HttpClient Browser(bool compressed = false) =>
        new(
            new SocketsHttpHandler
            {
                AllowAutoRedirect = false,
                UseCookies = true,
                CookieContainer = new CookieContainer(),
                AutomaticDecompression = compressed ? DecompressionMethods.None : DecompressionMethods.All,
            }
        )
        {
            BaseAddress = Address,
        };

    public async ValueTask DisposeAsync() => await _app.DisposeAsync();

    /// <summary>A browser signed in as the demo's first teacher.</summary>
    public async Task<HttpClient> TeacherAsync()
    {
        var browser = Browser();
        var gate = await browser.GetStringAsync("/sign-in");
        await browser.PostAsync(
            "/sign-in",
            Form(
                ("Email", "ines.halloran@gannetpoint.example"),
                ("Password", DemoSchool.Password),
                ("proof", Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""))
            )
        );
        return browser;
    }

    /// <summary>Opens the demo activity by link and returns the browser with where it sends events and its proof.</summary>
    public async Task<(HttpClient Browser, string Events, string Proof)> LearnerAsync(string name, string activity = "garden")
    {
        var browser = Browser();
        var gate = await browser.GetStringAsync($"/a/{activity}");
        await browser.PostAsync(
            $"/a/{activity}?handler=begin",
            Form(("name", name), ("proof", Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")))
        );
        var page = await browser.GetStringAsync($"/a/{activity}");
        return (browser, Find(page, "data-events=\"([^\"]+)\""), Find(page, "data-proof=\"([^\"]+)\""));
    }

    public static FormUrlEncodedContent Form(params (string Name, string Value)[] fields) =>
        new(fields.Select(f => KeyValuePair.Create(f.Name, f.Value)));

    public static string Find(string html, string pattern) => WebUtility.HtmlDecode(Regex.Match(html, pattern).Groups[1].Value);

    /// <summary>The project's folder.</summary>
    public static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "ZestySlate.slnx")))
        {
            folder = folder.Parent;
        }

        return folder.FullName;
    }
}
