using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

[assembly: AssemblyFixture(typeof(ZestySlate.Browser.Tests.Apps))]

namespace ZestySlate.Browser.Tests;

/// <summary>Zesty Slate and the course site, started as the programs they are, on free ports and a folder of their own.</summary>
public class Apps : IAsyncLifetime
{
    private readonly string _data = Directory.CreateTempSubdirectory("slate-browser").FullName;
    private readonly string _slateItself = $"http://localhost:{FreePort()}",
        _courseItself = $"http://127.0.0.1:{FreePort()}",
        _campusItself = $"http://127.0.0.2:{FreePort()}";
    private readonly TlsServer? _before;
    private readonly HttpClient _http;
    private Process? _slate,
        _course,
        _films;

    public Apps()
        : this(null) { }

    /// <param name="before">The web server with TLS that stands before the two, when there is one.</param>
    private protected Apps(TlsServer? before)
    {
        _before = before;
        _http = before?.Client ?? new HttpClient();
        Slate = before is null ? _slateItself : $"https://localhost:{FreePort()}";
        Course = before is null ? _courseItself : $"https://127.0.0.1:{FreePort()}";
        Campus = before is null ? _campusItself : $"https://127.0.0.2:{FreePort()}";
    }

    /// <summary>Two names for this machine, so that the two are different sites to a browser.</summary>
    public string Slate { get; }

    public string Course { get; }

    /// <summary>A second address of the course site: another site to a browser, with the same pages.</summary>
    public string Campus { get; }

    /// <summary>The host of videos.</summary>
    public string Films { get; } = $"http://127.0.0.1:{FreePort()}";

    /// <summary>The project's folder.</summary>
    public static string Root { get; } = FindRoot();

    public async ValueTask InitializeAsync()
    {
        _course = Start(
            "ZestySlate.CourseSite",
            [
                ("ASPNETCORE_URLS", $"{_courseItself};{_campusItself}"),
                ("DataFolder", _data),
                ("Tool", Slate),
                ("Address", Course),
                ("OtherAddress", Campus),
                .. Behind(("ASPNETCORE_FORWARDEDHEADERS_ENABLED", "true")),
            ]
        );
        _films = Start("ZestySlate.VideoHost", ("ASPNETCORE_URLS", Films), ("Demo__Folder", Path.Combine(Root, "demo")));
        _before?.Start(_before.Passes(Slate, _slateItself) + _before.Passes(Course, _courseItself) + _before.Passes(Campus, _campusItself));
        StartSlate();
        await ReadyAsync(_http, Slate);
        await ReadyAsync(_http, Course);
        await ReadyAsync(_http, Films);
    }

    public async ValueTask DisposeAsync()
    {
        _slate?.Kill(true);
        _course?.Kill(true);
        _films?.Kill(true);
        _http.Dispose();
        if (_before is not null)
        {
            await _before.DisposeAsync();
        }

        GC.SuppressFinalize(this);
    }

    /// <summary>Ends Zesty Slate without a word, as a power cut would, and starts it again.</summary>
    public async Task KillAndRestartAsync()
    {
        _slate!.Kill();
        await _slate.WaitForExitAsync();
        StartSlate();
        await ReadyAsync(_http, Slate);
    }

    private void StartSlate() =>
        _slate = Start(
            "ZestySlate.Web",
            [
                ("ASPNETCORE_URLS", _slateItself),
                ("DataFolder", _data),
                ("Demo__Enabled", "true"),
                ("Demo__Folder", Path.Combine(Root, "demo")),
                ("Demo__CourseSite", Course),
                ("Fetch__AllowedHosts__0", new Uri(Films).Authority),
                ("Limits__SignInPerMinute", "1000"),
                ("Limits__CodesPerMinute", "1000"),
                .. Behind(("Server__Address", Slate), ("Server__Proxies", "127.0.0.1")),
            ]
        );

    /// <summary>What a program is told when a web server stands before it; nothing else.</summary>
    private (string Name, string Value)[] Behind(params (string Name, string Value)[] settings) =>
        _before is null ? [] : [.. settings, ("SSL_CERT_FILE", _before.Certificate)];

    /// <summary>Starts one of the project's programs as it was built.</summary>
    internal static Process Start(string project, params (string Name, string Value)[] settings)
    {
        var start = new ProcessStartInfo("dotnet", ProgramOf(project, project))
        {
            WorkingDirectory = Path.Combine(Root, "src", project),
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (var (name, value) in settings)
        {
            start.Environment[name] = value;
        }

        var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return process;
    }

    /// <summary>Where a program of the project lies.</summary>
    internal static string ProgramOf(string project, string name) =>
        Path.Combine(
            Root,
            "src",
            project,
            "bin",
            AppContext.BaseDirectory.Contains("Release") ? "Release" : "Debug",
            "net10.0",
            name + ".dll"
        );

    /// <summary>Waits until a program says that it is well.</summary>
    internal static async Task ReadyAsync(HttpClient http, string address)
    {
        for (var i = 0; i < 720; i++)
        {
            try
            {
                if ((await http.GetAsync(address + "/health")).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                // not yet
            }

            await Task.Delay(250);
        }

        throw new TimeoutException(address + " did not start");
    }

    /// <summary>A port that nobody listens on.</summary>
    internal static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static string FindRoot()
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
}
