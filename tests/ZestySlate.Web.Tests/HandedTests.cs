using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>What learners hand over: taken by its content, shown without harm, seen by nobody else.</summary>
public sealed class HandedTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static Spot Asked(string id, Question question) =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.5, 0.5),
            Content = new Ask(question),
        };

    /// <summary>A published activity that asks for files, a recording, a drawing and a vote; its owner is Ines.</summary>
    private Task<string> PublishedAsync(params HandedKind[] kinds) =>
        host.WithAsync(
            async (ActivityStore store) =>
            {
                var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example"));
                var draft = await store.CreateAsync(
                    ines.Id,
                    new Activity
                    {
                        Title = "Sky diary",
                        Scenes =
                        [
                            new Scene
                            {
                                Id = "page",
                                Backdrop = new PageBackdrop(default),
                                Spots =
                                [
                                    Asked(
                                        "files",
                                        new FileAnswerQuestion
                                        {
                                            Kinds = [.. kinds],
                                            Most = 2,
                                            Megabytes = 1,
                                        }
                                    ),
                                    Asked("spoken", new SpokenQuestion { Seconds = 20 }),
                                    Asked("drawing", new DrawingQuestion()),
                                    Asked(
                                        "poll",
                                        new PollQuestion
                                        {
                                            Anonymous = true,
                                            Choices =
                                            [
                                                new PollChoice { Id = "sun", Face = Face.Of("Sun") },
                                                new PollChoice { Id = "rain", Face = Face.Of("Rain") },
                                            ],
                                        }
                                    ),
                                ],
                            },
                        ],
                    }
                );
                await store.PublishAsync(draft.Record.Id, ines.Id);
                await store.SetVisibilityAsync(draft.Record.Id, Visibility.Link);
                return draft.Record.Id;
            }
        );

    /// <summary>A learner with the address of their own work and the proof of its page.</summary>
    private async Task<(HttpClient Client, string Work, string Proof, string Page)> LearnerAsync(string activity)
    {
        var client = await host.LinkVisitorAsync("Handing Hana", activity);
        var page = await client.GetStringAsync($"/a/{activity}", Stop);
        return (
            client,
            SlateHost.Find(page, "data-events=\"([^\"]+)/events\""),
            SlateHost.Find(page, "data-proof=\"([^\"]+)\""),
            $"/a/{activity}"
        );
    }

    private static async Task<HttpResponseMessage> UploadAsync(
        (HttpClient Client, string Work, string Proof, string Page) learner,
        byte[] bytes,
        string name,
        string spot = "files"
    )
    {
        var form = new MultipartFormDataContent { { new StringContent(spot), "spot" }, { new ByteArrayContent(bytes), "file", name } };
        form.Headers.Add("X-Slate-Proof", learner.Proof);
        return await learner.Client.PostAsync(learner.Work + "/files", form, Stop);
    }

    private static async Task<string> IdOf(HttpResponseMessage reply)
    {
        var text = await reply.Content.ReadAsStringAsync(Stop);
        Assert.True(reply.IsSuccessStatusCode, text);
        return JsonDocument.Parse(text).RootElement.GetProperty("id").GetString()!;
    }

    private static byte[] Photo()
    {
        using var bitmap = new SKBitmap(900, 600);
        return bitmap.Encode(SKEncodedImageFormat.Jpeg, 80).ToArray();
    }

    private static byte[] Package(string entry, string content = "x")
    {
        using var bytes = new MemoryStream();
        using (var zip = new ZipArchive(bytes, ZipArchiveMode.Create, true))
        {
            using var writer = new StreamWriter(zip.CreateEntry(entry).Open());
            writer.Write(content);
        }

        return bytes.ToArray();
    }

    [Fact]
    public async Task A_photo_is_handed_over_shown_small_and_seen_by_the_teacher_alone()
    {
        var activity = await PublishedAsync(HandedKind.Picture);
        var learner = await LearnerAsync(activity);
        var id = await IdOf(await UploadAsync(learner, Photo(), "C:\\me\\sky.jpg"));
        await learner.Client.SendEventAsync(
            learner.Page,
            ("act", "hand"),
            ("spot", "files"),
            ("event", "f1"),
            ("file", id),
            ("file", "not-mine")
        );
        var page = await learner.Client.GetStringAsync(learner.Page, Stop);
        Assert.Contains("1 of 4 questions answered", page);
        Assert.Contains($"{learner.Work}/files/{id}?size=small", page);
        Assert.Contains("sky.jpg", page);
        Assert.DoesNotContain("C:\\me", page);

        var small = await learner.Client.GetAsync($"{learner.Work}/files/{id}?size=small", Stop);
        Assert.Equal("image/webp", small.Content.Headers.ContentType!.MediaType);
        Assert.Equal("default-src 'none'; sandbox; frame-ancestors 'none'", small.Headers.GetValues("Content-Security-Policy").Single());
        Assert.Equal("same-origin", small.Headers.GetValues("Cross-Origin-Resource-Policy").Single());

        var answers = $"/author/{activity}/answers/{learner.Work.Split('/')[^1]}";
        var ines = await host.TeacherAsync("ines");
        Assert.Contains($"{answers}/files/{id}?size=small", await ines.GetStringAsync($"/author/{activity}/results", Stop));
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync($"{answers}/files/{id}", Stop)).StatusCode);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await ines.GetAsync($"/author/garden/answers/{learner.Work.Split('/')[^1]}/files/{id}", Stop)).StatusCode
        );
        var other = await LearnerAsync(activity);
        Assert.Equal(HttpStatusCode.NotFound, (await other.Client.GetAsync($"{other.Work}/files/{id}", Stop)).StatusCode);
        Assert.Contains("/not-yours", (await other.Client.GetAsync($"{learner.Work}/files/{id}", Stop)).Headers.Location!.OriginalString);

        // What another has handed over cannot be named as one's own.
        await other.Client.SendEventAsync(other.Page, ("act", "hand"), ("spot", "files"), ("event", "f1"), ("file", id));
        Assert.Contains("0 of 4 questions answered", await other.Client.GetStringAsync(other.Page, Stop));
    }

    [Fact]
    public async Task What_does_not_fit_is_refused_by_its_name_and_its_content_decides()
    {
        var learner = await LearnerAsync(await PublishedAsync(HandedKind.Picture, HandedKind.Text));
        async Task<string> RefusedAsync(byte[] bytes, string name)
        {
            var reply = await UploadAsync(learner, bytes, name);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
            return await reply.Content.ReadAsStringAsync(Stop);
        }

        Assert.Equal("“page.jpg” is of a kind that is not taken here.", await RefusedAsync([0x4d, 0x5a, 0, 0], "page.jpg"));
        Assert.Equal("“cut.jpg” cannot be read: it may be damaged or cut off.", await RefusedAsync(Photo()[..200], "cut.jpg"));
        Assert.Equal(
            "“long.txt” is 1.5 MB; up to 1 MB are taken here.",
            await RefusedAsync(Encoding.UTF8.GetBytes(new string('x', 1572864)), "long.txt")
        );
        Assert.Equal("“table.txt” is of a kind that is not taken here.", await RefusedAsync(Package("xl/workbook.xml"), "table.txt"));
        await IdOf(await UploadAsync(learner, Package("word/document.xml"), "diary.docx"));
        await IdOf(await UploadAsync(learner, Package("mimetype", "application/vnd.oasis.opendocument.text"), "diary.odt"));
    }

    [Fact]
    public async Task A_page_with_scripts_is_only_ever_saved()
    {
        var learner = await LearnerAsync(await PublishedAsync());
        var id = await IdOf(await UploadAsync(learner, "<script>alert(1)</script>"u8.ToArray(), "page.html"));
        var reply = await learner.Client.GetAsync($"{learner.Work}/files/{id}", Stop);
        Assert.Equal(
            ("attachment", "text/plain"),
            (reply.Content.Headers.ContentDisposition!.DispositionType, reply.Content.Headers.ContentType!.MediaType)
        );
        var drawn = await IdOf(
            await UploadAsync(
                learner,
                "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><script>alert(1)</script><rect width='9' height='9'/></svg>"u8.ToArray(),
                "drawn.svg"
            )
        );
        Assert.DoesNotContain("script", await learner.Client.GetStringAsync($"{learner.Work}/files/{drawn}", Stop));
    }

    [Fact]
    public async Task Without_scripts_files_come_with_the_form_and_are_taken_out_by_a_press()
    {
        var learner = await LearnerAsync(await PublishedAsync(HandedKind.Picture));
        var form = new MultipartFormDataContent
        {
            { new StringContent("answer"), "act" },
            { new StringContent("files"), "spot" },
            { new StringContent("e1"), "event" },
            { new StringContent(learner.Proof), "proof" },
            { new ByteArrayContent(Photo()), "upload", "sky.jpg" },
        };
        await learner.Client.PostAsync(learner.Work + "/events", form, Stop);
        var page = await learner.Client.GetStringAsync(learner.Page, Stop);
        Assert.Contains("1 of 4 questions answered", page);
        var id = SlateHost.Find(page, "data-file=\"([^\"]+)\"");
        await learner.Client.PostFormAsync(
            learner.Page,
            learner.Work + "/events",
            ("spot", "files"),
            ("event", "e2"),
            ("file", id),
            ("move", id + " out")
        );
        Assert.Contains("0 of 4 questions answered", await learner.Client.GetStringAsync(learner.Page, Stop));
    }

    [Fact]
    public async Task A_recording_is_there_as_far_as_it_came()
    {
        var learner = await LearnerAsync(await PublishedAsync());
        async Task<HttpStatusCode> PieceAsync(int number, byte[] bytes, string id = "abcdefghij0123456789", double seconds = 2)
        {
            var piece = new ByteArrayContent(bytes);
            piece.Headers.Add("X-Slate-Proof", learner.Proof);
            piece.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            return (
                await learner.Client.PostAsync(
                    FormattableString.Invariant($"{learner.Work}/recordings/spoken/{id}/{number}?seconds={seconds}"),
                    piece,
                    Stop
                )
            ).StatusCode;
        }

        // A piece proves, as every post does, that a page of ours has sent it.
        var bare = new ByteArrayContent([0x1a, 0x45, 0xdf, 0xa3, 1]);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await learner.Client.PostAsync($"{learner.Work}/recordings/spoken/abcdefghij0123456789/0?seconds=2", bare, Stop)).StatusCode
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await PieceAsync(0, "<html>"u8.ToArray()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await PieceAsync(0, [0x1a, 0x45, 0xdf, 0xa3, 1], seconds: double.NaN));
        Assert.Equal(HttpStatusCode.OK, await PieceAsync(0, [0x1a, 0x45, 0xdf, 0xa3, 1]));
        Assert.Equal(HttpStatusCode.Conflict, await PieceAsync(2, [3]));
        Assert.Equal(HttpStatusCode.OK, await PieceAsync(1, [2], seconds: 4));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await PieceAsync(2, [3], seconds: 500));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await PieceAsync(0, [0x1a, 0x45, 0xdf, 0xa3], "no-name-of-ours.0123"));
        await learner.Client.SendEventAsync(
            learner.Page,
            ("act", "answer"),
            ("spot", "spoken"),
            ("event", "r1"),
            ("recording", "abcdefghij0123456789")
        );
        var sound = await learner.Client.GetAsync($"{learner.Work}/files/abcdefghij0123456789", Stop);
        Assert.Equal(("audio/webm", 6L), (sound.Content.Headers.ContentType!.MediaType, sound.Content.Headers.ContentLength));
        Assert.Contains("1 of 4 questions answered", await learner.Client.GetStringAsync(learner.Page, Stop));
    }

    [Fact]
    public async Task A_drawing_is_saved_as_svg_and_what_is_no_drawing_is_refused()
    {
        var learner = await LearnerAsync(await PublishedAsync());
        await learner.Client.SendEventAsync(
            learner.Page,
            ("act", "add"),
            ("spot", "drawing"),
            ("event", "d1"),
            ("put", """[{"number":1,"sort":"Line","colour":"#17232b","width":45,"points":"0,0,50 100,100,50"}]""")
        );
        await learner.Client.SendEventAsync(
            learner.Page,
            ("act", "add"),
            ("spot", "drawing"),
            ("event", "d2"),
            ("put", """[{"number":2,"sort":"Text","colour":"#17232b","width":300,"points":"500,500","words":"High"}]""")
        );
        var svg = await learner.Client.GetAsync($"{learner.Work}/drawings/drawing.svg", Stop);
        Assert.Equal("image/svg+xml", svg.Content.Headers.ContentType!.MediaType);
        var drawn = await svg.Content.ReadAsStringAsync(Stop);
        Assert.Contains("M0,0Q0,0 50,50Q100,100 100,100", drawn);
        Assert.Contains(">High</text>", drawn);
        var refused = await learner.Client.SendEventAsync(
            learner.Page,
            ("act", "add"),
            ("spot", "drawing"),
            ("event", "d3"),
            ("put", "no marks")
        );
        Assert.Contains("data-refusal=\"", await refused.Content.ReadAsStringAsync(Stop));
        var ines = await host.TeacherAsync("ines");
        Assert.Equal(
            drawn,
            await ines.GetStringAsync(
                $"/author/{learner.Page.Split('/')[^1]}/answers/{learner.Work.Split('/')[^1]}/drawings/drawing.svg",
                Stop
            )
        );
    }

    [Fact]
    public async Task Five_have_voted_before_anybody_sees_how_and_the_teacher_never_sees_who()
    {
        var activity = await PublishedAsync();
        var page = "";
        foreach (var choice in new[] { "rain", "rain", "rain", "rain", "sun" })
        {
            var learner = await LearnerAsync(activity);
            await learner.Client.SendEventAsync(learner.Page, ("act", "vote"), ("spot", "poll"), ("event", "v"), ("part-all", choice));
            page = WebUtility.HtmlDecode(await learner.Client.GetStringAsync(learner.Page, Stop));
            Assert.Equal(choice == "sun", page.Contains("4 votes · 80 %"));
        }

        Assert.Contains("5 have voted.", page);
        var results = WebUtility.HtmlDecode(await (await host.TeacherAsync("ines")).GetStringAsync($"/author/{activity}/results", Stop));
        Assert.Contains("5 have voted.", results);
        Assert.Contains("80 %", results);
        Assert.DoesNotContain("“Rain”", results);
        Assert.DoesNotContain("“Sun”", results);
    }
}
