using Microsoft.AspNetCore.Authentication.Cookies;
using Serilog;
using ZestySlate.CourseSite.Editor;
using ZestySlate.CourseSite.Lti;
using ZestySlate.CourseSite.State;

var builder = WebApplication.CreateBuilder(args);
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration));
var file = Path.Combine(Path.GetFullPath(builder.Configuration["DataFolder"] ?? ".data"), "course-site.json");
builder.Services.AddSingleton(new SiteStore(file, () => DemoSite.Make(builder.Configuration["Tool"] ?? "http://localhost:5080")));
builder.Services.AddSingleton<SiteKeys>();
builder.Services.AddSingleton<ToolMessages>();
builder.Services.AddSingleton<AccessGrants>();
builder.Services.AddSingleton(
    new SiteAddress(builder.Configuration["Address"], builder.Configuration["Services"], builder.Configuration["OtherAddress"])
);
builder.Services.AddHttpClient();
builder.Services.AddSingleton<PageEditor>();
builder.Services.AddRazorPages(pages => pages.Conventions.AuthorizeFolder("/").AllowAnonymousToPage("/Index"));
builder
    .Services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
    .AddCookie(cookie =>
    {
        cookie.LoginPath = "/";
        cookie.Cookie.Name = "gannet-point-courses";
        cookie.Cookie.SameSite = SameSiteMode.Lax;
    });
builder.Services.AddAuthorization();

var app = builder.Build();
app.UseStaticFiles();
app.UseAuthentication();
app.UseAuthorization();
app.MapRazorPages();
app.MapPlatform();
app.MapServices();
app.MapRegistration();
app.MapGet("/health", () => "well");
await app.RunAsync();

namespace ZestySlate.CourseSite
{
    /// <summary>Marks this application's assembly for tests.</summary>
    public sealed class CourseSiteAssembly;
}
