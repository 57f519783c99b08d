using System.Net;
using System.Net.Sockets;
using System.Text;
using MimeKit;

namespace ZestySlate.PostOffice;

/// <summary>
/// Takes mails by SMTP (RFC 5321: EHLO, HELO, MAIL, RCPT, DATA, RSET, NOOP, QUIT). Addresses at refuses.example are refused
/// for good, those at later.example for now, as real post offices sometimes do.
/// </summary>
public sealed partial class SmtpListener(Letters letters, IConfiguration configuration, TimeProvider clock, ILogger<SmtpListener> log)
    : BackgroundService
{
    private const int MostBytes = 10_000_000;

    private readonly TcpListener _listener = new(IPAddress.Loopback, configuration.GetValue("SmtpPort", 5026));

    /// <summary>Once it is started, letters are taken: the door is open before the work goes on behind it.</summary>
    public override Task StartAsync(CancellationToken cancellationToken)
    {
        _listener.Start();
        return base.StartAsync(cancellationToken);
    }

    public override void Dispose()
    {
        _listener.Dispose();
        base.Dispose();
    }

    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            var client = await _listener.AcceptTcpClientAsync(stop);
            _ = Task.Run(() => TalkAsync(client, stop), stop);
        }
    }

    private async Task TalkAsync(TcpClient client, CancellationToken stop)
    {
        using (client)
        {
            try
            {
                // Latin-1 keeps every byte as it is; the letter is read from bytes.
                using var reader = new StreamReader(client.GetStream(), Encoding.Latin1);
                await using var writer = new StreamWriter(client.GetStream(), Encoding.Latin1) { NewLine = "\r\n", AutoFlush = true };
                await writer.WriteLineAsync("220 post-office.example ready");
                var to = new List<string>();
                while (await reader.ReadLineAsync(stop) is { } line)
                {
                    var verb = line.Split(' ', 2)[0].ToUpperInvariant();
                    if (verb == "QUIT")
                    {
                        await writer.WriteLineAsync("221 good-bye");
                        return;
                    }

                    await writer.WriteLineAsync(
                        verb switch
                        {
                            "EHLO" => "250-post-office.example\r\n250-8BITMIME\r\n250 SIZE " + MostBytes,
                            "HELO" or "MAIL" or "NOOP" => "250 ok",
                            "RCPT" => Take(AddressOf(line), to),
                            "RSET" => Clear(to),
                            "DATA" when to.Count == 0 => "503 to whom?",
                            "DATA" => "354 go on, end with a dot",
                            _ => "502 this post office does not know that",
                        }
                    );
                    if (verb == "DATA" && to.Count > 0)
                    {
                        await writer.WriteLineAsync(Keep(await LetterAsync(reader, stop), to));
                        to.Clear();
                    }
                }
            }
            catch (Exception problem) when (problem is IOException or SocketException or OperationCanceledException)
            {
                SenderWentAway(log, problem);
            }
        }
    }

    [LoggerMessage(LogLevel.Information, "A sender went away")]
    private static partial void SenderWentAway(ILogger log, Exception problem);

    private static string AddressOf(string line) =>
        line.IndexOf('<') is var from && from >= 0 && line.IndexOf('>', from) is var end && end > from ? line[(from + 1)..end] : "";

    private static string Take(string address, List<string> to)
    {
        if (!MailboxAddress.TryParse(address, out _))
        {
            return "501 this is no address";
        }

        if (address.EndsWith("@refuses.example", StringComparison.OrdinalIgnoreCase))
        {
            return "550 nobody here has this address";
        }

        if (address.EndsWith("@later.example", StringComparison.OrdinalIgnoreCase))
        {
            return "451 not now";
        }

        to.Add(address);
        return "250 ok";
    }

    private static string Clear(List<string> to)
    {
        to.Clear();
        return "250 ok";
    }

    /// <summary>The lines up to the dot; a dot that begins a line was doubled (RFC 5321, 4.5.2). Null when it is too long.</summary>
    private static async Task<byte[]?> LetterAsync(StreamReader reader, CancellationToken stop)
    {
        var text = new StringBuilder();
        while (await reader.ReadLineAsync(stop) is { } line && line != ".")
        {
            if (text.Length <= MostBytes)
            {
                text.Append(line.StartsWith('.') ? line[1..] : line).Append("\r\n");
            }
        }

        return text.Length > MostBytes ? null : Encoding.Latin1.GetBytes(text.ToString());
    }

    private string Keep(byte[]? letter, List<string> to)
    {
        if (letter is null)
        {
            return "552 too long";
        }

        try
        {
            using var message = MimeMessage.Load(new MemoryStream(letter));
            foreach (var address in to)
            {
                letters.Add(new Letter(address, message.Subject ?? "", message.TextBody ?? "", clock.GetUtcNow()));
            }

            return "250 taken";
        }
        catch (FormatException)
        {
            return "554 this cannot be read";
        }
    }
}
