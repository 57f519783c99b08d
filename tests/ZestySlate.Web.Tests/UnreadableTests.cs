using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Tests;

/// <summary>What cannot be read, or be kept as it is, is never a fault of ours: it is a 4xx about it, or is kept without what breaks.</summary>
public sealed class UnreadableTests(SlateHost shared)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly Dictionary<string, Func<HttpContent?>> Bodies = new()
    {
        ["nothing"] = () => null,
        ["no type"] = () => Bytes("a=b", null),
        ["JSON"] = () => Bytes("{\"a\":1}", "application/json"),
        ["broken JSON as a form"] = () => Bytes("{\"a\":", "application/x-www-form-urlencoded"),
        ["multipart without a boundary"] = () => Bytes("--x", "multipart/form-data"),
        ["multipart cut off"] = () =>
            Bytes("--x\r\nContent-Disposition: form-data; name=\"text\"\r\n\r\nabc", "multipart/form-data; boundary=x"),
        ["multipart with broken heads"] = () => Bytes("--x\r\nnonsense\r\n\r\nabc\r\n--x--", "multipart/form-data; boundary=x"),
        ["an endless boundary"] = () => Bytes("--x", "multipart/form-data; boundary=" + new string('x', 300)),
        ["NUL in a value"] = () => Bytes("text=baro%00graph&spot=%00&act=answer%00&event=e%0B1", "application/x-www-form-urlencoded"),
        ["raw bytes"] = () =>
            new ByteArrayContent([0, 1, 2, 255, 254, 37, 37, 48, 48])
            {
                Headers = { ContentType = new MediaTypeHeaderValue("application/x-www-form-urlencoded") },
            },
        ["broken escapes"] = () => Bytes("text=%ZZ%F&%=&=&&&=%E0%80", "application/x-www-form-urlencoded"),
        ["a long name"] = () => Bytes(new string('n', 10_000) + "=1", "application/x-www-form-urlencoded"),
        ["many fields"] = () =>
            Bytes(string.Join('&', Enumerable.Range(0, 5000).Select(i => $"f{i}={i}")), "application/x-www-form-urlencoded"),
        ["more fields than any form has"] = () =>
            Bytes(string.Join('&', Enumerable.Repeat("f=1", 120_000)), "application/x-www-form-urlencoded"),
        ["empty fields"] = () =>
            Bytes(
                "Email=&Password=&name=&text=&version=&file=&act=&spot=&event=&handler=&seconds=NaN",
                "application/x-www-form-urlencoded"
            ),
    };

    private static ByteArrayContent Bytes(string text, string? type)
    {
        var content = new ByteArrayContent(Encoding.UTF8.GetBytes(text));
        if (type is not null)
        {
            content.Headers.TryAddWithoutValidation("Content-Type", type);
        }

        return content;
    }

    /// <summary>Every route that takes a post, and each handler of the pages.</summary>
    private IEnumerable<string> PostRoutes =>
        shared
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(route => route.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods is not { } methods || methods.Contains("POST"))
            .SelectMany(route =>
                HandlersOf(route).Select(handler => $"/{route.RoutePattern.RawText!.Trim('/')}?seconds=NaN&handler={handler}")
            )
            .Distinct();

    private static IEnumerable<string> HandlersOf(RouteEndpoint route) =>
        route.Metadata.GetMetadata<PageActionDescriptor>() is not { } page
            ? ["none"]
            : from type in typeof(Program).Assembly.GetTypes()
            where type.FullName == "ZestySlate.Web" + page.RelativePath.Replace(".cshtml", "").Replace('/', '.') + "Model"
            from method in type.GetMethods()
            where method.Name.StartsWith("OnPost", StringComparison.Ordinal)
            select method.Name["OnPost".Length..].Replace("Async", "");

    [Fact]
    public async Task No_body_on_any_route_is_a_fault_of_ours()
    {
        // What this does to a school is nothing that other tests could live with.
        await using var host = new SlateHost();
        await host.InitializeAsync();
        var attempt = await host.DbAsync(db =>
            db.Attempts.Where(a => a.HandedInAt == null).OrderBy(a => a.Id).Select(a => a.Id).FirstAsync(Stop)
        );
        var group = await host.DbAsync(db => db.Classes.OrderBy(c => c.Id).Select(c => c.Id).FirstAsync(Stop));
        var ines = await host.TeacherAsync("ines");
        var visitor = await host.LinkVisitorAsync("Unreadable Una");
        var own = SlateHost.Find(await visitor.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\"");
        var tobiah = await host.TeacherAsync("tobiah");
        var proofs = new Dictionary<HttpClient, string>
        {
            [tobiah] = SlateHost.Find(await tobiah.GetStringAsync("/media-library", Stop), "data-proof=\"([^\"]+)\""),
            [ines] = SlateHost.Find(await ines.GetStringAsync("/author/garden", Stop), "data-proof=\"([^\"]+)\""),
            [visitor] = SlateHost.Find(await visitor.GetStringAsync("/a/garden", Stop), "data-proof=\"([^\"]+)\""),
        };
        Assert.True(PostRoutes.Count() > 70);
        foreach (var route in PostRoutes.OrderBy(route => route.Contains("sign-out")))
        {
            var address = route
                .Replace("{activity}", "garden")
                .Replace("{class:int}", $"{group}")
                .Replace("{assignment:int}", "1")
                .Replace("{number:int}", "0")
                .Replace("{person}", "nobody")
                .Replace("{attempt}", own)
                .Replace("{of}", attempt)
                .Replace("{school:int}", "1")
                .Replace("{secret}", "x")
                .Replace("{key}", "x")
                .Replace("{spot}", "q")
                .Replace("{id}", "x")
                .Replace("{hash}", "x")
                .Replace("/{width:int?}", "");
            foreach (var (what, body) in Bodies)
            {
                foreach (var (client, proof) in proofs.Where(one => route.StartsWith("/keeper") == (one.Key == tobiah)))
                {
                    using var request = new HttpRequestMessage(HttpMethod.Post, address) { Content = body() };
                    request.Headers.Add(RequestProof.Header, proof);
                    using var reply = await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, Stop);
                    Assert.True((int)reply.StatusCode < 500, $"{what} to {address}: {(int)reply.StatusCode}");
                }
            }
        }
    }

    [Fact]
    public async Task What_cannot_be_read_is_told_so_in_words()
    {
        var visitor = await shared.LinkVisitorAsync("Unreadable Ulf");
        var page = await visitor.GetStringAsync("/a/garden", Stop);
        async Task<(HttpStatusCode Status, string Said)> PostAsync(HttpContent content)
        {
            var request = new HttpRequestMessage(HttpMethod.Post, SlateHost.Find(page, "data-events=\"([^\"]+)\"")) { Content = content };
            request.Headers.Add(RequestProof.Header, SlateHost.Find(page, "data-proof=\"([^\"]+)\""));
            var reply = await visitor.SendAsync(request, Stop);
            return (reply.StatusCode, await reply.Content.ReadAsStringAsync(Stop));
        }

        var json = await PostAsync(Bytes("{}", "application/json"));
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, json.Status);
        Assert.StartsWith("A form was expected", json.Said);
        var many = await PostAsync(Bodies["more fields than any form has"]()!);
        Assert.Equal(HttpStatusCode.BadRequest, many.Status);
        Assert.StartsWith("What was sent cannot be read as a form", many.Said);
    }

    [Theory]
    [InlineData("barograph", "baro%00graph")]
    [InlineData("barograph", "baro%0Bgraph%07")]
    [InlineData("a 100 %", "a+100+%25%00")]
    [InlineData("two\nlines\tand a tab", "two%0Alines%09and+a+tab")]
    public async Task Control_characters_are_taken_out_of_an_answer_and_it_is_kept(string kept, string sent)
    {
        var visitor = await shared.LinkVisitorAsync("Nul Nora", "breeze");
        var page = await visitor.GetStringAsync("/a/breeze", Stop);
        var spot = SlateHost.Find(page, "data-ask=\"([^\"]+)\"");
        var request = new HttpRequestMessage(HttpMethod.Post, SlateHost.Find(page, "data-events=\"([^\"]+)\""))
        {
            Content = Bytes($"spot={spot}&act=answer&event=nul1&text={sent}", "application/x-www-form-urlencoded"),
        };
        request.Headers.Add(RequestProof.Header, SlateHost.Find(page, "data-proof=\"([^\"]+)\""));
        request.Headers.Add("X-Slate-Script", "1");
        Assert.True((await visitor.SendAsync(request, Stop)).IsSuccessStatusCode);
        Assert.Contains(
            WebUtility.HtmlEncode(kept),
            (await visitor.GetStringAsync("/a/breeze", Stop)).Replace("&#xA;", "\n").Replace("&#x9;", "\t")
        );
    }

    /// <summary>“%00” is found wherever a buffer of the reader happens to end.</summary>
    [Fact]
    public async Task A_nul_is_taken_out_wherever_it_stands()
    {
        for (var before = 4080; before < 4110; before++)
        {
            var visitor = shared.Visitor();
            var reply = await visitor.PostAsync(
                "/sign-in",
                Bytes($"x={new string('y', before)}%00z&Email=a%40b&Password=p%00", "application/x-www-form-urlencoded"),
                Stop
            );
            Assert.Equal(HttpStatusCode.BadRequest, reply.StatusCode);
            Assert.Contains(RequestProof.TooOld[..30], await reply.Content.ReadAsStringAsync(Stop));
        }
    }

    [Fact]
    public async Task A_table_of_60_by_60_cells_is_saved()
    {
        var ines = await shared.TeacherAsync("ines");
        var ids = Enumerable.Range(0, 60).ToList();
        var question = new GridQuestion
        {
            Columns = [.. ids.Select(i => new GridColumn("c" + i))],
            Rows = [.. ids.Select(i => "r" + i)],
            Cells = [.. from row in ids from column in ids select new GridCell { Id = $"r{row}.c{column}", Text = $"{row}x{column}" }],
        };
        var scene = new Scene
        {
            Id = "s",
            Backdrop = new PageBackdrop(default),
            Spots =
            [
                new Spot
                {
                    Id = "table",
                    Place = new InFlow(),
                    Content = new Ask(question),
                },
            ],
        };
        await shared.WithAsync(
            async (ActivityStore store) =>
                await store.CreateAsync(
                    (await shared.DbAsync(db => db.Users.SingleAsync(u => u.Email == "ines.halloran@gannetpoint.example", Stop))).Id,
                    new Activity { Title = "Large", Scenes = [scene] },
                    "largetable"
                )
        );
        var html = await ines.GetStringAsync("/author/largetable?selected=table", Stop);
        var proof = SlateHost.Find(html, "data-proof=\"([^\"]+)\"");
        var fields = new List<KeyValuePair<string, string>>
        {
            new("edit", "ask"),
            new("spot", "table"),
            new("version", "1"),
            new("prompt", "<p>Fill it</p>"),
        };
        fields.AddRange(question.Columns.Select(column => KeyValuePair.Create("column", column.Id)));
        fields.AddRange(question.Rows.Select(row => KeyValuePair.Create("row", row)));
        fields.AddRange(question.Cells.Select(cell => KeyValuePair.Create("cell-" + cell.Id, cell.Text + "!")));
        var form = new MultipartFormDataContent();
        fields.ForEach(field => form.Add(new StringContent(field.Value), field.Key));
        var request = new HttpRequestMessage(HttpMethod.Post, "/author/largetable/edit") { Content = form };
        request.Headers.Add(RequestProof.Header, proof);
        var reply = await ines.SendAsync(request, Stop);
        Assert.True(reply.IsSuccessStatusCode, await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_gradebook_downloads_whatever_was_pasted_into_names()
    {
        var ines = await shared.TeacherAsync("ines");
        var made = await ines.PostFormAsync("/classes", "/classes", ("name", "Slides\vand\0more"), ("names", "Vera\vTab\nNul\0Nina"));
        var group = made.Headers.Location!.OriginalString.Split('/', '?')[2];
        var title = await shared.DbAsync(db => db.Classes.Where(c => c.Id == int.Parse(group)).Select(c => c.Name).SingleAsync(Stop));
        Assert.Equal("Slidesandmore", title);
        var workbook = await ines.GetAsync($"/classes/{group}/gradebook?handler=workbook", Stop);
        Assert.Equal(HttpStatusCode.OK, workbook.StatusCode);
        using var zip = new ZipArchive(await workbook.Content.ReadAsStreamAsync(Stop));
        Assert.NotEmpty(zip.Entries);
    }

    [Fact]
    public async Task Signing_in_with_nothing_is_told_so()
    {
        var reply = await shared.Visitor().PostFormAsync("/sign-in", "/sign-in", ("Email", " "), ("Password", ""));
        Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
        Assert.Contains("do not belong together", await reply.Content.ReadAsStringAsync(Stop));
    }
}
