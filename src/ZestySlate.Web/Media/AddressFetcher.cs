using System.Net;
using System.Net.Sockets;
using ZestySlate.Core;

namespace ZestySlate.Web.Media;

/// <summary>A file fetched from an address.</summary>
public sealed record FetchedFile(byte[] Bytes, string Name);

/// <summary>What lies at an address.</summary>
/// <param name="Address">Where it really lies, behind what redirects to it.</param>
/// <param name="ContentType">What its sender says that it is; empty when nothing is said.</param>
/// <param name="First">Its first bytes: <see cref="MediaIntake.HeadBytes"/>, or all of it.</param>
/// <param name="ForbidsFrames">True when it forbids other sites to frame it.</param>
public sealed record AddressHead(string Address, string ContentType, byte[] First, bool ForbidsFrames);

/// <summary>
/// Fetches files and headers from addresses that teachers type. It never reaches into this machine or its network: every
/// connection's real address is checked, also after a redirect, unless the installation names the host in
/// Fetch:AllowedHosts.
/// </summary>
public sealed class AddressFetcher(IConfiguration configuration)
{
    private const int MostRedirects = 4;
    private readonly string[] _allowed = configuration.GetSection("Fetch:AllowedHosts").Get<string[]>() ?? [];

    /// <summary>So long may all of it take, however it is dripped.</summary>
    private static readonly TimeSpan Deadline = TimeSpan.FromSeconds(60);

    /// <summary>Fetches a file, or says why it could not be.</summary>
    /// <param name="address">Where it lies.</param>
    /// <param name="stop">Cancelled when nobody waits for it any more.</param>
    /// <param name="most">The most bytes that it may have.</param>
    public async Task<Outcome<FetchedFile>> FileAsync(string address, CancellationToken stop, long most = MediaIntake.MostBytes) =>
        await AskAsync(
            address,
            async (response, deadline) =>
            {
                if (!response.IsSuccessStatusCode)
                {
                    return Outcome<FetchedFile>.Refused($"“{address}” answered {(int)response.StatusCode}; there is no file to be had.");
                }

                try
                {
                    using var bytes = new MemoryStream();
                    await using var stream = await response.Content.ReadAsStreamAsync(deadline);
                    var buffer = new byte[81920];
                    int read;
                    while ((read = await stream.ReadAsync(buffer, deadline)) > 0)
                    {
                        bytes.Write(buffer, 0, read);
                        if (bytes.Length > most)
                        {
                            return Outcome<FetchedFile>.Refused($"The file at “{address}” is larger than {most / 1048576} MB.");
                        }
                    }

                    return new FetchedFile(
                        bytes.ToArray(),
                        Path.GetFileName(response.RequestMessage!.RequestUri!.LocalPath) is { Length: > 0 } name ? name : "fetched"
                    );
                }
                catch (Exception problem) when (problem is HttpRequestException or IOException or OperationCanceledException)
                {
                    return Outcome<FetchedFile>.Refused(
                        $"“{address}” broke off while it was sending. Try again, or download it and upload the file."
                    );
                }
            },
            stop
        );

    /// <summary>What lies at an address, by its headers and first bytes alone; nothing more is read, however large it is.</summary>
    public Task<Outcome<AddressHead>> HeadAsync(string address, CancellationToken stop) =>
        AskAsync(
            address,
            async (response, deadline) =>
            {
                if (!response.IsSuccessStatusCode)
                {
                    return Outcome<AddressHead>.Refused($"“{address}” answered {(int)response.StatusCode}; there is nothing to be had.");
                }

                await using var stream = await response.Content.ReadAsStreamAsync(deadline);
                var first = new byte[MediaIntake.HeadBytes];
                var read = await stream.ReadAtLeastAsync(first, first.Length, throwOnEndOfStream: false, deadline);
                return new AddressHead(
                    response.RequestMessage!.RequestUri!.AbsoluteUri,
                    response.Content.Headers.ContentType?.MediaType ?? "",
                    first[..read],
                    ForbidsFrames(response)
                );
            },
            stop
        );

    /// <summary>Whether the page forbids other sites to frame it (X-Frame-Options, RFC 7034; frame-ancestors, CSP Level 3); null when it
    /// could not be asked.</summary>
    public async Task<bool?> ForbidsFramesAsync(string address, CancellationToken stop)
    {
        var answer = await AskAsync(address, (response, _) => Task.FromResult<Outcome<bool>>(ForbidsFrames(response)), stop);
        return answer.Succeeded ? answer.Value : null;
    }

    private static bool ForbidsFrames(HttpResponseMessage response)
    {
        var headers = response.Headers;
        var policy = headers.TryGetValues("Content-Security-Policy", out var policies) ? string.Join(';', policies) : "";
        var ancestors = policy
            .Split(';', StringSplitOptions.TrimEntries)
            .LastOrDefault(part => part.StartsWith("frame-ancestors", StringComparison.OrdinalIgnoreCase));
        if (ancestors is not null)
        {
            return !ancestors.Split(' ').Any(source => source is "*" or "http:" or "https:");
        }

        return headers.TryGetValues("X-Frame-Options", out var options)
            && options.Any(option =>
                option.Trim().Equals("DENY", StringComparison.OrdinalIgnoreCase)
                || option.Trim().Equals("SAMEORIGIN", StringComparison.OrdinalIgnoreCase)
            );
    }

