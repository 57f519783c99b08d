using System.IO.Compression;
using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Mails;

namespace ZestySlate.Web.Tests;

/// <summary>What is kept of learners of every sort is saved whole and deleted whole.</summary>
public sealed class LearnerDataTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Task<string> PublishedAsync(Visibility visibility = Visibility.Link) =>
        host.WithAsync(
            async (ActivityStore store) =>
            {
                var ines = await host.DbAsync(db =>
                    db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
                );
                Spot Asked(string id, Question question) =>
                    new()
                    {
                        Id = id,
                        Place = new AtPoint(0.5, 0.5),
                        Content = new Ask(question),
                    };
                var made = await store.CreateAsync(
                    ines,
                    new Activity
                    {
                        Title = "Kept " + Ids.New(4),
                        Scenes =
                        [
                            new Scene
                            {
                                Id = "s",
                                Backdrop = new PageBackdrop(default),
                                Spots =
                                [
                                    Asked("word", new ShortTextQuestion { Accepted = [new ShortAnswer("vane")] }),
                                    Asked(
                                        "files",
                                        new FileAnswerQuestion
                                        {
                                            Kinds = [HandedKind.Pdf],
                                            Most = 2,
                                            Megabytes = 1,
                                        }
                                    ),
                                ],
                            },
                        ],
                    }
                );
                await store.PublishAsync(made.Record.Id, ines);
                await store.SetVisibilityAsync(made.Record.Id, visibility);
                return made.Record.Id;
            }
        );

    /// <summary>Answers and hands a file over; the attempt.</summary>
    private static async Task<string> WorksAsync(HttpClient learner, string activity, string word)
    {
        var page = await learner.GetStringAsync($"/a/{activity}", Stop);
        var work = SlateHost.Find(page, "data-events=\"([^\"]+)/events\"");
        await learner.SendEventAsync($"/a/{activity}", ("act", "answer"), ("spot", "word"), ("event", "w"), ("text", word));
        var form = new MultipartFormDataContent
        {
            { new StringContent("files"), "spot" },
            { new ByteArrayContent("%PDF-1.4\nsky"u8.ToArray()), "file", "My sky.pdf" },
        };
        form.Headers.Add("X-Slate-Proof", SlateHost.Find(page, "data-proof=\"([^\"]+)\""));
        Assert.Equal(HttpStatusCode.OK, (await learner.PostAsync(work + "/files", form, Stop)).StatusCode);
        return work.Split('/')[^1];
    }

    private static async Task<(string Json, IReadOnlyList<string> Files)> SavedAsync(HttpClient who, string page)
    {
        using var zip = new ZipArchive(await who.GetStreamAsync(page + "?handler=export", Stop));
        using var json = new StreamReader(zip.GetEntry("learner.json")!.Open());
        return (await json.ReadToEndAsync(Stop), zip.Entries.Where(entry => entry.Length == 12).Select(entry => entry.FullName).ToList());
    }

    private IEnumerable<string> OnDisk() =>
        Directory.EnumerateFiles(host.Services.GetRequiredService<HandedFolder>().Path, "*", SearchOption.AllDirectories);

    [Fact]
    public async Task A_visitor_is_saved_and_deleted_by_who_builds_the_activity_and_by_nobody_else()
    {
        var (one, other) = (await PublishedAsync(), await PublishedAsync());
        var visitor = await host.LinkVisitorAsync("Vala Visitor", one);
        var attempt = await WorksAsync(visitor, one, "barograph");
        await WorksAsync(visitor, other, "anemoscope");
        var person = await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.PersonId).SingleAsync(Stop));
        var (ines, page) = (await host.TeacherAsync("ines"), $"/author/{one}/learners/{person}");
        Assert.Contains($"{page}\"", await ines.GetStringAsync($"/author/{one}/results", Stop));
        var (json, files) = await SavedAsync(ines, page);
        Assert.Contains("barograph", json);
        Assert.DoesNotContain("anemoscope", json);
        Assert.EndsWith("My sky.pdf", Assert.Single(files));

        Assert.Equal("/not-yours", (await (await host.TeacherAsync("mireille")).GetAsync(page, Stop)).Headers.Location!.AbsolutePath);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/garden/learners/{person}", Stop)).StatusCode);
        Assert.Contains(
            "Nothing was deleted",
            await (await ines.PostFormAsync(page, page, ("typed", "Vala"))).Content.ReadAsStringAsync(Stop)
        );
        var before = OnDisk().Count();
        await ines.PostFormAsync(page, page, ("typed", " vala visitor "));
        Assert.Equal(before - 1, OnDisk().Count());
        Assert.False(await host.DbAsync(db => db.Attempts.AnyAsync(a => a.Id == attempt, Stop)));
        Assert.False(await host.DbAsync(db => db.Events.AnyAsync(e => e.AttemptId == attempt, Stop)));
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync(page, Stop)).StatusCode);

        // What they did elsewhere stays, until that goes too: then nobody is left.
        Assert.Contains("anemoscope", await visitor.GetStringAsync($"/a/{other}", Stop));
        page = $"/author/{other}/learners/{person}";
        await ines.PostFormAsync(page, page, ("typed", "Vala Visitor"));
        Assert.False(await host.DbAsync(db => db.Users.AnyAsync(p => p.Id == person, Stop)));
        Assert.Contains("name=\"name\"", await visitor.GetStringAsync($"/a/{other}", Stop));
        Assert.False(await host.DbAsync(db => db.Attempts.AnyAsync(a => a.PersonId == person, Stop)));
    }

    [Fact]
    public async Task A_keeper_finds_everybody_and_deletes_everything_and_no_account()
    {
        var activity = await PublishedAsync(Visibility.ClassOnly);
        var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example", Stop));
        var group = (
            await host.WithAsync((ClassStore classes) => classes.CreateAsync(ines.Id, "Kept class", "Kolja 100%_Kept\nKolja Other"))
        ).Value;
        await host.WithAsync(
            async (ClassStore classes) =>
            {
                await classes.GiveAsync(group.Id, activity, "Kept");
                return 0;
            }
        );
        var learner = host.Visitor();
        await learner.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", "Kolja 100%_Kept"));
        var attempt = await WorksAsync(learner, activity, "vane");
        var person = await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.PersonId).SingleAsync(Stop));
        var assignment = await host.DbAsync(db => db.Assignments.Where(g => g.ClassId == group.Id).Select(g => g.Id).SingleAsync(Stop));
        await host.DbAsync(async db =>
        {
            db.Mails.Add(
                new MailRecord
                {
                    Key = $"{assignment} told {attempt}",
                    Address = ines.Email!,
                    Name = ines.DisplayName,
                    Subject = "Kolja 100%_Kept handed in",
                    Text = "x",
                    CreatedAt = default,
                    NextTry = DateTimeOffset.MaxValue,
                    SentAt = DateTimeOffset.UtcNow,
                }
            );
            return await db.SaveChangesAsync(Stop);
        });

        var keeper = await host.TeacherAsync("tobiah");
        var found = await keeper.GetStringAsync("/keeper/people?words=100%25_kept", Stop);
        Assert.Contains($"/keeper/people/{person}", found);
        Assert.DoesNotContain("Kolja Other", found);
        Assert.DoesNotContain("Ines", await keeper.GetStringAsync("/keeper/people?words=ines", Stop));
        Assert.Equal(HttpStatusCode.NotFound, (await keeper.GetAsync($"/keeper/people/{ines.Id}", Stop)).StatusCode);
        Assert.Contains("handed in", (await SavedAsync(keeper, $"/keeper/people/{person}")).Json);
        await keeper.PostFormAsync($"/keeper/people/{person}", $"/keeper/people/{person}", ("typed", "Kolja 100%_Kept"));
        Assert.False(await host.DbAsync(db => db.Mails.AnyAsync(m => m.Key.EndsWith(attempt), Stop)));
        Assert.False(await host.DbAsync(db => db.Users.AnyAsync(p => p.Id == person, Stop)));
        Assert.False(await host.DbAsync(db => db.KnownDevices.AnyAsync(p => p.PersonId == person, Stop)));
        Assert.Equal("/sign-in", (await learner.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
    }
}
