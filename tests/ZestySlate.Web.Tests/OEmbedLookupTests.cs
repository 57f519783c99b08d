using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Tests;

/// <summary>What is found out of an address that an author types, from a site that behaves, also badly.</summary>
public sealed class OEmbedLookupTests : IAsyncLifetime
{
    private WebApplication? _site;

    private string Address => _site!.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.Single();

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static IResult Page(string answer) =>
        Results.Content($"<html><head><link rel='alternate' type='application/json+oembed' href='{answer}'></head></html>", "text/html");

    public async ValueTask InitializeAsync()
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        _site = builder.Build();
        _site.MapGet("/film", () => Page("/say/film"));
        _site.MapGet("/say/film", () =>
            Results.Text("""{"version":"1.0","type":"video","title":"Fog","width":640,"height":360,"html":"<iframe src='/player/7'>"}""")
        );
        _site.MapGet("/player/7", () => "player");
        _site.MapGet("/shut", () => Page("/say/shut"));
        _site.MapGet("/say/shut", () =>
            Results.Text("""{"version":"1.0","type":"rich","title":"Shut","width":640,"height":360,"html":"<iframe src='/player/shut'>"}""")
        );
        _site.MapGet("/player/shut", (HttpContext context) =>
        {
            context.Response.Headers.ContentSecurityPolicy = "frame-ancestors 'none'";
            return "player";
        });
        _site.MapGet("/nonsense", () => Page("/say/nonsense"));
        _site.MapGet("/say/nonsense", () => "{]");
        _site.MapGet("/lost", () => Page("/say/nothing-here"));
        _site.MapGet("/inside", () => Page("http://10.0.0.1/say"));
        _site.MapGet("/endless", () => Page("/say/endless"));
        _site.MapGet("/say/endless", () => Results.Text(new string(' ', 300_000)));
        _site.MapGet("/plain", () => "a page");
        await _site.StartAsync(Stop);
    }

    public async ValueTask DisposeAsync() => await _site!.DisposeAsync();

    private Task<AddressFound> FindAsync(string path)
    {
        var settings = new ConfigurationBuilder()
            .AddInMemoryCollection([KeyValuePair.Create<string, string?>("Fetch:AllowedHosts:0", new Uri(Address).Authority)])
            .Build();
        return new OEmbedLookup(new AddressFetcher(settings)).FindAsync(Address + path, Stop);
    }

    [Fact]
    public async Task A_page_that_offers_a_player_fills_in_title_player_and_size() =>
        Assert.Equal(new AddressFound(false, "Fog", Address + "/player/7", 640, 360), await FindAsync("/film"));

    [Fact]
    public async Task Whether_it_can_be_framed_is_what_its_player_says() => Assert.True((await FindAsync("/shut")).Forbids);

    [Theory]
    [InlineData("/plain")]
    [InlineData("/nonsense")]
    [InlineData("/lost")]
    [InlineData("/inside")]
    [InlineData("/endless")]
    public async Task A_page_that_offers_none_or_talks_nonsense_is_taken_as_it_is(string path) =>
        Assert.Equal(new AddressFound(false), await FindAsync(path));

    [Theory]
    [InlineData("http://127.0.0.1:1/away")]
    [InlineData("ftp://elsewhere.example/x")]
    [InlineData("not an address")]
    public async Task What_cannot_be_asked_is_not_said_to_forbid_anything(string address) =>
        Assert.Null((await new OEmbedLookup(new AddressFetcher(new ConfigurationBuilder().Build())).FindAsync(address, Stop)).Forbids);
}
