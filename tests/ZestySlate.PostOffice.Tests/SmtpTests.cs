using System.Net;
using System.Net.Sockets;
using MailKit.Net.Smtp;
using MailKit.Security;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.Logging.Abstractions;
using MimeKit;

namespace ZestySlate.PostOffice.Tests;

/// <summary>The post office, talked to by a real mail client.</summary>
public sealed class SmtpTests : IAsyncLifetime
{
    private readonly Letters _letters = new();
    private readonly int _port = FreePort();
    private SmtpListener? _listener;

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync()
    {
        var settings = new ConfigurationBuilder()
            .AddInMemoryCollection([KeyValuePair.Create<string, string?>("SmtpPort", $"{_port}")])
            .Build();
        _listener = new SmtpListener(_letters, settings, TimeProvider.System, NullLogger<SmtpListener>.Instance);
        await _listener.StartAsync(Stop);
    }

    public async ValueTask DisposeAsync()
    {
        await _listener!.StopAsync(default);
        _listener.Dispose();
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private async Task<SmtpClient> ConnectedAsync()
    {
        var client = new SmtpClient();
        await client.ConnectAsync("127.0.0.1", _port, SecureSocketOptions.None, Stop);
        return client;
    }

    private static MimeMessage Message(string text, params string[] to)
    {
        var message = new MimeMessage
        {
            Subject = "Zurückgegeben: طقس",
            Body = new TextPart("plain") { Text = text },
        };
        message.From.Add(MailboxAddress.Parse("slate@gannetpoint.example"));
        message.To.AddRange(to.Select(MailboxAddress.Parse));
        return message;
    }

    [Fact]
    public async Task A_letter_arrives_as_it_was_written_once_for_each_who_gets_it()
    {
        using var client = await ConnectedAsync();
        using var message = Message(
            "Wellen — größer\r\n.a dot begins this line\r\n..and two this",
            "wren@gannetpoint.example",
            "bo@gannetpoint.example"
        );
        await client.SendAsync(message, Stop);
        Assert.Equal(2, _letters.To(null).Count);
        var letter = Assert.Single(_letters.To("WREN@gannetpoint.example"));
        Assert.Equal(
            ("Zurückgegeben: طقس", "Wellen — größer\n.a dot begins this line\n..and two this"),
            (letter.Subject, letter.Text.ReplaceLineEndings("\n").TrimEnd())
        );
    }

    [Theory]
    [InlineData("wren@refuses.example", 550)]
    [InlineData("wren@later.example", 451)]
    public async Task Some_addresses_are_refused_for_good_or_for_now(string address, int status)
    {
        using var client = await ConnectedAsync();
        using var message = Message("Hello", address);
        var refused = await Assert.ThrowsAsync<SmtpCommandException>(() => client.SendAsync(message, Stop));
        Assert.Equal(status, (int)refused.StatusCode);
        Assert.Empty(_letters.To(null));
    }

    [Fact]
    public async Task One_connection_takes_several_letters()
    {
        using var client = await ConnectedAsync();
        foreach (var text in new[] { "one", "two" })
        {
            using var message = Message(text, "wren@gannetpoint.example");
            await client.SendAsync(message, Stop);
        }

        await client.DisconnectAsync(true, Stop);
        Assert.Equal(["two", "one"], _letters.To("wren@gannetpoint.example").Select(letter => letter.Text.Trim()));
    }
}
