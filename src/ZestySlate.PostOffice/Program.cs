using System.Net;
using System.Text;
using Serilog;
using ZestySlate.PostOffice;

var builder = WebApplication.CreateBuilder(args);
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<Letters>();
builder.Services.AddHostedService<SmtpListener>();

var app = builder.Build();
app.MapGet("/health", () => "well");
app.MapGet("/letters", (Letters letters, string? to) => letters
        .To(to)
        .Select(letter => new
        {
            letter.To,
            letter.Subject,
            letter.Text,
            letter.At,
        }));
app.MapGet("/", (Letters letters) => Results.Content(PageOf(letters.To(null)), "text/html", Encoding.UTF8));
await app.RunAsync();

static string PageOf(IEnumerable<Letter> letters)
{
    var page = new StringBuilder(
        "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" "
            + "content=\"width=device-width\"><title>Gannet Point post office</title></head><body><main><h1>Gannet Point "
            + "post office</h1><p>What this machine was asked to mail. Nothing leaves it.</p>"
    );
    foreach (var letter in letters)
    {
        page.Append(
            System.Globalization.CultureInfo.InvariantCulture,
            $"<article><h2>{WebUtility.HtmlEncode(letter.Subject)}</h2><p>to {WebUtility.HtmlEncode(letter.To)}, "
                + $"{letter.At:yyyy-MM-dd HH:mm:ss} UTC</p><pre>{Linked(letter.Text)}</pre></article>"
        );
    }

    return page.Append("</main></body></html>").ToString();
}

// Addresses in a letter can be followed, as in any reader of mails.
static string Linked(string text) =>
    System.Text.RegularExpressions.Regex.Replace(WebUtility.HtmlEncode(text), @"https?://[^\s<]+", found =>
        $"<a href=\"{found.Value}\">{found.Value}</a>"
    );
