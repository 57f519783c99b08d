using MailKit;
using MailKit.Net.Smtp;
using MailKit.Security;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using MimeKit;
using ZestySlate.Storage;
using ZestySlate.Storage.Mails;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Mails;

/// <summary>Sends mails that are on their way (SMTP, RFC 5321) and tries again with growing pauses. Logs name no address.</summary>
public sealed class MailSender(
    IDbContextFactory<SlateDb> open,
    IOptionsSnapshot<MailSettings> settings,
    TimeProvider clock,
    ILogger<MailSender> log
)
{
    private static readonly int[] PausesInSeconds = [10, 60, 300, 900, 3600];

    /// <summary>Sends what is due, over one connection. Returns how many were taken.</summary>
    public async Task<int> SendDueAsync(CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var now = clock.GetUtcNow();
        var due = settings.Value.IsSet
            ? await db
                .Mails.Where(mail => mail.SentAt == null && !mail.Refused && mail.NextTry <= now)
                .OrderBy(mail => mail.Id)
                .Take(100)
                .ToListAsync(stop)
            : [];
        if (due.Count == 0)
        {
            return 0;
        }

        using var server = new SmtpClient();
        var taken = 0;
        foreach (var mail in due)
        {
            mail.Tries++;
            try
            {
                if (!server.IsConnected)
                {
                    await server.ConnectAsync(settings.Value.Server, settings.Value.Port, SecureSocketOptions.StartTlsWhenAvailable, stop);
                    if (settings.Value.User.Length > 0)
                    {
                        await server.AuthenticateAsync(settings.Value.User, settings.Value.Password, stop);
                    }
                }

                using var message = MessageOf(mail);
                await server.SendAsync(message, stop);
                (mail.SentAt, mail.LastProblem) = (clock.GetUtcNow(), null);
                taken++;
            }
            catch (Exception problem)
                when (problem
                        is SmtpCommandException
                            or SmtpProtocolException
                            or ServiceNotConnectedException
                            or ServiceNotAuthenticatedException
                            or AuthenticationException
                            or SslHandshakeException
                            or IOException
                            or System.Net.Sockets.SocketException
                            or FormatException
                )
            {
                mail.Refused = problem is SmtpCommandException { StatusCode: >= (SmtpStatusCode)500 } or FormatException;
                mail.LastProblem = problem switch
                {
                    SmtpCommandException said => $"the mail server answered {(int)said.StatusCode}",
                    FormatException => "this is no e-mail address",
                    AuthenticationException => "the mail server does not let us in",
                    _ => "the mail server does not answer",
                };
                mail.NextTry = clock.GetUtcNow().AddSeconds(PausesInSeconds[Math.Min(mail.Tries, PausesInSeconds.Length) - 1]);
                Notices.MailNotTaken(log, mail.Id, mail.Tries, mail.LastProblem);
            }

            await db.SaveChangesAsync(stop);
        }

        if (server.IsConnected)
        {
            await server.DisconnectAsync(true, stop);
        }

        return taken;
    }

    private MimeMessage MessageOf(MailRecord mail)
    {
        var message = new MimeMessage
        {
            Subject = mail.Subject,
            Body = new TextPart("plain") { Text = mail.Text },
        };
        message.From.Add(new MailboxAddress(settings.Value.FromName, settings.Value.From));
        message.To.Add(
            MailboxAddress.TryParse(mail.Address, out var to) ? new MailboxAddress(mail.Name, to.Address) : throw new FormatException()
        );
        return message;
    }
}
