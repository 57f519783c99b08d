using System.Diagnostics;
using System.Text.Json;

namespace ZestySlate.Browser.Tests;

/// <summary>
/// A real installation, without the demo: the program behind nginx with TLS, set up as docs/running.md says (its very server
/// block), with a mail server and a course site beside it.
/// </summary>
internal sealed class Installed : IAsyncDisposable
{
    public const string SetupCode = "GULLS-AND-TERNS";

    private readonly string _folder = Directory.CreateTempSubdirectory("slate-installed").FullName;
    private readonly int _port = Apps.FreePort(),
        _smtp = Apps.FreePort();
    private readonly List<Process> _beside = [];
    private readonly TlsServer _before = new();
    private readonly string _postOffice = $"http://127.0.0.1:{Apps.FreePort()}";
    private Process? _slate;

    /// <summary>The address that people see.</summary>
    public string Slate { get; } = $"https://localhost:{Apps.FreePort()}";

    /// <summary>The course site, over https too: its sign-in is here.</summary>
    public string Course { get; } = $"https://127.0.0.1:{Apps.FreePort()}";

    /// <summary>A second address of the course site, another site to a browser: its courses are looked at here.</summary>
    public string Campus { get; } = $"https://127.0.0.2:{Apps.FreePort()}";

    /// <summary>Where programs ask the course site, without a web server between.</summary>
    private readonly string _courseItself = $"http://127.0.0.1:{Apps.FreePort()}";

    /// <summary>The folder of the data; a restored backup brings another.</summary>
    public string Data { get; private set; } = "";

    public async Task StartAsync()
    {
        _beside.Add(Apps.Start("ZestySlate.PostOffice", ("ASPNETCORE_URLS", _postOffice), ("SmtpPort", $"{_smtp}")));
        _beside.Add(
            Apps.Start(
                "ZestySlate.CourseSite",
                ("ASPNETCORE_URLS", _courseItself),
                ("ASPNETCORE_FORWARDEDHEADERS_ENABLED", "true"),
                ("Address", Course),
                ("Services", _courseItself),
                ("OtherAddress", Campus),
                ("DataFolder", Path.Combine(_folder, "courses")),
                ("Tool", Slate),
                ("SSL_CERT_FILE", _before.Certificate)
            )
        );
        _before.Start(ServerOfTheGuide() + _before.Passes(Course, _courseItself) + _before.Passes(Campus, _courseItself));
        await StartSlateAsync(Path.Combine(_folder, "data"));
        await Apps.ReadyAsync(_before.Client, _postOffice);
        await Apps.ReadyAsync(_before.Client, Course);
        await Apps.ReadyAsync(_before.Client, Campus);
    }

    /// <summary>Starts the program on a folder of data.</summary>
    public async Task StartSlateAsync(string data)
    {
        Data = data;
        _slate = Apps.Start(
            "ZestySlate.Web",
            ("ASPNETCORE_URLS", $"http://127.0.0.1:{_port}"),
            ("DataFolder", data),
            ("Server__Address", Slate),
            ("Server__Proxies", "127.0.0.1"),
            ("Setup__Code", SetupCode),
            ("Mail__Server", "127.0.0.1"),
            ("Mail__Port", $"{_smtp}")
        );
        await Apps.ReadyAsync(_before.Client, Slate);
    }

    public async Task StopSlateAsync()
    {
        _slate!.Kill();
        await _slate.WaitForExitAsync();
    }

    /// <summary>A command of the terminal program; what it says.</summary>
    public async Task<string> ZestyAsync(params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet", [Apps.ProgramOf("ZestySlate.Cli", "zesty"), .. arguments])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        using var process = Process.Start(start)!;
        var said = await process.StandardOutput.ReadToEndAsync() + await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.True(process.ExitCode == 0, said);
        return said;
    }

    public string InFolder(string name) => Path.Combine(_folder, name);

    /// <summary>The newest letter to somebody, once it has come.</summary>
    public async Task<string> LetterAsync(string to)
    {
        for (var i = 0; i < 120; i++)
        {
            var letters = JsonDocument
                .Parse(await _before.Client.GetStringAsync($"{_postOffice}/letters?to={Uri.EscapeDataString(to)}"))
                .RootElement;
            if (letters.GetArrayLength() > 0)
            {
                return letters[0].GetProperty("text").GetString()!;
            }

            await Task.Delay(250);
        }

        throw new TimeoutException("No letter came to " + to);
    }

    /// <summary>Asks as a client that follows nothing.</summary>
    public Task<HttpResponseMessage> AskAsync(string path, params (string Name, string Value)[] headers)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, Slate + path);
        foreach (var (name, value) in headers)
        {
            request.Headers.TryAddWithoutValidation(name, value);
        }

        return _before.Client.SendAsync(request);
    }

    /// <summary>The server block of docs/running.md, at this machine's addresses.</summary>
    private string ServerOfTheGuide()
    {
        var guide = File.ReadAllText(Path.Combine(Apps.Root, "docs", "running.md"));
        var from = guide.IndexOf("server {", StringComparison.Ordinal);
        var server = guide[from..guide.IndexOf("```", from, StringComparison.Ordinal)];
        foreach (
            var (said, here) in new[]
            {
                ("listen 443 ssl", $"listen 127.0.0.1:{new Uri(Slate).Port} ssl"),
                ("slate.example", "localhost"),
                ("/etc/ssl/slate.pem", _before.Certificate),
                ("/etc/ssl/slate.key", _before.Key),
                ("127.0.0.1:5080", $"127.0.0.1:{_port}"),
            }
        )
        {
            Assert.Contains(said, server);
            server = server.Replace(said, here, StringComparison.Ordinal);
        }

        return server;
    }

    public async ValueTask DisposeAsync()
    {
        foreach (var program in _beside.Append(_slate).OfType<Process>())
        {
            if (!program.HasExited)
            {
                program.Kill(true);
                await program.WaitForExitAsync();
            }
        }

        await _before.DisposeAsync();
    }
}
