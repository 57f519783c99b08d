using System.Collections.Concurrent;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(ZestySlate.Browser.Tests.Browsers))]

namespace ZestySlate.Browser.Tests;

/// <summary>
/// Browsers that run already, since starting one takes longer than much of what is done with it. Each is in one person's hands at a
/// time, who has a browser context of their own: cookies, storage, cache, windows, and whatever is emulated, begin and end with it.
/// </summary>
public sealed class Browsers : IDisposable
{
    private static readonly ConcurrentBag<ChromeDriver> Idle = [];

    /// <summary>A browser with an empty context, at its first window.</summary>
    internal static (ChromeDriver Driver, string Context) Take(Func<ChromeDriver> start, int width, int height)
    {
        if (!Idle.TryTake(out var driver))
        {
            driver = start();
        }

        var context = Ask(driver, "Target.createBrowserContext", []).GetProperty("browserContextId").GetString()!;
        var window = Ask(
            driver,
            "Target.createTarget",
            new()
            {
                ["url"] = "about:blank",
                ["browserContextId"] = context,
                ["width"] = width,
                ["height"] = height,
            }
        );
        driver.SwitchTo().Window(window.GetProperty("targetId").GetString()!);
        // What was written down at another person's hands is not this one's.
        driver.Manage().Logs.GetLog(LogType.Browser);
        return (driver, context);
    }

    /// <summary>Closes the context and all that is in it; a browser that does not do as it is told is closed itself.</summary>
    internal static void GiveBack(ChromeDriver driver, string context)
    {
        try
        {
            Ask(driver, "Target.disposeBrowserContext", new() { ["browserContextId"] = context });
            Idle.Add(driver);
        }
        catch (Exception problem) when (problem is WebSocketException or WebDriverException or HttpRequestException or JsonException)
        {
            End(driver);
        }
    }

    /// <summary>Ends a browser, and takes its profile away.</summary>
    internal static void End(ChromeDriver driver)
    {
        var profile = ((Dictionary<string, object>)driver.Capabilities.GetCapability("chrome")!)["userDataDir"].ToString()!;
        driver.Quit();
        driver.Dispose();
        try
        {
            Directory.Delete(profile, recursive: true);
        }
        catch (IOException)
        {
            // It is still writing its last words; the machine clears up what is left.
        }
    }

    public void Dispose()
    {
        while (Idle.TryTake(out var driver))
        {
            End(driver);
        }
    }

    /// <summary>Tells the browser itself, not a page of it, by the Chrome DevTools protocol.</summary>
    private static JsonElement Ask(ChromeDriver driver, string method, Dictionary<string, object> parameters)
    {
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        return AskAsync(driver, method, parameters, patience.Token).GetAwaiter().GetResult();
    }

    private static async Task<JsonElement> AskAsync(
        ChromeDriver driver,
        string method,
        Dictionary<string, object> parameters,
        CancellationToken stop
    )
    {
        var options = (Dictionary<string, object>)driver.Capabilities.GetCapability("goog:chromeOptions")!;
        using var http = new HttpClient();
        using var version = JsonDocument.Parse(await http.GetStringAsync($"http://{options["debuggerAddress"]}/json/version", stop));
        using var socket = new ClientWebSocket();
        await socket.ConnectAsync(new Uri(version.RootElement.GetProperty("webSocketDebuggerUrl").GetString()!), stop);
        var asked = JsonSerializer.SerializeToUtf8Bytes(
            new
            {
                id = 1,
                method,
                @params = parameters,
            }
        );
        await socket.SendAsync(asked, WebSocketMessageType.Text, true, stop);
        var (said, part) = (new StringBuilder(), new byte[16_384]);
        WebSocketReceiveResult read;
        do
        {
            read = await socket.ReceiveAsync(part, stop);
            said.Append(Encoding.UTF8.GetString(part, 0, read.Count));
        } while (!read.EndOfMessage);
        using var reply = JsonDocument.Parse(said.ToString());
        return reply.RootElement.TryGetProperty("result", out var result)
            ? result.Clone()
            : throw new WebDriverException($"{method}: {reply.RootElement.GetRawText()}");
    }
}
