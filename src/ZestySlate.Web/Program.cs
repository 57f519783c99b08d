using ZestySlate.Web;
using ZestySlate.Web.Demo;

var builder = WebApplication.CreateBuilder(args);
builder.AddZestySlate();

var app = builder.Build();
app.UseZestySlate();
await app.PrepareAsync();
if (app.Configuration.GetValue<bool>("Demo:Enabled"))
{
    await DemoSchool.EnsureAsync(app.Services);
}

await app.RunAsync();

/// <summary>The entry point, named so that tests can start the application.</summary>
public partial class Program;