    /// <summary>Addresses that belong to a machine itself or to a private network (RFC 6890 and its registry).</summary>
    public static bool IsInside(IPAddress address)
    {
        var ip = address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
        if (
            IPAddress.IsLoopback(ip)
            || ip.Equals(IPAddress.Any)
            || ip.Equals(IPAddress.IPv6Any)
            || ip.IsIPv6LinkLocal
            || ip.IsIPv6SiteLocal
            || ip.IsIPv6UniqueLocal
            || ip.IsIPv6Multicast
        )
        {
            return true;
        }

        if (ip.AddressFamily != AddressFamily.InterNetwork)
        {
            // NAT64, 6to4, Teredo and IPv4-compatible addresses carry an IPv4 address inside.
            var six = ip.GetAddressBytes();
            return (six[0] == 0x00 && six[1] == 0x64 && six[2] == 0xff && six[3] == 0x9b)
                || (six[0] == 0x20 && six[1] == 0x02)
                || six.AsSpan(0, 12).IndexOfAnyExcept((byte)0) < 0
                || (six[0] == 0x20 && six[1] == 0x01 && six[2] == 0 && six[3] == 0);
        }

        var b = ip.GetAddressBytes();
        return b[0] is 0 or 10 or 127 or >= 224
            || (b[0] == 100 && b[1] is >= 64 and < 128)
            || (b[0] == 169 && b[1] == 254)
            || (b[0] == 172 && b[1] is >= 16 and < 32)
            || (b[0] == 192 && (b[1] == 168 || (b[1] == 0 && b[2] is 0 or 2)))
            || (b[0] == 198 && (b[1] is 18 or 19 || (b[1] == 51 && b[2] == 100)))
            || (b[0] == 203 && b[1] == 0 && b[2] == 113);
    }

    /// <summary>Asks an address, and reads its answer while the line is there.</summary>
    private async Task<Outcome<T>> AskAsync<T>(
        string typed,
        Func<HttpResponseMessage, CancellationToken, Task<Outcome<T>>> read,
        CancellationToken stop
    )
    {
        var address = Core.Activities.WebAddress.Completed(typed);
        if (Core.Activities.WebAddress.Refuse(address) is { } refusal)
        {
            return Outcome<T>.Refused(refusal);
        }

        using var handler = new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            UseProxy = false,
            UseCookies = false,
            ConnectTimeout = TimeSpan.FromSeconds(6),
            ConnectCallback = ConnectAsync,
        };
        using var client = new HttpClient(handler) { Timeout = TimeSpan.FromSeconds(20) };
        using var deadline = CancellationTokenSource.CreateLinkedTokenSource(stop);
        deadline.CancelAfter(Deadline);
        var next = new Uri(address);
        try
        {
            for (var hop = 0; hop <= MostRedirects; hop++)
            {
                var response = await client.GetAsync(next, HttpCompletionOption.ResponseHeadersRead, deadline.Token);
                if ((int)response.StatusCode is not (301 or 302 or 303 or 307 or 308) || response.Headers.Location is not { } location)
                {
                    using (response)
                    {
                        return await read(response, deadline.Token);
                    }
                }

                next = new Uri(next, location);
                response.Dispose();
                if (next.Scheme is not ("http" or "https"))
                {
                    return Outcome<T>.Refused($"“{address}” leads to an address that is not of the web.");
                }
            }

            return Outcome<T>.Refused($"“{address}” leads from one address to the next without end.");
        }
        catch (Exception problem) when (problem is HttpRequestException or TaskCanceledException or IOException)
        {
            return Outcome<T>.Refused(
                problem.InnerException is InsideException
                || problem is HttpRequestException { InnerException.InnerException: InsideException }
                    ? $"“{address}” points inside this machine's own network; nothing is fetched from there."
                    : $"“{address}” cannot be reached."
            );
        }
    }

    private async ValueTask<Stream> ConnectAsync(SocketsHttpConnectionContext context, CancellationToken stop)
    {
        var host = context.DnsEndPoint;
        var allowed = _allowed.Contains($"{host.Host}:{host.Port}", StringComparer.OrdinalIgnoreCase);
        var addresses = await Dns.GetHostAddressesAsync(host.Host, stop);
        var goal = addresses.FirstOrDefault(address => allowed || !IsInside(address)) ?? throw new InsideException();
        var socket = new Socket(goal.AddressFamily, SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
        try
        {
            await socket.ConnectAsync(new IPEndPoint(goal, host.Port), stop);
            return new NetworkStream(socket, ownsSocket: true);
        }
        catch
        {
            socket.Dispose();
            throw;
        }
    }

    private sealed class InsideException : IOException;
}
