using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;

namespace ZestySlate.Bench;

/// <summary>The application as a program of its own: it can be killed, and its memory is its own.</summary>
internal sealed class Server
{
    private readonly Process _process;

    private Server(Process process, Uri address) => (_process, Address) = (process, address);

    public Uri Address { get; }

    /// <summary>Starts it with the demo school on a folder of data, and waits until it is well.</summary>
    public static async Task<Server> StartAsync(string data, Uri? at = null)
    {
        var address = at ?? new Uri($"http://127.0.0.1:{FreePort()}");
        var web = Path.Combine(Host.Root(), "src", "ZestySlate.Web");
        var start = new ProcessStartInfo("dotnet", Path.Combine(web, "bin", "Release", "net10.0", "ZestySlate.Web.dll"))
        {
            WorkingDirectory = web,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (
            var (name, value) in new[]
            {
                ("ASPNETCORE_URLS", address.ToString()),
                ("DataFolder", data),
                ("Demo__Enabled", "true"),
                ("Demo__Folder", Path.Combine(Host.Root(), "demo")),
                ("Limits__CodesPerMinute", "1000000"),
            }
        )
        {
            start.Environment[name] = value;
        }

        var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        using var http = new HttpClient { BaseAddress = address };
        for (var tries = 0; tries < 600; tries++)
        {
            try
            {
                if ((await http.GetAsync("/health")).IsSuccessStatusCode)
                {
                    return new Server(process, address);
                }
            }
            catch (HttpRequestException)
            {
                // not yet
            }

            await Task.Delay(200);
        }

        throw new TimeoutException("The server did not start.");
    }

    public async Task KillAsync()
    {
        _process.Kill();
        await _process.WaitForExitAsync();
    }

    public HttpClient Browser() =>
        new(new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = new CookieContainer() })
        {
            BaseAddress = Address,
            Timeout = TimeSpan.FromMinutes(10),
        };

    /// <summary>Runs something, and gives how long it takes and by how much the memory in use (resident) rises above what it was, at the most, in MB.</summary>
    public async Task<(double Seconds, double Megabytes)> MeasureAsync(Func<Task> work)
    {
        var (before, most) = (Resident(), 0.0);
        using var over = new CancellationTokenSource();
        var watching = Task.Run(async () =>
        {
            while (!over.IsCancellationRequested)
            {
                most = Math.Max(most, Resident());
                await Task.Delay(20);
            }
        });
        var whole = Stopwatch.StartNew();
        await work();
        var seconds = whole.Elapsed.TotalSeconds;
        await over.CancelAsync();
        await watching;
        return (seconds, Math.Max(0, most - before));
    }

    private double Resident() =>
        double.Parse(
            File.ReadLines($"/proc/{_process.Id}/status")
                .First(line => line.StartsWith("VmRSS", StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
            CultureInfo.InvariantCulture
        ) / 1024;

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
