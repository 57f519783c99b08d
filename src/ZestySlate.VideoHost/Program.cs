using System.Text;
using Serilog;
using ZestySlate.VideoHost;

// A small host of videos: pages with oEmbed, files with ranges, and a player that is driven by messages. It can be told to behave badly.
var builder = WebApplication.CreateBuilder(args);
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration));
builder.Services.AddSingleton<Behaviour>();
var demo = Path.GetFullPath(builder.Configuration["Demo:Folder"] ?? "../../demo");

var app = builder.Build();
app.Use((HttpContext context, RequestDelegate next) => app.Services.GetRequiredService<Behaviour>().PassAsync(context, next));
app.UseStaticFiles();
app.MapGet("/health", () => "well");
app.MapGet("/", (HttpContext context, Behaviour behaviour) => Html(Pages.Home(behaviour.Now, Own(context))));
app.MapPost("/manner", async (HttpContext context, Behaviour behaviour) =>
    {
        var form = await context.Request.ReadFormAsync();
        behaviour.Now = Enum.TryParse<Manner>(form["manner"], out var manner) ? manner : Manner.Well;
        return Results.Redirect("/");
    })
    .DisableAntiforgery();
app.MapGet("/films/{name}", (string name, HttpContext context) =>
    Film.Of(name) is { } film ? Html(Pages.Watch(film, Own(context))) : Results.NotFound()
);
app.MapGet("/oembed", (string url, string? format, HttpContext context, Behaviour behaviour) => format is not (null or "json")
        ? Results.StatusCode(StatusCodes.Status501NotImplemented)
    : Uri.TryCreate(url, UriKind.Absolute, out var page) && Film.Of(page.Segments[^1]) is { } film
        ? Results.Text(
            behaviour.Now == Manner.Lying
                ? "{\"version\":\"1.0\",\"type\":\"video\",\"html\":\"<b>soon</b>\"}"
                : Pages.Json(Pages.OEmbed(film, Own(context))),
            "application/json"
        )
    : Results.NotFound());
app.MapGet("/player/{name}", (string name, HttpContext context, Behaviour behaviour) =>
{
    if (behaviour.Now == Manner.Forbidding)
    {
        context.Response.Headers.XFrameOptions = "DENY";
    }

    return Film.Of(name) is { } film ? Html(Pages.Player(film, behaviour.Now == Manner.Mute)) : Results.NotFound();
});
app.MapGet("/files/{name}", (string name) =>
{
    var (folder, type) = Path.GetExtension(name) switch
    {
        ".webm" => ("videos", "video/webm"),
        ".vtt" => ("videos", "text/vtt"),
        ".jpg" => ("pictures", "image/jpeg"),
        _ => ("", ""),
    };
    var known = Film.All.Any(film => name == film.Still || name == film.Name + ".webm" || name == film.Name + ".vtt");
    return known ? Results.File(Path.Combine(demo, folder, name), type, enableRangeProcessing: true) : Results.NotFound();
});
await app.RunAsync();

static string Own(HttpContext context) => $"{context.Request.Scheme}://{context.Request.Host}";

static IResult Html(string page) => Results.Content(page, "text/html", Encoding.UTF8);
