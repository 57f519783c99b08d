using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Tests;

/// <summary>Coming in without a roster: by number, and by what the author asks for; what is told of what is seen.</summary>
public sealed class JoiningTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<string> OpenAsync(VisitorsSay say = VisitorsSay.Name, Func<Activity, Activity>? change = null) =>
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var garden = (await store.DraftAsync("garden"))!;
                var document = change is null ? garden.Document : change(garden.Document);
                var id = (await store.CreateAsync(garden.Record.OwnerId, document)).Record.Id;
                await store.PublishAsync(id, garden.Record.OwnerId);
                await store.SetVisibilityAsync(id, Visibility.Link);
                await store.SetVisitorsSayAsync(id, say);
                return id;
            }
        );

    private static string InArabic(string number) => string.Concat(number.Select(digit => (char)(digit - '0' + '٠')));

    private Task<string?> NumberAsync(string id) => host.WithAsync((JoinNumbers numbers) => numbers.EnsureAsync(id));

    private async Task<HttpResponseMessage> JoinAsync(string typed) =>
        await host.Visitor().PostFormAsync("/join", "/join", ("Code", typed), ("Name", ""));

    [Fact]
    public async Task A_number_opens_its_activity_however_it_is_typed_and_no_other_number_does()
    {
        var id = await OpenAsync();
        var number = (await NumberAsync(id))!;
        Assert.Matches("^[1-9][0-9]{5}$", number);
        Assert.Equal(number, await NumberAsync(id));
        foreach (var typed in new[] { number, $" {number[..3]} {number[3..]} ", $"{number[..2]}-{number[2..]}", InArabic(number) })
        {
            Assert.Equal($"/a/{id}", (await JoinAsync(typed)).Headers.Location!.OriginalString);
        }

        foreach (var wrong in new[] { number[..5], number + "0", "000000" })
        {
            var said = WebUtility.HtmlDecode(await (await JoinAsync(wrong)).Content.ReadAsStringAsync(Stop));
            Assert.Contains("There is nothing of this number", said, StringComparison.Ordinal);
        }

        // Letters make it a class code; and what is in the bin is found no more.
        Assert.Equal(HttpStatusCode.OK, (await JoinAsync("X" + number)).StatusCode);
        await host.DbAsync(async db =>
            await db
                .Activities.Where(a => a.Id == id)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.BinnedAt, DateTimeOffset.UtcNow), Stop)
        );
        Assert.Equal(HttpStatusCode.OK, (await JoinAsync(number)).StatusCode);
    }

    [Fact]
    public async Task Numbers_are_made_once_each_whoever_asks_at_the_same_moment()
    {
        var id = await OpenAsync();
        Assert.Single((await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => NumberAsync(id)))).Distinct());
    }

    [Theory]
    [InlineData(VisitorsSay.Name, "Your name", "Wren", "Wren")]
    [InlineData(VisitorsSay.Nickname, "A nickname", "Puffin", "Puffin")]
    [InlineData(VisitorsSay.Number, "Your number", "0042", "0042")]
    [InlineData(VisitorsSay.Email, "Your e-mail address", "wren@school.example", "wren@school.example")]
    [InlineData(VisitorsSay.Nothing, "Start", "", "Visitor ")]
    public async Task Visitors_say_what_the_author_asks_for(VisitorsSay say, string asked, string typed, string called)
    {
        var id = await OpenAsync(say);
        var visitor = host.Visitor();
        var gate = WebUtility.HtmlDecode(await visitor.GetStringAsync($"/a/{id}", Stop));
        Assert.Contains(asked, gate, StringComparison.Ordinal);
        Assert.Equal(say != VisitorsSay.Nothing, gate.Contains("name=\"name\"", StringComparison.Ordinal));
        var begun = await visitor.PostFormAsync($"/a/{id}", $"/a/{id}?handler=begin", ("name", typed));
        Assert.Equal(HttpStatusCode.Redirect, begun.StatusCode);
        await visitor.GetStringAsync($"/a/{id}", Stop);
        var names = await host.DbAsync(db =>
            (
                from attempt in db.Attempts
                join person in db.Users on attempt.PersonId equals person.Id
                where attempt.ActivityId == id
                select person.DisplayName
            ).ToListAsync(Stop)
        );
        Assert.StartsWith(called, Assert.Single(names), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(VisitorsSay.Name, " ")]
    [InlineData(VisitorsSay.Email, "nobody")]
    [InlineData(VisitorsSay.Email, "@school.example")]
    [InlineData(VisitorsSay.Email, "wren@")]
    [InlineData(VisitorsSay.SignIn, "Wren")]
    public async Task What_is_not_said_lets_nobody_in(VisitorsSay say, string typed)
    {
        var id = await OpenAsync(say);
        var refused = await host.Visitor().PostFormAsync($"/a/{id}", $"/a/{id}?handler=begin", ("name", typed));
        Assert.Contains("role=\"alert\"", await refused.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        Assert.False(await host.DbAsync(db => db.Attempts.AnyAsync(attempt => attempt.ActivityId == id, Stop)));
    }

    [Fact]
    public async Task Where_signing_in_is_asked_for_only_an_account_comes_in()
    {
        var id = await OpenAsync(VisitorsSay.SignIn);
        var visitor = await host.LinkVisitorAsync();
        Assert.Contains($"/sign-in?ReturnUrl=%2Fa%2F{id}", await visitor.GetStringAsync($"/a/{id}", Stop), StringComparison.Ordinal);
        var mireille = await host.TeacherAsync("mireille");
        Assert.Contains("data-events=", await mireille.GetStringAsync($"/a/{id}", Stop), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Learners_are_told_what_is_seen_openly_at_first_and_in_a_line_from_then_on()
    {
        var id = await OpenAsync();
        var visitor = await host.LinkVisitorAsync("Told Tilda", id);
        var first = await visitor.GetStringAsync($"/a/{id}", Stop);
        Assert.Matches("<details[^>]* open[^>]*>\\s*<summary class=\"py-1\">What is seen of this", first);
        var events = SlateHost.Find(first, "data-events=\"([^\"]+)\"");
        await visitor.PostFormAsync($"/a/{id}", events, ("act", "open"), ("spot", "shelter"), ("event", "seen-1"));
        var later = await visitor.GetStringAsync($"/a/{id}", Stop);
        Assert.Contains("<summary class=\"py-1\">What is seen of this", later, StringComparison.Ordinal);
        Assert.DoesNotMatch("<details[^>]* open[^>]*>\\s*<summary class=\"py-1\">What is seen of this", later);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task A_copy_of_ones_work_is_there_as_the_author_lets(bool lets)
    {
        var id = await OpenAsync(change: activity => activity with { Rules = activity.Rules with { LetsKeepCopy = lets } });
        var visitor = await host.LinkVisitorAsync("Copying Cleo", id);
        var events = SlateHost.Find(await visitor.GetStringAsync($"/a/{id}", Stop), "data-events=\"([^\"]+)\"");
        await visitor.PostFormAsync($"/a/{id}", events, ("act", "handIn"), ("event", "copy-1"));
        Assert.Equal(lets, (await visitor.GetStringAsync($"/a/{id}", Stop)).Contains("paper=true", StringComparison.Ordinal));
        var paper = await visitor.GetAsync($"/a/{id}?paper=true", Stop);
        Assert.Equal(lets ? HttpStatusCode.OK : HttpStatusCode.NotFound, paper.StatusCode);
    }

    [Fact]
    public async Task The_link_is_mailed_once_a_day_to_each_address_and_to_none_when_one_is_wrong()
    {
        var id = await OpenAsync();
        var ines = await host.TeacherAsync("ines");
        async Task<string> MailAsync(string to, string words = "") =>
            WebUtility.HtmlDecode(
                await (
                    await ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Mail", ("to", to), ("words", words))
                ).Content.ReadAsStringAsync(Stop)
            );
        Assert.Contains("“nobody” is not an e-mail address", await MailAsync("wren@school.example, nobody"), StringComparison.Ordinal);
        Assert.Contains("Type an e-mail address", await MailAsync(" \n"), StringComparison.Ordinal);
        var many = string.Join(' ', Enumerable.Range(0, LinkMails.Most + 1).Select(i => $"l{i}@school.example"));
        Assert.Contains("here are 61", await MailAsync(many), StringComparison.Ordinal);
        Assert.False(await host.DbAsync(db => db.Mails.AnyAsync(mail => mail.Text.Contains(id), Stop)));

        Assert.Contains(
            "2 mails are on their way",
            await MailAsync("wren@school.example; WREN@school.example bo@school.example", "Till Friday.")
        );
        Assert.Contains("1 mail is on its way", await MailAsync("bo@school.example\nada@school.example"));
        var sent = await host.DbAsync(db => db.Mails.Where(mail => mail.Text.Contains(id)).ToListAsync(Stop));
        Assert.Equal(["ada@school.example", "bo@school.example", "wren@school.example"], sent.Select(mail => mail.Address).Order());
        Assert.Contains($"http://localhost/a/{id}", sent[0].Text, StringComparison.Ordinal);
        Assert.Contains("Till Friday.", sent[0].Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("fr", "de-CH, en;q=0.5", "Anfangen")]
    [InlineData("fr", "it, ar;q=0.8, de;q=0.6", "ابدأ")]
    [InlineData("fr", "it", "Start")]
    [InlineData("fr", "", "Start")]
    [InlineData("de", "en", "Anfangen")]
    public async Task Where_the_language_has_no_buttons_they_are_in_the_learners_own(string language, string asked, string start)
    {
        var id = await OpenAsync(change: activity => activity with { Language = language });
        var visitor = host.Visitor();
        visitor.DefaultRequestHeaders.TryAddWithoutValidation("Accept-Language", asked);
        var gate = WebUtility.HtmlDecode(await visitor.GetStringAsync($"/a/{id}", Stop));
        Assert.Matches($"<button[^>]*>{start}</button>", gate);
        Assert.Contains($"lang=\"{language}\"", gate, StringComparison.Ordinal);
        var begun = await visitor.PostFormAsync($"/a/{id}", $"/a/{id}?handler=begin", ("name", "Wren"));
        Assert.Equal(HttpStatusCode.Redirect, begun.StatusCode);
        var page = WebUtility.HtmlDecode(await visitor.GetStringAsync($"/a/{id}", Stop));
        Assert.Contains(
            start switch
            {
                "Anfangen" => "Abgeben",
                "Start" => "Hand in",
                _ => "سلّم",
            },
            page,
            StringComparison.Ordinal
        );
    }
}
