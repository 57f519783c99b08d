using System.Diagnostics;
using System.Net;
using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>The learner's side runs without a server: core and player as WebAssembly, from files alone.</summary>
public sealed class InBrowserJourney
{
    [Fact]
    public void An_activity_of_the_demo_is_played_in_the_browser_alone()
    {
        var published = Directory.CreateTempSubdirectory("in-browser-");
        using var site = new Files(name =>
            name == "activity.json"
                ? Path.Combine(Apps.Root, "demo", "activities", "messgarten.json")
                : Path.Combine(published.FullName, "wwwroot", name.Length == 0 ? "index.html" : name)
        );
        Assert.DoesNotContain("ZestySlate", Warnings(Publish(published.FullName)));
        using var wren = new Person();
        wren.Go(site.Address);
        wren.See("#learn form.ask");

        // A wrong number, another go, and the right one as one writes it in German: read, marked and said without a server.
        wren.Type("#ask-d1 input[name=text]", "6,5 hPa");
        wren.Press("Prüfen", "#ask-d1");
        wren.Reads("#ask-d1 .verdict", "Nicht richtig");
        wren.Press("Noch einmal", "#ask-d1");
        wren.Type("#ask-d1 input[name=text]", "6,75 hPa");
        wren.Press("Prüfen", "#ask-d1");
        wren.Reads("#ask-d1 .verdict", "Richtig");
        Assert.Equal("", wren.All("#refused")[0].Text);
    }

    /// <summary>Publishes it without what is not used.</summary>
    /// <returns>What was said meanwhile.</returns>
    private static string Publish(string folder)
    {
        var configuration = AppContext.BaseDirectory.Contains("Release") ? "Release" : "Debug";
        var project = Path.Combine(Apps.Root, "tests", "ZestySlate.InBrowser");
        using var publish = Process.Start(
            new ProcessStartInfo("dotnet", ["publish", project, "-c", configuration, "--no-restore", "--no-build", "-o", folder])
            {
                RedirectStandardOutput = true,
            }
        )!;
        var said = publish.StandardOutput.ReadToEnd();
        publish.WaitForExit();
        Assert.True(publish.ExitCode == 0, said);
        return said;
    }

    /// <summary>The warnings about what could break because of that.</summary>
    private static string Warnings(string said) =>
        string.Join(
            "\n",
            said.Split('\n').Where(line => line.Contains(" IL2", StringComparison.Ordinal)).Select(line => line.Split(" [")[0])
        );

    /// <summary>Serves files and nothing else.</summary>
    private sealed class Files : IDisposable
    {
        private readonly HttpListener _listener = new();
        private readonly Func<string, string> _find;

        public Files(Func<string, string> find)
        {
            _find = find;
            Address = $"http://localhost:{Apps.FreePort()}/";
            _listener.Prefixes.Add(Address);
            _listener.Start();
            _ = Task.Run(ServeAsync);
        }

        public string Address { get; }

        public void Dispose() => _listener.Close();

        private async Task ServeAsync()
        {
            while (_listener.IsListening)
            {
                var context = await _listener.GetContextAsync();
                var path = _find(context.Request.Url!.AbsolutePath.TrimStart('/'));
                if (!File.Exists(path))
                {
                    context.Response.StatusCode = 404;
                }
                else
                {
                    context.Response.ContentType = Path.GetExtension(path) switch
                    {
                        ".html" => "text/html",
                        ".js" => "text/javascript",
                        ".json" => "application/json",
                        ".wasm" => "application/wasm",
                        _ => "application/octet-stream",
                    };
                    await context.Response.OutputStream.WriteAsync(await File.ReadAllBytesAsync(path));
                }

                context.Response.Close();
            }
        }
    }
}
