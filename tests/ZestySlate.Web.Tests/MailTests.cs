extern alias post;

using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Tests;

/// <summary>What is mailed to whom, and coming in by number, e-mail address and mailed link.</summary>
public sealed partial class MailTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A class whose learners have numbers and addresses, with a question given to it on these terms.</summary>
    private async Task<(ClassRecord Class, AssignmentRecord Given, string Address)> GivenAsync(
        Action<AssignmentRecord> terms,
        IdentifiedBy by = IdentifiedBy.Name
    )
    {
        var tag = Ids.New(6).ToLowerInvariant();
        var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example", Stop));
        var activity = await host.WithAsync(
            async (ActivityStore store) =>
            {
                var spot = new Spot
                {
                    Id = "word",
                    Content = new Ask(
                        new ShortTextQuestion { Prompt = RichText.Plain("Which gauge?"), Accepted = [new ShortAnswer("anemometer")] }
                    ),
                };
                var made = await store.CreateAsync(
                    ines.Id,
                    new Activity
                    {
                        Title = "Gauges " + tag,
                        Language = "de",
                        Scenes =
                        [
                            new Scene
                            {
                                Id = "s",
                                Backdrop = new PageBackdrop(default),
                                Spots = [spot],
                            },
                        ],
                    }
                );
                await store.PublishAsync(made.Record.Id, ines.Id);
                await store.SetVisibilityAsync(made.Record.Id, Visibility.ClassOnly);
                return made.Record;
            }
        );
        var group = await host.WithAsync(
            async (ClassStore classes) =>
            {
                var made = (await classes.CreateAsync(ines.Id, "Class " + tag, "Wren\nBo")).Value;
                await classes.GiveAsync(made.Id, activity.Id, activity.Title);
                return made;
            }
        );
        return await host.DbAsync(async db =>
        {
            (await db.Classes.SingleAsync(c => c.Id == group.Id, Stop)).IdentifiedBy = by;
            var wren = await db.Enrolments.SingleAsync(e => e.ClassId == group.Id && e.RosterName == "Wren", Stop);
            (wren.Number, wren.Email) = ("47-11", $"wren.{tag}@gannetpoint.example");
            var given = await db.Assignments.SingleAsync(a => a.ClassId == group.Id, Stop);
            given.MailsSince = DateTimeOffset.UtcNow.AddMinutes(-1);
            terms(given);
            await db.SaveChangesAsync(Stop);
            return (group, given, wren.Email);
        });
    }

    private async Task<string[]> SubjectsAsync(string address)
    {
        await host.MailAsync();
        return host.Letters.To(address).Select(letter => letter.Subject).Reverse().ToArray();
    }

    private async Task<HttpClient> JoinAsync(ClassRecord group, string said)
    {
        var learner = host.Visitor();
        await learner.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", said));
        return learner;
    }

    [Fact]
    public async Task Whoever_is_to_be_told_is_told_once_in_the_activitys_language()
    {
        var (group, given, address) = await GivenAsync(a =>
            (a.Mails, a.Due, a.Instructions) = (
                AssignmentMails.Set | AssignmentMails.HandedIn | AssignmentMails.Returned,
                DateTimeOffset.UtcNow.AddDays(5),
                "Nimm dir Zeit."
            )
        );
        Assert.Equal([$"Neu: {given.Title}"], await SubjectsAsync(address));
        var letter = host.Letters.To(address)[0];
        Assert.Contains("Ines Halloran hat dir", letter.Text);
        Assert.Contains("Nimm dir Zeit.", letter.Text);
        Assert.Contains($"http://localhost/a/{given.ActivityId}", letter.Text);
        Assert.Single(await SubjectsAsync(address));

        var wren = await JoinAsync(group, "Wren");
        await wren.SendEventAsync($"/a/{given.ActivityId}", ("act", "handIn"), ("event", "h"));
        Assert.Equal($"Abgegeben: {given.Title}", (await SubjectsAsync(address))[^1]);
        var attempt = await host.DbAsync(db => db.Attempts.Where(a => a.AssignmentId == given.Id).Select(a => a.Id).SingleAsync(Stop));
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync(
            $"/author/{given.ActivityId}/review/{attempt}",
            $"/author/{given.ActivityId}/review/{attempt}?handler=Return"
        );
        Assert.Equal($"Zurückgegeben: {given.Title}", (await SubjectsAsync(address))[^1]);
        Assert.Equal(3, (await SubjectsAsync(address)).Length);
        Assert.DoesNotContain("anemometer", string.Concat(host.Letters.To(address).Select(one => one.Text)));
    }

    /// <summary>Work that ended long ago is looked at only when something happens in it.</summary>
    [Fact]
    public async Task What_ended_a_month_ago_is_mailed_about_when_somebody_hands_in_after_all()
    {
        var (_, _, lately) = await GivenAsync(a => (a.Mails, a.Due) = (AssignmentMails.Set, DateTimeOffset.UtcNow.AddDays(-29)));
        Assert.Single(await SubjectsAsync(lately));
        var (group, given, address) = await GivenAsync(a =>
            (a.Mails, a.Due) = (AssignmentMails.Set | AssignmentMails.HandedIn, DateTimeOffset.UtcNow.AddDays(-31))
        );
        Assert.Empty(await SubjectsAsync(address));
        var wren = await JoinAsync(group, "Wren");
        await wren.SendEventAsync($"/a/{given.ActivityId}", ("act", "handIn"), ("event", "h"));
        Assert.Equal([$"Abgegeben: {given.Title}"], await SubjectsAsync(address));
    }

    [Fact]
    public async Task Who_has_not_handed_in_is_reminded_a_day_before()
    {
        var (group, given, address) = await GivenAsync(a =>
            (a.Mails, a.Due) = (AssignmentMails.Reminder, DateTimeOffset.UtcNow.AddHours(30))
        );
        Assert.Empty(await SubjectsAsync(address));
        await host.DbAsync(db =>
            db.Assignments.Where(a => a.Id == given.Id)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.Due, DateTimeOffset.UtcNow.AddHours(20)), Stop)
        );
        Assert.Equal([$"Bald fällig: {given.Title}"], await SubjectsAsync(address));
        Assert.NotNull(group);
    }

    [Fact]
    public async Task Nothing_is_mailed_that_is_kept_back_not_open_yet_or_handed_in_already()
    {
        var kept = await GivenAsync(a => (a.Mails, a.KeptBack) = (AssignmentMails.Set, true));
        var later = await GivenAsync(a => (a.Mails, a.From) = (AssignmentMails.Set, DateTimeOffset.UtcNow.AddHours(1)));
        var done = await GivenAsync(a => (a.Mails, a.Due) = (AssignmentMails.None, DateTimeOffset.UtcNow.AddHours(2)));
        var wren = await JoinAsync(done.Class, "Wren");
        await wren.SendEventAsync($"/a/{done.Given.ActivityId}", ("act", "handIn"), ("event", "h"));
        await host.DbAsync(db =>
            db.Assignments.Where(a => a.Id == done.Given.Id)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.Mails, AssignmentMails.Set | AssignmentMails.Reminder), Stop)
        );
        foreach (var address in new[] { kept.Address, later.Address, done.Address })
        {
            Assert.Empty(await SubjectsAsync(address));
        }
    }

    [Fact]
    public async Task A_refused_mail_is_told_to_the_keeper_and_one_that_waits_goes_later()
    {
        var (_, given, _) = await GivenAsync(a => a.Mails = AssignmentMails.Set);
        await host.DbAsync(async db =>
        {
            var learners = await db.Enrolments.Where(e => e.ClassId == given.ClassId).ToListAsync(Stop);
            (learners[0].Email, learners[1].Email) = ("gone@refuses.example", "busy@later.example");
            return await db.SaveChangesAsync(Stop);
        });
        await host.MailAsync();
        var mails = await host.DbAsync(db =>
            db.Mails.AsNoTracking().Where(mail => mail.Key.StartsWith($"{given.Id} ")).OrderBy(mail => mail.Address).ToListAsync(Stop)
        );
        Assert.Equal(
            [(false, "the mail server answered 451"), (true, "the mail server answered 550")],
            mails.Select(mail => (mail.Refused, mail.LastProblem!))
        );
        Assert.True(mails[0].NextTry > DateTimeOffset.UtcNow);
        var page = await (await host.TeacherAsync("tobiah")).GetStringAsync("/keeper/mails", Stop);
        Assert.Contains("refused: the mail server answered 550", page);
        Assert.Contains("waits: the mail server answered 451", page);
    }

    [Theory]
    [InlineData(IdentifiedBy.Number, " 47-11 ", "Wren")]
    [InlineData(IdentifiedBy.Email, "WREN", "Wren")]
    public async Task Learners_come_in_by_what_the_class_says(IdentifiedBy by, string said, string wrong)
    {
        var (group, _, address) = await GivenAsync(_ => { }, by);
        said = by == IdentifiedBy.Email ? address.ToUpperInvariant() : said;
        Assert.Contains("Gauges", await (await JoinAsync(group, said)).GetStringAsync("/todo", Stop));
        var refused = await host.Visitor().PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", wrong));
        Assert.Contains("No class has this code with this", await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains(by == IdentifiedBy.Number ? "Your number" : "Your e-mail address", await refused.Content.ReadAsStringAsync(Stop));

        // What can be asked without limit tells nothing of a code.
        async Task<string> LabelAsync(string code) =>
            SlateHost.Find(
                await host.Visitor().GetStringAsync($"/join?code={code}", Stop),
                "<label class=\"field\">([^<]*)<input[^>]*name=\"Name\""
            );
        Assert.Equal(await LabelAsync("ZZZZZZ"), await LabelAsync(group.Code));
    }

    [Fact]
    public async Task A_mailed_link_lets_its_reader_in_once()
    {
        var (group, given, address) = await GivenAsync(_ => { }, IdentifiedBy.MailedLink);
        foreach (var said in new[] { address, "stranger@gannetpoint.example" })
        {
            var reply = await host.Visitor()
                .PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", said), ("Then", given.ActivityId));
            Assert.Contains("Look into your mails", await reply.Content.ReadAsStringAsync(Stop));
        }

        await host.MailAsync();
        var letter = Assert.Single(host.Letters.To(address));
        var link = SlateHost.Find(letter.Text, "(/join/\\S+)");
        Assert.Contains($"Ines Halloran, Gannet Point Weather School has you on the list of “{group.Name}”.", letter.Text);
        Assert.Empty(host.Letters.To("stranger@gannetpoint.example"));
        Assert.Contains("Continue as Wren", await host.Visitor().GetStringAsync(link, Stop));
        var wren = host.Visitor();
        Assert.Equal($"/a/{given.ActivityId}", (await wren.PostFormAsync(link, link)).Headers.Location!.OriginalString);
        Assert.Contains("data-events", await wren.GetStringAsync($"/a/{given.ActivityId}", Stop));
        Assert.Contains("was used", await host.Visitor().GetStringAsync(link, Stop));
    }

    [Fact]
    public async Task A_teacher_mails_everybody_who_has_an_address_a_link_that_is_good_for_days_and_never_too_many()
    {
        var (group, _, address) = await GivenAsync(_ => { }, IdentifiedBy.MailedLink);
        var ines = await host.TeacherAsync("ines");
        var page = $"/classes/{group.Id}";
        Assert.Contains("Mail everybody a link", await ines.GetStringAsync(page, Stop));
        async Task<string> MailedAsync() =>
            await ines.GetStringAsync((await ines.PostFormAsync(page, page + "?handler=Mail")).Headers.Location!.OriginalString, Stop);
        for (var i = 0; i < Mails.MailedLinks.MostAtOnce; i++)
        {
            var sent = await MailedAsync();
            Assert.Contains("way to 1 of 2 learners", Spaces().Replace(sent, " "));
        }

        var none = await MailedAsync();
        Assert.Contains("way to 0 of 2 learners. 1 has 3 links already", Spaces().Replace(none, " "));
        await host.MailAsync();
        var letters = host.Letters.To(address);
        Assert.Equal(Mails.MailedLinks.MostAtOnce, letters.Count);
        Assert.Contains("for 3 days", letters[0].Text);
        Assert.Contains("Continue as Wren", await host.Visitor().GetStringAsync(SlateHost.Find(letters[0].Text, "(/join/\\S+)"), Stop));

        // Only where the class comes in by mailed links.
        await ines.PostFormAsync(page, page + "?handler=Identify", ("by", "Name"));
        Assert.Equal(page, (await ines.PostFormAsync(page, page + "?handler=Mail")).Headers.Location!.OriginalString);
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    [Fact]
    public async Task So_many_links_are_mailed_to_one_learner_and_no_more()
    {
        var (group, _, address) = await GivenAsync(_ => { }, IdentifiedBy.MailedLink);
        for (var i = 0; i < Mails.MailedLinks.MostAtOnce + 2; i++)
        {
            Assert.Contains(
                "Look into your mails",
                await (
                    await host.Visitor().PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", address))
                ).Content.ReadAsStringAsync(Stop)
            );
        }

        await host.MailAsync();
        Assert.Equal(Mails.MailedLinks.MostAtOnce, host.Letters.To(address).Count);
    }

    [Fact]
    public async Task An_assignment_says_what_its_learners_see()
    {
        var (group, given, _) = await GivenAsync(a => (a.ShowsPoints, a.ShownFrom) = (false, RevealMoment.AfterReturn));
        var wren = await JoinAsync(group, "Wren");
        Assert.DoesNotContain("value=\"mark\"", await wren.GetStringAsync($"/a/{given.ActivityId}", Stop));
        await wren.SendEventAsync($"/a/{given.ActivityId}", ("act", "answer"), ("spot", "word"), ("event", "a"), ("text", "wind vane"));
        await wren.SendEventAsync($"/a/{given.ActivityId}", ("act", "handIn"), ("event", "h"));
        Assert.DoesNotContain("anemometer", await wren.GetStringAsync($"/a/{given.ActivityId}", Stop));
        var attempt = await host.DbAsync(db => db.Attempts.Where(a => a.AssignmentId == given.Id).Select(a => a.Id).SingleAsync(Stop));
        await (await host.TeacherAsync("ines")).PostFormAsync(
            $"/author/{given.ActivityId}/review/{attempt}",
            $"/author/{given.ActivityId}/review/{attempt}?handler=Return"
        );
        Assert.Contains("anemometer", await wren.GetStringAsync($"/a/{given.ActivityId}", Stop));
    }

    [Fact]
    public async Task The_terms_and_mails_of_an_assignment_are_kept_by_its_page()
    {
        var (group, given, _) = await GivenAsync(_ => { });
        var ines = await host.TeacherAsync("ines");
        var page = $"/classes/{group.Id}/assignments/{given.Id}";
        await ines.PostFormAsync(
            page,
            page,
            ("points", "false"),
            ("shownFrom", "AfterReturn"),
            ("mails", "1"),
            ("mails", "16"),
            ("counts", "Best")
        );
        var kept = await host.DbAsync(db => db.Assignments.AsNoTracking().SingleAsync(a => a.Id == given.Id, Stop));
        Assert.Equal(
            (false, RevealMoment.AfterReturn, AssignmentMails.Set | AssignmentMails.Returned),
            (kept.ShowsPoints, kept.ShownFrom, kept.Mails)
        );
        Assert.Contains("1 learner has no e-mail address here", await ines.GetStringAsync(page, Stop));
    }

    [Fact]
    public async Task An_assignment_that_cannot_be_planned_holds_no_other_up()
    {
        await using var own = new SlateHost();
        await own.InitializeAsync();
        var (_, given, address) = await new MailTests(own).GivenAsync(a => a.Mails = AssignmentMails.Set);
        await own.DbAsync(async db =>
        {
            // Of a class that is gone; it is the first that is looked at.
            db.Assignments.Add(
                new AssignmentRecord
                {
                    Id = -1,
                    ActivityId = given.ActivityId,
                    Title = "Lost",
                    ClassId = -1,
                    Mails = AssignmentMails.Set,
                    CreatedAt = DateTimeOffset.UtcNow,
                }
            );
            return await db.SaveChangesAsync(Stop);
        });
        await Assert.ThrowsAsync<InvalidOperationException>(() => own.WithAsync((Mails.MailPlan plan) => plan.PlanAsync()));
        Assert.Equal(
            $"Neu: {given.Title}",
            await own.DbAsync(db => db.Mails.Where(mail => mail.Address == address).Select(mail => mail.Subject).SingleAsync(Stop))
        );
    }
}
