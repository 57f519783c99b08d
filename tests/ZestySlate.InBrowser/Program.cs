using Microsoft.AspNetCore.Components.WebAssembly.Hosting;
using ZestySlate.InBrowser;
using ZestySlate.Player;

var builder = WebAssemblyHostBuilder.CreateDefault(args);
builder.RootComponents.Add<Host>("#host");
builder.Services.AddSingleton<PlayAddresses, SiteAddresses>();
builder.Services.AddSingleton(new HttpClient { BaseAddress = new Uri(builder.HostEnvironment.BaseAddress) });
await builder.Build().RunAsync();
