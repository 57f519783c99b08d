using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Tests;

public sealed class LearningTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A published copy of the demo activity of its own, so that tests do not meet.</summary>
    private Task<string> OwnAsync(Visibility visibility = Visibility.Link) =>
        host.WithAsync(
            async (ActivityStore store) =>
            {
                var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example"));
                var draft = await store.CreateAsync(ines.Id, store.Edition("garden", 1));
                await store.PublishAsync(draft.Record.Id, ines.Id);
                await store.SetVisibilityAsync(draft.Record.Id, visibility);
                return draft.Record.Id;
            }
        );

    [Fact]
    public async Task The_whole_way_works_with_plain_forms()
    {
        var learner = await host.LinkVisitorAsync("Plain Paula");
        var page = await learner.GetStringAsync("/a/garden", Stop);
        Assert.Contains("0 of 3 questions answered", page);
        var events = SlateHost.Find(page, "data-events=\"([^\"]+)\"");
        var marked = await learner.PostFormAsync(
            "/a/garden",
            events,
            ("act", "mark"),
            ("spot", "askfrost"),
            ("event", "f1"),
            ("pick", "true")
        );
        Assert.Equal("/a/garden#spot-askfrost", marked.Headers.Location!.OriginalString);
        Assert.Contains("1 of 3 questions answered", await learner.GetStringAsync("/a/garden", Stop));
        var handedIn = await learner.PostFormAsync("/a/garden", events, ("act", "handIn"), ("event", "f2"));
        Assert.Equal("/a/garden#result", handedIn.Headers.Location!.OriginalString);
        var result = await learner.GetStringAsync("/a/garden", Stop);
        Assert.Contains("Handed in", result);
        Assert.Matches("<strong>1</strong> of 4 points", result);
        Assert.Contains("Walk round once more", result);
        Assert.Contains("Begin anew", result);
    }

    [Fact]
    public async Task An_event_sent_twice_counts_once()
    {
        var learner = await host.LinkVisitorAsync();
        (string, string)[] wrong = [("act", "mark"), ("spot", "askglass"), ("event", "same"), ("pick", "fog")];
        await learner.SendEventAsync("/a/garden", wrong);
        await learner.SendEventAsync("/a/garden", wrong);
        var attempt = SlateHost.Find(await learner.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\"");
        Assert.Equal(2, await host.DbAsync(db => db.Events.CountAsync(e => e.AttemptId == attempt, Stop)));
    }

    [Fact]
    public async Task After_handing_in_an_answer_is_refused_in_words()
    {
        var learner = await host.LinkVisitorAsync();
        await learner.SendEventAsync("/a/garden", ("act", "handIn"), ("event", "h"));
        var late = await learner.SendEventAsync("/a/garden", ("act", "mark"), ("spot", "askglass"), ("event", "late"), ("pick", "gale"));
        Assert.Contains("handed in already; nothing was changed", WebUtility.HtmlDecode(await late.Content.ReadAsStringAsync(Stop)));
    }

    [Fact]
    public async Task Beginning_anew_gives_a_new_attempt_and_keeps_the_old()
    {
        var learner = await host.LinkVisitorAsync("Again Anna");
        var first = SlateHost.Find(await learner.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\"");
        await learner.PostFormAsync("/a/garden", "/a/garden?handler=again");
        Assert.Equal(first, SlateHost.Find(await learner.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\""));
        await learner.SendEventAsync("/a/garden", ("act", "handIn"), ("event", "h"));
        await learner.PostFormAsync("/a/garden", "/a/garden?handler=again");
        Assert.NotEqual(first, SlateHost.Find(await learner.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\""));
    }

    [Fact]
    public async Task A_visitor_without_a_name_is_asked_once_more()
    {
        var reply = await host.Visitor().PostFormAsync("/a/garden", "/a/garden?handler=begin", ("name", "  "));
        Assert.Contains("Type a name", await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_private_activity_opens_for_its_owner_alone()
    {
        var id = await OwnAsync(Visibility.Private);
        var stranger = await host.Visitor().GetAsync($"/a/{id}", Stop);
        Assert.Equal(HttpStatusCode.NotFound, stranger.StatusCode);
        Assert.Contains("This activity is private", await stranger.Content.ReadAsStringAsync(Stop));
        Assert.Contains("data-learn", await (await host.TeacherAsync("ines")).GetStringAsync($"/a/{id}", Stop));
    }

    [Fact]
    public async Task The_next_child_at_the_same_tablet_goes_on_as_themselves()
    {
        var pip = await host.LinkVisitorAsync("Pip Petrel");
        var page = await pip.GetStringAsync("/a/garden", Stop);
        Assert.Contains("Pip Petrel", page);
        Assert.Contains("Not you?", page);
        var left = await pip.PostFormAsync("/a/garden", "/sign-out", ("then", "garden"));
        Assert.Equal("/a/garden", left.Headers.Location!.OriginalString);
        Assert.Contains("name=\"name\"", await pip.GetStringAsync("/a/garden", Stop));
        Assert.DoesNotContain("Not you?", await (await host.TeacherAsync("ines")).GetStringAsync("/a/garden", Stop));
        Assert.Equal(
            "/sign-in",
            (await (await host.LinkVisitorAsync()).PostFormAsync("/a/garden", "/sign-out", ("then", "//evil.example")))
                .Headers
                .Location!
                .OriginalString
        );
    }

    [Fact]
    public async Task A_class_activity_opens_by_class_code_and_name()
    {
        var id = await OwnAsync(Visibility.ClassOnly);
        Assert.Contains("Type your class code", await host.Visitor().GetStringAsync($"/a/{id}", Stop));
        await host.WithAsync(
            async (ClassStore classes) =>
            {
                await classes.GiveAsync(
                    await host.DbAsync(db => db.Classes.Where(c => c.Code == "COAST8").Select(c => c.Id).SingleAsync()),
                    id,
                    "Given"
                );
                return 0;
            }
        );

        var learner = host.Visitor();
        var wrong = await learner.PostFormAsync("/join", "/join", ("Code", "COAST8"), ("Name", "Somebody Else"));
        Assert.Contains("No class has this code with this name", await wrong.Content.ReadAsStringAsync(Stop));
        var joined = await learner.PostFormAsync("/join", "/join", ("Code", "coast8"), ("Name", "aino vesterlund"), ("Then", id));
        Assert.Equal($"/own-sign?then={id}", joined.Headers.Location!.OriginalString);
        Assert.Contains("data-learn", await learner.GetStringAsync($"/a/{id}", Stop));
        Assert.Contains("In progress", await learner.GetStringAsync("/todo", Stop));

        // A new title reaches the learner's list; what was made private is closed to the class too.
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync($"/author/{id}", $"/author/{id}/edit", ("edit", "title"), ("title", "Given anew"), ("version", "1"));
        await ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Publish");
        Assert.Contains("Given anew", await learner.GetStringAsync("/todo", Stop));
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                await store.SetVisibilityAsync(id, Visibility.Private);
                return 0;
            }
        );
        Assert.Equal(HttpStatusCode.NotFound, (await learner.GetAsync($"/a/{id}", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_mended_word_reaches_an_open_attempt_and_a_new_key_does_not()
    {
        var id = await OwnAsync();
        var learner = await host.LinkVisitorAsync("At Work", id);
        await learner.GetStringAsync($"/a/{id}", Stop);
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync($"/author/{id}", $"/author/{id}/edit", ("edit", "title"), ("title", "Mended title"), ("version", "1"));
        await ines.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}/edit",
            ("edit", "rules"),
            ("tries", "1"),
            ("counts", "best"),
            ("version", "2")
        );
        var preview = await ines.GetStringAsync($"/author/{id}/publish", Stop);
        Assert.Contains("Title: “Round the instrument garden” is now “Mended title”", WebUtility.HtmlDecode(preview));
        Assert.Contains("Rules of marking", preview);
        await ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Publish");

        var page = await learner.GetStringAsync($"/a/{id}", Stop);
        Assert.Contains("Mended title", page);
        Assert.Contains("data-edition=\"2\"", page);
        Assert.DoesNotContain("try left", page, StringComparison.Ordinal);
        Assert.Contains("1 try left", await (await host.LinkVisitorAsync("Newcomer", id)).GetStringAsync($"/a/{id}", Stop));
    }

    [Fact]
    public async Task The_right_to_left_way_of_a_language_is_kept()
    {
        var id = await OwnAsync();
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}/edit",
            ("edit", "describe"),
            ("language", "ar"),
            ("summary", ""),
            ("version", "1")
        );
        await ines.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Publish");
        Assert.Contains("<html lang=\"ar\" dir=\"rtl\"", await (await host.LinkVisitorAsync("x", id)).GetStringAsync($"/a/{id}", Stop));
    }

    [Fact]
    public async Task A_learners_page_is_small()
    {
        var learner = await host.LinkVisitorAsync();
        var html = await learner.GetStringAsync("/a/garden", Stop);
        Assert.DoesNotContain("htmx", html, StringComparison.Ordinal);
        Assert.Single(System.Text.RegularExpressions.Regex.Matches(html, "<script"));
    }
}
