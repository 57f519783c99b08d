using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

public sealed class AuthoringTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<(HttpClient Ines, string Id)> NewAsync()
    {
        var ines = await host.TeacherAsync("ines");
        var picture = new MultipartFormDataContent();
        var file = new ByteArrayContent(
            await File.ReadAllBytesAsync(Path.Combine(SlateHost.Root(), "demo/pictures/shelter-inside.png"), Stop)
        );
        picture.Add(file, "file", "shelter-inside.png");
        picture.Add(new StringContent(""), "title");
        picture.Add(
            new StringContent(SlateHost.Find(await ines.GetStringAsync("/new", Stop), "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")),
            "proof"
        );
        var reply = await ines.PostAsync("/new", picture, Stop);
        return (ines, reply.Headers.Location!.OriginalString.Split('/').Last());
    }

    private Task<Draft> DraftAsync(string id) => host.WithAsync(async (ActivityStore store) => (await store.DraftAsync(id))!);

    private async Task<HttpResponseMessage> EditAsync(HttpClient ines, string id, params (string, string)[] fields)
    {
        var version = (await DraftAsync(id)).Record.Version;
        return await ines.PostFormAsync($"/author/{id}", $"/author/{id}/edit", [.. fields, ("version", version.ToString())]);
    }

    [Fact]
    public async Task A_picture_becomes_an_activity_named_after_its_file()
    {
        var (_, id) = await NewAsync();
        var draft = await DraftAsync(id);
        Assert.Equal("shelter inside", draft.Document.Title);
        Assert.Equal((800, 500), (draft.Document.Pictures.Single().Width, draft.Document.Pictures.Single().Height));
    }

    [Fact]
    public async Task What_is_no_picture_is_refused_and_what_was_typed_is_kept()
    {
        var ines = await host.TeacherAsync("ines");
        var form = new MultipartFormDataContent
        {
            { new ByteArrayContent([1, 2, 3]), "file", "notes.png" },
            { new StringContent("My title"), "title" },
            {
                new StringContent(
                    SlateHost.Find(await ines.GetStringAsync("/new", Stop), "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")
                ),
                "proof"
            },
        };
        var page = WebUtility.HtmlDecode(await (await ines.PostAsync("/new", form, Stop)).Content.ReadAsStringAsync(Stop));
        Assert.Contains("“notes.png” cannot be used here", page);
        Assert.Contains("value=\"My title\"", page);
    }

    [Theory]
    [InlineData("/new", "weather-quiz.csv", "question,right,wrong\nWhat falls?,rain,wind", 1, "weather quiz")]
    [InlineData("/new?handler=File", "way.dot", "digraph { A -> B [label=on]; A -> C [label=back] }", 3, "way")]
    public async Task A_file_from_elsewhere_begins_an_activity(string address, string name, string text, int scenes, string title)
    {
        var ines = await host.TeacherAsync("ines");
        var reply = await SendFileAsync(ines, address, name, text);
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        var made = (await DraftAsync(reply.Headers.Location!.OriginalString.Split('/')[^1])).Document;
        Assert.Equal((scenes, title), (made.Scenes.Count, made.Title));
    }

    [Theory]
    [InlineData("story.txt", "Just a line.", "“story.txt” reads neither as questions nor as the outline of a story")]
    [InlineData("notes.exe", "MZ", "Choose a file first: .xlsx")]
    public async Task A_file_that_is_neither_is_told_on_the_page(string name, string text, string said)
    {
        var ines = await host.TeacherAsync("ines");
        var page = await (await SendFileAsync(ines, "/new?handler=File", name, text)).Content.ReadAsStringAsync(Stop);
        Assert.Contains(said, WebUtility.HtmlDecode(page));
    }

    private static async Task<HttpResponseMessage> SendFileAsync(HttpClient ines, string address, string name, string text) =>
        await ines.PostAsync(
            address,
            new MultipartFormDataContent
            {
                { new StringContent(text), "file", name },
                {
                    new StringContent(
                        SlateHost.Find(await ines.GetStringAsync("/new", Stop), "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")
                    ),
                    "proof"
                },
            },
            Stop
        );

    [Fact]
    public async Task A_question_is_built_by_its_form()
    {
        var (ines, id) = await NewAsync();
        var scene = (await DraftAsync(id)).Document.Scenes[0].Id;
        await EditAsync(
            ines,
            id,
            ("edit", "add"),
            ("scene", scene),
            ("newId", "mine"),
            ("kind", "multipleChoice"),
            ("x", "0.25"),
            ("y", "0.75")
        );
        var options = ((MultipleChoiceQuestion)((Ask)(await DraftAsync(id)).Document.SpotOf("mine")!.Content).Question).Options;
        await EditAsync(
            ines,
            id,
            ("edit", "ask"),
            ("spot", "mine"),
            ("prompt", "<p>Which one is kept moist?</p>"),
            ("picks", "One"),
            ("option", options[0].Id),
            ($"{options[0].Id}-text", "dry"),
            ($"words-{options[0].Id}", "No wick there."),
            ("option", options[1].Id),
            ($"{options[1].Id}-text", "wet"),
            ("option", options[2].Id),
            ($"{options[2].Id}-text", "both"),
            ("right", options[1].Id),
            ("hint", "Look for the wick."),
            ("points", "2,5"),
            ("shuffle", "yes")
        );
        var spot = (await DraftAsync(id)).Document.SpotOf("mine")!;
        Assert.Equal(new AtPoint(0.25, 0.75), spot.Place);
        var question = Assert.IsType<MultipleChoiceQuestion>(((Ask)spot.Content).Question);
        Assert.Equal("Which one is kept moist?", spot.ReportName);
        Assert.Equal(["wet"], question.Options.Where(o => o.Right).Select(o => o.Text));
        Assert.Equal(
            ("No wick there.", "Look for the wick.", 2.5m, true),
            (question.Options[0].Feedback, question.Hint, question.Points, question.Shuffle)
        );
    }

    [Fact]
    public async Task Options_are_added_moved_and_removed_by_their_presses()
    {
        var (ines, id) = await NewAsync();
        var scene = (await DraftAsync(id)).Document.Scenes[0].Id;
        await EditAsync(
            ines,
            id,
            ("edit", "add"),
            ("scene", scene),
            ("newId", "mine"),
            ("kind", "multipleChoice"),
            ("x", "0.5"),
            ("y", "0.5")
        );
        async Task<string[]> PressAsync(string press, Func<string[], string> value)
        {
            var ids = ((MultipleChoiceQuestion)((Ask)(await DraftAsync(id)).Document.SpotOf("mine")!.Content).Question)
                .Options.Select(o => o.Id)
                .ToArray();
            await EditAsync(ines, id, [("edit", "ask"), ("spot", "mine"), .. ids.Select(o => ("option", o)), (press, value(ids))]);
            return ((MultipleChoiceQuestion)((Ask)(await DraftAsync(id)).Document.SpotOf("mine")!.Content).Question)
                .Options.Select(o => o.Id)
                .ToArray();
        }

        var four = await PressAsync("option", _ => "added");
        Assert.Equal(4, four.Length);
        Assert.Equal([four[0], four[1], four[3], four[2]], await PressAsync("up-option", ids => ids[3]));
        var three = await PressAsync("remove-option", ids => ids[0]);
        Assert.Equal(3, three.Length);
        Assert.DoesNotContain(four[0], three);
    }

    [Fact]
    public async Task A_second_tab_is_told_and_overwrites_nothing()
    {
        var (ines, id) = await NewAsync();
        await EditAsync(ines, id, ("edit", "title"), ("title", "From the first tab"));
        var late = await ines.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}/edit",
            ("edit", "title"),
            ("title", "From the second tab"),
            ("version", "1")
        );
        Assert.Equal(HttpStatusCode.Conflict, late.StatusCode);
        Assert.Contains("changed meanwhile by you, in another tab", await late.Content.ReadAsStringAsync(Stop));
        Assert.Equal("2", late.Headers.GetValues("X-Slate-Version").Single());
        Assert.Equal("From the first tab", (await DraftAsync(id)).Document.Title);
    }

    [Theory]
    [InlineData("title", "title", "", "needs a title")]
    [InlineData("rules", "passMark", "lots", "“lots” is not a percentage (pass mark)")]
    [InlineData("rules", "tries", "0", "at least one try")]
    [InlineData("rules", "tryCosts", "10 much", "between 0 and 100 %")]
    [InlineData("move", "spot", "gone", "not in the activity any more")]
    [InlineData("add", "kind", "telepathy", "not in the activity any more")]
    [InlineData("dance", "x", "1", "not in the activity any more")]
    public async Task A_refusal_is_in_words_about_the_field(string edit, string field, string value, string words)
    {
        var (ines, id) = await NewAsync();
        var reply = await EditAsync(ines, id, ("edit", edit), (field, value));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(words, await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_trial_takes_no_record_and_sees_the_draft_as_it_is()
    {
        var (ines, id) = await NewAsync();
        var scene = (await DraftAsync(id)).Document.Scenes[0].Id;
        await EditAsync(ines, id, ("edit", "add"), ("scene", scene), ("newId", "tf"), ("kind", "trueOrFalse"), ("x", "0.5"), ("y", "0.5"));
        var trial = await (await ines.PostFormAsync($"/author/{id}", $"/author/{id}/trial")).Content.ReadAsStringAsync(Stop);
        Assert.Contains("data-ask=\"tf\"", trial);
        var marked = await ines.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}/trial/events",
            ("act", "mark"),
            ("spot", "tf"),
            ("event", "t1"),
            ("pick", "false")
        );
        Assert.Contains("Not right", await marked.Content.ReadAsStringAsync(Stop));
        Assert.False(await host.DbAsync(db => db.Attempts.AnyAsync(a => a.ActivityId == id)));
    }

    [Fact]
    public async Task What_blocks_keeps_it_from_being_published()
    {
        var (ines, id) = await NewAsync();
        var page = await (
            await ines.PostFormAsync("/new", $"/author/{id}/publish?handler=Publish", ("visibility", "Link"))
        ).Content.ReadAsStringAsync(Stop);
        Assert.Contains("Nothing is in it yet", page);
        Assert.Equal(0, (await DraftAsync(id)).Record.NewestEdition);
    }

    [Fact]
    public async Task The_qr_code_is_a_picture_of_the_link()
    {
        var (ines, id) = await NewAsync();
        var reply = await ines.GetAsync($"/author/{id}/qr.svg", Stop);
        Assert.Equal("image/svg+xml", reply.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith("<svg", (await reply.Content.ReadAsStringAsync(Stop)).TrimStart());
    }

    [Fact]
    public async Task Results_tell_who_did_what_with_reasons_and_as_csv()
    {
        var ines = await host.TeacherAsync("ines");

        // Page by page, by name: other tests have their learners there too.
        var page = "";
        for (var at = 0; at < 10 && !page.Contains("Ruairidh MacAsgaill", StringComparison.Ordinal); at++)
        {
            page = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/garden/results?at={at}", Stop));
        }

        Assert.Contains("Ruairidh MacAsgaill", page);
        Assert.Contains("Year 8 Coast & Sky", page);
        Assert.Contains("is right.", page);
        var csv = await ines.GetAsync("/author/garden/results?handler=csv", Stop);
        Assert.Equal("text/csv", csv.Content.Headers.ContentType!.MediaType);
        Assert.Contains("Ruairidh MacAsgaill,Year 8 Coast & Sky", await csv.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_class_is_typed_in_by_hand()
    {
        var ines = await host.TeacherAsync("ines");
        var made = await ines.PostFormAsync("/classes", "/classes", ("name", "Bulletin writers"), ("names", "Zaynab\nOtis Fairweather"));
        var page = await ines.GetStringAsync(made.Headers.Location!.OriginalString, Stop);
        Assert.Contains("Zaynab", page);
        Assert.Matches("class=\"big-code[^\"]*\">[A-Z0-9]{6}<", page);
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await (await host.TeacherAsync("mireille")).GetAsync(made.Headers.Location!.OriginalString, Stop)).StatusCode
        );
        var empty = await ines.PostFormAsync("/classes", "/classes", ("name", "x"), ("names", ""));
        Assert.Contains("one a line", await empty.Content.ReadAsStringAsync(Stop));
    }
}
