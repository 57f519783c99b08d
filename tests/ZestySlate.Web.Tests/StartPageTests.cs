using System.Net;
using System.Net.Http.Headers;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using ZestySlate.Core;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Starts;

namespace ZestySlate.Web.Tests;

/// <summary>Ways to start: found, tried with what one typed, begun.</summary>
public sealed class StartPageTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static string Text(string html) => WebUtility.HtmlDecode(html);

    private async Task<string> BegunAsync(HttpClient ines, string start, params (string, string)[] fields)
    {
        var reply = await ines.PostFormAsync($"/new/{start}", $"/new/{start}", fields);
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        return reply.Headers.Location!.OriginalString.Split('/')[^1];
    }

    /// <summary>A teacher who has made nothing yet.</summary>
    private async Task<HttpClient> NewTeacherAsync(string first)
    {
        var person = new Person
        {
            Id = Ids.New(),
            UserName = first + "@gannetpoint.example",
            Email = first + "@gannetpoint.example",
            DisplayName = first,
        };
        await host.WithAsync(
            async (UserManager<Person> people) =>
            {
                Assert.True((await people.CreateAsync(person, SlateHost.Password)).Succeeded);
                return await people.AddToRoleAsync(person, Roles.Teacher);
            }
        );
        var client = host.Visitor();
        await client.PostFormAsync("/sign-in", "/sign-in", ("Email", person.Email), ("Password", SlateHost.Password));
        return client;
    }

    [Fact]
    public async Task Two_answers_and_a_word_narrow_down_what_is_shown()
    {
        var ines = await host.TeacherAsync("ines");
        var page = await ines.GetStringAsync("/new", Stop);
        Assert.Contains("/new/pairs\"", page);
        Assert.Contains("/new/video-stops\"", page);
        var found = await ines.GetStringAsync("/new?handler=Starts&has=List&does=Arrange&words=match", Stop);
        Assert.Contains("/new/pairs\"", found);
        Assert.DoesNotContain("/new/video-stops\"", found);
        Assert.DoesNotContain("<html", found);
        Assert.Contains("No way to start fits", await ines.GetStringAsync("/new?handler=Starts&words=volcano", Stop));

        // Without scripts the page itself answers, and keeps what was said.
        page = await ines.GetStringAsync("/new?has=Video&words=film", Stop);
        Assert.Contains("value=\"Video\" checked", page);
        Assert.DoesNotContain("/new/pairs\"", page);
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync("/new?has=nonsense&does=7", Stop)).StatusCode);
    }

    [Fact]
    public async Task What_is_typed_is_tried_beside_it_and_nothing_of_it_is_kept()
    {
        var ines = await host.TeacherAsync("ines");
        await ines.GetStringAsync("/new/pairs", Stop);
        Assert.Contains("pressure", await ines.GetStringAsync("/new/pairs/example", Stop));
        var made = await ines.PostFormAsync("/new/pairs", "/new/pairs?handler=Example", ("typed", "ash = ash tree\noak = oak tree"));
        Assert.Contains("Made of what you typed", await made.Content.ReadAsStringAsync(Stop));
        var example = await ines.GetAsync("/new/pairs/example", Stop);
        var page = await example.Content.ReadAsStringAsync(Stop);
        Assert.Contains("ash tree", page);
        Assert.DoesNotContain("barometer", page);
        Assert.Contains("frame-ancestors 'self'", example.Headers.GetValues("Content-Security-Policy").Single());

        var odd = await ines.PostFormAsync("/new/pairs", "/new/pairs?handler=Example", ("typed", "ash = ash tree\nno pair"));
        Assert.Contains("Line 2:", Text(await odd.Content.ReadAsStringAsync(Stop)));

        // It is somebody's own, and runs as learners meet it.
        var mireille = await host.TeacherAsync("mireille");
        Assert.DoesNotContain("ash tree", await mireille.GetStringAsync("/new/pairs/example", Stop));
        var spot = SlateHost.Find(
            await mireille.GetStringAsync("/new/quiz/example", Stop),
            "name=\"spot\" (?:type=\"hidden\" )?value=\"([^\"]+)\""
        );
        var answered = await mireille.SendEventAsync(
            "/new/quiz/example",
            ("act", "mark"),
            ("spot", spot),
            ("event", "e1"),
            ("pick", "nothing")
        );
        Assert.True(answered.IsSuccessStatusCode || answered.StatusCode == HttpStatusCode.UnprocessableEntity);
        Assert.False(await host.DbAsync(db => Task.FromResult(db.Attempts.Any(attempt => attempt.ActivityId.StartsWith("start-")))));
    }

    [Fact]
    public async Task One_press_begins_it_with_what_was_given()
    {
        var ines = await host.TeacherAsync("ines");
        var id = await BegunAsync(ines, "pairs", ("typed", "elm = elm tree\noak = oak tree"), ("title", "  Trees  "));
        Assert.DoesNotContain("elm tree", await ines.GetStringAsync("/new/pairs/example", Stop));
        var document = await host.DocumentAsync(id);
        Assert.Equal("Trees", document.Title);
        Assert.Equal(2, Assert.IsType<MatchQuestion>(document.Scenes[0].Spots[0].Question).Pairs.Count);

        // Nothing is asked for that is not there yet.
        Assert.Equal("Quiz", (await host.DocumentAsync(await BegunAsync(ines, "quiz"))).Title);
        Assert.IsType<PlainBoardBackdrop>((await host.DocumentAsync(await BegunAsync(ines, "labelled-picture"))).Scenes[0].Backdrop);
        Assert.IsType<VideoBackdrop>((await host.DocumentAsync(await BegunAsync(ines, "video-stops"))).Scenes[0].Backdrop);
    }

    [Fact]
    public async Task A_picture_carries_its_names_and_what_is_no_picture_is_told()
    {
        var ines = await host.TeacherAsync("ines");
        async Task<HttpResponseMessage> BeginAsync(string file, string type, string start = "labelled-picture", string typed = "lamp\nrail")
        {
            var bytes = new ByteArrayContent(await File.ReadAllBytesAsync(Path.Combine(SlateHost.Root(), "demo", file), Stop));
            bytes.Headers.ContentType = new MediaTypeHeaderValue(type);
            var proof = SlateHost.Find(
                await ines.GetStringAsync("/new/labelled-picture", Stop),
                "(?:name=\"proof\" (?:type=\"hidden\" )?value=|data-proof=)\"([^\"]+)\""
            );
            return await ines.PostAsync(
                "/new/" + start,
                new MultipartFormDataContent
                {
                    { bytes, "file", Path.GetFileName(file) },
                    { new StringContent(typed), "typed" },
                    { new StringContent(proof), "proof" },
                },
                Stop
            );
        }

        var begun = await BeginAsync("pictures/coast.svg", "image/svg+xml");
        var scene = (await host.DocumentAsync(begun.Headers.Location!.OriginalString.Split('/')[^1])).Scenes[0];
        Assert.IsNotType<PlainBoardBackdrop>(scene.Backdrop);
        Assert.Equal(2, scene.Spots.Count);

        // Before the file is taken it is told what is wrong with the words.
        Task<int> FilesAsync() => host.DbAsync(db => db.MediaItems.CountAsync(Stop));
        var files = await FilesAsync();
        var odd = await BeginAsync("pictures/bulletin.svg", "image/svg+xml", "picture-questions", "Which?\n- a");
        Assert.Contains("Line 1:", await odd.Content.ReadAsStringAsync(Stop));
        Assert.Equal(files, await FilesAsync());
        var refused = await BeginAsync("videos/a-front-passes.vtt", "text/vtt");
        var page = Text(await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains("it is no picture", page);
        Assert.Contains("lamp\nrail", page.ReplaceLineEndings("\n"));
    }

    [Fact]
    public async Task Every_kind_of_question_is_begun_by_a_press()
    {
        var ines = await host.TeacherAsync("ines");
        var page = await ines.GetStringAsync("/new", Stop);
        foreach (var offer in Questions.QuestionForms.Offers)
        {
            Assert.Contains($"value=\"{offer.Key}\"", page);
            var begun = await ines.PostFormAsync("/new", "/new?handler=Kind", ("kind", offer.Key));
            var address = begun.Headers.Location!.OriginalString;
            var document = await host.DocumentAsync(address.Split('/')[^1].Split('?')[0]);
            var spot = document.Scenes[0].Spots.Single();
            Assert.EndsWith("?selected=" + spot.Id, address);
            Assert.Equal(offer, Questions.QuestionForms.OfferOf(spot.Question!));
            Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync(address, Stop)).StatusCode);
        }

        var odd = await ines.PostFormAsync("/new", "/new?handler=Kind", ("kind", "callout"));
        Assert.Equal(HttpStatusCode.BadRequest, odd.StatusCode);
    }

    [Fact]
    public async Task An_empty_library_begins_with_examples_to_take_apart()
    {
        var hana = await NewTeacherAsync("hana");
        var library = await hana.GetStringAsync("/library", Stop);
        Assert.Equal(3, Regex.Count(library, "Take it apart"));
        Assert.DoesNotContain("Take it apart", await hana.GetStringAsync("/library?words=nothing", Stop));
        Assert.DoesNotContain("Take it apart", await hana.GetStringAsync("/library?shelf=bin", Stop));
        foreach (var start in new[] { "labelled-picture", "quiz", "story" })
        {
            var begun = await hana.PostFormAsync("/library", $"/new/{start}?handler=Apart");
            var document = await host.DocumentAsync(begun.Headers.Location!.OriginalString.Split('/')[^1]);
            Assert.NotEmpty(document.Scenes.SelectMany(scene => scene.Spots));
        }

        Assert.DoesNotContain("Take it apart", await hana.GetStringAsync("/library", Stop));
        Assert.Equal(HttpStatusCode.NotFound, (await hana.PostFormAsync("/library", "/new/nowhere?handler=Apart")).StatusCode);
    }

    [Theory]
    [InlineData("nowhere")]
    [InlineData("..%2f..")]
    public async Task What_is_no_start_is_not_found(string start)
    {
        var ines = await host.TeacherAsync("ines");
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/new/{start}", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/new/{start}/example", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.PostFormAsync("/new/quiz", $"/new/{start}/events", ("act", "x"))).StatusCode);
    }

    [Fact]
    public void A_school_adds_starts_of_its_own_and_an_odd_file_takes_none_away()
    {
        var folder = Directory.CreateTempSubdirectory("starts").FullName;
        var own = Directory.CreateDirectory(Path.Combine(folder, "starts")).FullName;
        File.WriteAllText(
            Path.Combine(own, "a-log.json"),
            """
            { "id": "log", "title": "Our log", "goodFor": "The log of the day.", "symbol": "list", "has": ["nothing"], "does": ["write"],
              "ask": "Tasks", "line": "{line}\nopen:", "each": true, "sample": "Write the log of today." }
            """
        );
        File.WriteAllText(Path.Combine(own, "b.json"), "{ no json");
        File.WriteAllText(Path.Combine(own, "c.json"), "{ \"id\": \"only\" }");
        var log = File.ReadAllText(Path.Combine(own, "a-log.json"));
        File.WriteAllText(Path.Combine(own, "d.json"), log.Replace("\"log\"", "\"../log\"", StringComparison.Ordinal));
        File.WriteAllText(
            Path.Combine(own, "e.json"),
            log.Replace("\"log\"", "\"pairless\"", StringComparison.Ordinal)
                .Replace("{line}\\nopen:", "pair: {line}", StringComparison.Ordinal)
        );
        var shipped = host.Services.GetRequiredService<StartCatalogue>().All.Count;
        var catalogue = new StartCatalogue(folder, NullLogger<StartCatalogue>.Instance);
        Assert.Equal(shipped + 1, catalogue.All.Count);
        Assert.Equal("Our log", catalogue.Of("log")!.Title);
        Directory.Delete(folder, recursive: true);
    }
}
