using System.Net;
using System.Text.Json;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Locks.Videos;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>A video as the backdrop: the file, what is said in it, when spots are there; and what a learner has watched.</summary>
public sealed class VideoFormTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly byte[] Film = File.ReadAllBytes(Path.Combine(SlateHost.Root(), "demo", "videos", "a-front-passes.webm"));

    private async Task<(HttpClient Ines, string Id)> BeginAsync()
    {
        var (ines, id) = await host.BeginWorksheetAsync("Fronts");
        await SendAsync(ines, id, "/edit", ("edit", "addScene"), ("newId", "film"), ("as", "video"), ("title", "A front passes"));
        Assert.Equal(HttpStatusCode.OK, (await UploadAsync(ines, id, "backdropVideo", Film, "front.webm")).StatusCode);
        return (ines, id);
    }

    private Task<Activity> DocumentAsync(string id) => host.DocumentAsync(id);

    private async Task<VideoBackdrop> VideoAsync(string id) => (VideoBackdrop)(await DocumentAsync(id)).SceneOf("film")!.Backdrop;

    private Task<HttpResponseMessage> SendAsync(HttpClient ines, string id, string path, params (string, string)[] fields) =>
        host.SendFormAsync(ines, id, path, fields);

    private async Task<HttpResponseMessage> UploadAsync(HttpClient ines, string id, string purpose, byte[] file, string name)
    {
        var page = await ines.GetStringAsync($"/author/{id}", Stop);
        var form = new MultipartFormDataContent
        {
            { new StringContent(SlateHost.Find(page, "data-proof=\"([^\"]+)\"")), "proof" },
            { new StringContent(purpose), "purpose" },
            { new StringContent("film"), "scene" },
            {
                new StringContent($"{(await host.WithAsync(async (ActivityStore store) => (await store.DraftAsync(id))!)).Record.Version}"),
                "version"
            },
            { new ByteArrayContent(file), "file", name },
        };
        return await ines.PostAsync($"/author/{id}/media", form, Stop);
    }

    private static async Task<string> WordsAsync(HttpResponseMessage reply) =>
        WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop));

    private async Task PutAsync(HttpClient ines, string id, string kind, string spot, params (string, string)[] fields)
    {
        var reply = await SendAsync(
            ines,
            id,
            "/edit",
            [("edit", "add"), ("scene", "film"), ("kind", kind), ("x", "0.5"), ("y", "0.5"), ("newId", spot), .. fields]
        );
        Assert.True(reply.IsSuccessStatusCode, await WordsAsync(reply));
    }

    private async Task<During?> AddAsync(HttpClient ines, string id, string kind, params (string, string)[] fields)
    {
        var spot = "s" + Guid.NewGuid().ToString("N")[..8];
        await PutAsync(ines, id, kind, spot, fields);
        return (await DocumentAsync(id)).SpotOf(spot)!.During;
    }

    [Fact]
    public async Task A_video_is_put_behind_a_scene_and_what_it_is_stands_in_the_file()
    {
        var (_, id) = await BeginAsync();
        var film = await VideoAsync(id);
        Assert.Equal((854, 480), (film.Width, film.Height));
        Assert.InRange(film.Seconds, 76.9m, 77.3m);
    }

    [Fact]
    public async Task What_is_no_video_is_refused_and_the_one_that_is_there_stays()
    {
        var (ines, id) = await BeginAsync();
        var before = await VideoAsync(id);
        var reply = await UploadAsync(ines, id, "backdropVideo", [0, 0, 0, 24, .. "ftypisom"u8, .. new byte[200]], "torn.mp4");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains("“torn.mp4” begins as a video and cannot be read", await WordsAsync(reply));
        Assert.Equal(before, await VideoAsync(id));
    }

    [Fact]
    public async Task What_is_said_is_pasted_mended_moved_and_named_by_its_language()
    {
        var (ines, id) = await BeginAsync();
        await SendAsync(ines, id, "/captions", ("scene", "film"), ("language", "en"), ("text", "0:01 One. Two\n0:05 three."));
        var first = (await VideoAsync(id)).Captions.Single();
        var said = JsonDocument.Parse(await ines.GetStringAsync($"/author/{id}/captions/{first.Media}", Stop)).RootElement;
        Assert.Equal(["One.", "Two three."], said.GetProperty("ends").EnumerateArray().Select(end => end[1].GetString()));
        var lines = WebUtility.HtmlDecode(
            await ines.GetStringAsync($"/author/{id}/captions/{first.Media}/lines?scene=film&language=en", Stop)
        );
        Assert.Contains("0:01 – 0:05 One. Two", lines);

        await SendAsync(
            ines,
            id,
            "/captions",
            ("scene", "film"),
            ("language", "en"),
            ("text", "0:01 – 0:05 One.\n0:05 – 0:09 Three."),
            ("shift", "-1.5")
        );
        var second = (await VideoAsync(id)).Captions.Single();
        Assert.NotEqual(first.Media, second.Media);
        Assert.Contains(
            "[[0.000,3.500,\"One.\"],[3.500,7.500,\"Three.\"]]",
            await ines.GetStringAsync($"/author/{id}/captions/{second.Media}", Stop)
        );

        await SendAsync(ines, id, "/captions", ("scene", "film"), ("language", "de"), ("text", "0:01 Eins."));
        await SendAsync(ines, id, "/edit", ("edit", "captionTrack"), ("scene", "film"), ("track", "de"), ("language", "en"));
        Assert.Equal(["en", "de"], (await VideoAsync(id)).Captions.Select(track => track.Language));
        await SendAsync(ines, id, "/edit", ("edit", "captionTrack"), ("scene", "film"), ("track", "de"), ("language", "fr"));
        await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "captionTrack"),
            ("scene", "film"),
            ("track", "en"),
            ("language", "en"),
            ("remove", "captions")
        );
        Assert.Equal(["fr"], (await VideoAsync(id)).Captions.Select(track => track.Language));
    }

    [Theory]
    [InlineData("film", "en", "no times here", "", "No times were found")]
    [InlineData("film", "tlh", "0:01 One", "", "Choose the language")]
    [InlineData("film", "en", "0:01 One", "soon", "no number of seconds")]
    [InlineData("film", "en", "0:01 One", "86401", "no number of seconds")]
    [InlineData("gone", "en", "0:01 One", "", "has no video any more")]
    public async Task Captions_that_cannot_be_are_refused_in_words(string scene, string language, string text, string shift, string words)
    {
        var (ines, id) = await BeginAsync();
        var reply = await SendAsync(ines, id, "/captions", ("scene", scene), ("language", language), ("text", text), ("shift", shift));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(words, await WordsAsync(reply));
        Assert.Empty((await VideoAsync(id)).Captions);
    }

    [Fact]
    public async Task Captions_of_another_activity_are_not_read_through_this_one()
    {
        var (ines, id) = await BeginAsync();
        var others = (VideoBackdrop)(await DocumentAsync("front")).Scenes[0].Backdrop;
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/{id}/captions/{others.Captions[0].Media}", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync($"/author/front/captions/{others.Captions[0].Media}", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_draft_is_taken_where_its_sentence_was_said_and_is_open_no_more()
    {
        var (ines, id) = await BeginAsync();
        await SendAsync(
            ines,
            id,
            "/captions",
            ("scene", "film"),
            ("language", "en"),
            ("text", "0:01 The temperature drops by six degrees.\n0:06 End.")
        );
        var list = WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}/drafts?scene=film", Stop));
        Assert.Contains("“The temperature drops by six degrees.”", list);
        Assert.Contains("counts or measures something: “six”", list);
        var draft = SlateHost.Find(list, "name=\"draft\" value=\"(number-[^\"]+)\"");
        var reply = await SendAsync(ines, id, "/drafts", ("scene", "film"), ("draft", draft), ("newId", "taken"), ("stays", "yes"));
        Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
        var spot = (await DocumentAsync(id)).SpotOf("taken")!;
        Assert.Equal(new During(6, 11) { Pauses = true, Opens = true }, spot.During);
        Assert.NotNull(spot.Question);
        Assert.DoesNotContain(draft, await ines.GetStringAsync($"/author/{id}/drafts?scene=film", Stop));

        await SendAsync(ines, id, "/captions", ("scene", "film"), ("language", "en"), ("text", "0:01 It is all new."));
        var gone = await SendAsync(ines, id, "/drafts", ("scene", "film"), ("draft", draft));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
        Assert.Contains("captions have changed", await WordsAsync(gone));
    }

    [Theory]
    [InlineData("99")]
    [InlineData("1")]
    [InlineData("ahead")]
    public async Task A_choice_that_there_is_not_leaves_the_old_one(string typed)
    {
        var (ines, id) = await BeginAsync();
        var reply = await SendAsync(ines, id, "/edit", ("edit", "video"), ("scene", "film"), ("skipping", typed));
        Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
        Assert.Equal(Skipping.Free, (await VideoAsync(id)).Skipping);
    }

    [Fact]
    public async Task Pasted_questions_stop_the_video_at_their_times()
    {
        var (ines, id) = await BeginAsync();
        const string List = "0:10 What falls?\na) the glass *\nb) the wind\n\n1:16 Reflection: And you?";
        var shown = WebUtility.HtmlDecode(
            await (await SendAsync(ines, id, "/questions/read", ("list", List))).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("0:10 · ", shown);
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(ines, id, "/questions", ("scene", "film"), ("list", List))).StatusCode);
        Assert.Equal(
            [new During(10, 15) { Pauses = true, Opens = true }, new During(76, null) { Pauses = true, Opens = true }],
            (await DocumentAsync(id)).SceneOf("film")!.Spots.Select(spot => spot.During)
        );
        var page = (await DocumentAsync(id)).Scenes[0].Id;
        await SendAsync(ines, id, "/questions", ("scene", page), ("list", List));
        Assert.All((await DocumentAsync(id)).SceneOf(page)!.Spots, spot => Assert.Null(spot.During));
    }

    [Fact]
    public async Task A_question_stops_where_the_sentence_ends_and_anything_else_comes_and_goes()
    {
        var (ines, id) = await BeginAsync();
        Assert.Equal(
            new During(11.123m, 16.123m) { Pauses = true, Opens = true },
            await AddAsync(ines, id, "multipleChoice", ("moment", "9.8"), ("sentenceEnd", "11.123"))
        );
        Assert.Equal(
            new During(9.8m, 14.8m) { Pauses = true, Opens = true },
            await AddAsync(ines, id, "multipleChoice", ("moment", "9.8"), ("sentenceEnd", ""))
        );
        Assert.Equal(new During(9.8m, 14.8m), await AddAsync(ines, id, "note", ("moment", "9.8"), ("sentenceEnd", "11.123")));
        Assert.Null(await AddAsync(ines, id, "note"));
        Assert.Null((await AddAsync(ines, id, "note", ("moment", "76")))!.Until);
        Assert.True((await AddAsync(ines, id, "note", ("moment", "9000")))!.From < 77.1m);
    }

    [Fact]
    public async Task When_a_spot_is_there_is_set_in_the_details_and_on_the_strip()
    {
        var (ines, id) = await BeginAsync();
        await PutAsync(ines, id, "multipleChoice", "q");
        async Task<During?> NowAsync(params (string, string)[] fields)
        {
            var reply = await SendAsync(ines, id, "/edit", [("spot", "q"), .. fields]);
            Assert.True(reply.IsSuccessStatusCode, await WordsAsync(reply));
            return (await DocumentAsync(id)).SpotOf("q")!.During;
        }

        Assert.Equal(
            new During(84.5m, null) { Pauses = true, Opens = true },
            await NowAsync(("edit", "during"), ("from", "1:24.5"), ("until", ""))
        );
        var set = await NowAsync(
            ("edit", "during"),
            ("from", "0:10"),
            ("until", "0:20"),
            ("opens", "yes"),
            ("turn-Wrong", "0:05"),
            ("turn-Always", "1:00")
        );
        Assert.Equal(new During(10, 20) { Opens = true, Turns = [new Turn(TurnAfter.Wrong, 5), new Turn(TurnAfter.Always, 60)] }, set);
        Assert.Equal(set! with { From = 12.5m, Until = 22.5m }, await NowAsync(("edit", "span"), ("from", "12.5"), ("until", "22.5")));
        Assert.Equal(set with { From = 3, Until = null }, await NowAsync(("edit", "span"), ("from", "3"), ("until", "")));
        var bent = set with { Turns = [new Turn(TurnAfter.Wrong, 1.25m), new Turn(TurnAfter.Always, 60)] };
        await NowAsync(("edit", "span"), ("from", "10"), ("until", "20"));
        Assert.Equal(bent, await NowAsync(("edit", "turn"), ("turn", "turn-Wrong"), ("to", "1.25")));
        foreach (var (turn, to) in new[] { ("turn-Right", "1"), ("turn-Wrong", "soon"), ("turn-Wrong", "-1"), ("turn-Wrong", "86401") })
        {
            var refused = await SendAsync(ines, id, "/edit", ("spot", "q"), ("edit", "turn"), ("turn", turn), ("to", to));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        }

        Assert.Equal(bent, (await DocumentAsync(id)).SpotOf("q")!.During);
        Assert.Null(await NowAsync(("edit", "during"), ("from", "")));
    }

    [Fact]
    public async Task What_is_said_is_told_with_the_pauses_that_correct_it()
    {
        var (ines, id) = await BeginAsync();
        await SendAsync(
            ines,
            id,
            "/captions",
            ("scene", "film"),
            ("language", "en"),
            ("text", "WEBVTT\n\n00:00.000 --> 00:10.000\nIt rains. It snows.")
        );
        var file = (await VideoAsync(id)).Captions[0].Media;
        var proof = SlateHost.Find(await ines.GetStringAsync($"/author/{id}", Stop), "data-proof=\"([^\"]+)\"");
        async Task<JsonElement> HeardAsync(string query)
        {
            // Somebody speaks up to 5 s, is silent for a second, and speaks again.
            var loudness = Enumerable.Range(0, 200).Select(i => (byte)(i is >= 100 and < 120 ? 10 : 200)).ToArray();
            var ask = new HttpRequestMessage(HttpMethod.Post, $"/author/{id}/silences{query}") { Content = new ByteArrayContent(loudness) };
            ask.Headers.Add("X-Slate-Proof", proof);
            var reply = await ines.SendAsync(ask, Stop);
            Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
            return (await JsonDocument.ParseAsync(await reply.Content.ReadAsStreamAsync(Stop), default, Stop)).RootElement;
        }

        var told = JsonDocument.Parse(await ines.GetStringAsync($"/author/{id}/captions/{file}", Stop)).RootElement;
        Assert.Equal((4.737m, true), (told.GetProperty("ends")[0][0].GetDecimal(), told.GetProperty("reckoned").GetBoolean()));
        var heard = await HeardAsync($"?captions={file}");
        Assert.Equal(5, heard.GetProperty("ends")[0][0].GetDecimal());
        Assert.Equal((6, false), (heard.GetProperty("ends")[1][2].GetDecimal(), heard.GetProperty("reckoned").GetBoolean()));
        Assert.Equal(1, heard.GetProperty("captions").GetArrayLength());
        Assert.Equal([5m, 10m], (await HeardAsync("")).GetProperty("ends").EnumerateArray().Select(end => end[0].GetDecimal()));
    }

    [Fact]
    public async Task Where_a_panel_opens_is_set_by_hand_and_by_numbers_and_learners_get_it()
    {
        var (ines, id) = await BeginAsync();
        await PutAsync(ines, id, "note", "n");
        async Task<HttpResponseMessage> SetAsync(params (string, string)[] fields) =>
            await SendAsync(ines, id, "/edit", [("spot", "n"), ("edit", "panel"), .. fields]);
        async Task<PanelBox?> NowAsync() => (await DocumentAsync(id)).SpotOf("n")!.Panel;

        await SetAsync(("opens", "box"));
        Assert.Equal(PanelBox.AwayFrom(0.5), await NowAsync());
        await SetAsync(("opens", "box"), ("left", "10"), ("top", "0"), ("width", "15"), ("height", "33,33 %"));
        var box = new PanelBox(0.1, 0, 0.15, 0.3333);
        Assert.Equal(box, await NowAsync());
        foreach (
            var (field, value) in new[] { ("width", "14.99"), ("width", "90.01"), ("left", "-0.01"), ("top", "66.68"), ("height", "all") }
        )
        {
            var fields = new Dictionary<string, string>
            {
                ["left"] = "10",
                ["top"] = "0",
                ["width"] = "15",
                ["height"] = "33.33",
            };
            fields[field] = value;
            var refused = await SetAsync([("opens", "box"), .. fields.Select(one => (one.Key, one.Value))]);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
            Assert.Equal(box, await NowAsync());
        }

        await SetAsync(("opens", "box"), ("left", "10"), ("top", "66.67"), ("width", "90"), ("height", "33.33"));
        Assert.Equal(new PanelBox(0.1, 0.6667, 0.9, 0.3333), await NowAsync());
        var page = await ines.PostFormAsync($"/author/{id}", $"/author/{id}/trial?at=film", ("nothing", ""));
        Assert.Contains("data-opens-in=\"0.1 0.6667 0.9 0.3333\"", await WordsAsync(page));
        await SetAsync(("opens", ""));
        Assert.Null(await NowAsync());
    }

    [Theory]
    [InlineData("from", "soon", "“soon” is no moment")]
    [InlineData("until", "0:09", "its end lies behind its beginning")]
    [InlineData("until", "0:10", "its end lies behind its beginning")]
    [InlineData("turn-Always", "back", "“back” is no moment")]
    public async Task A_time_that_cannot_be_is_refused_and_the_old_one_stays(string field, string typed, string words)
    {
        var (ines, id) = await BeginAsync();
        await PutAsync(ines, id, "note", "n");
        await SendAsync(ines, id, "/edit", ("spot", "n"), ("edit", "during"), ("from", "0:10"), ("until", "0:20"));
        var before = (await DocumentAsync(id)).SpotOf("n")!.During;
        (string, string)[] fields = [("spot", "n"), ("edit", "during"), ("from", "0:10"), ("until", "0:20")];
        var reply = await SendAsync(ines, id, "/edit", [.. fields.Where(one => one.Item1 != field), (field, typed)]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(words, await WordsAsync(reply));
        Assert.Equal(before, (await DocumentAsync(id)).SpotOf("n")!.During);
    }

    [Fact]
    public async Task What_was_watched_is_on_record_and_where_one_left_is_there_again()
    {
        var vera = await host.LinkVisitorAsync("Watching Vera", "front");
        var kept = await vera.SendEventAsync(
            "/a/front",
            ("act", "watch"),
            ("spot", "film"),
            ("from", "0.000"),
            ("to", "12.340"),
            ("event", "w1")
        );
        Assert.Equal(HttpStatusCode.NoContent, kept.StatusCode);
        await vera.SendEventAsync("/a/front", ("act", "watch"), ("spot", "film"), ("from", "12.340"), ("to", "15.000"), ("event", "w2"));
        var page = await vera.GetStringAsync("/a/front", Stop);
        Assert.Contains("data-watched=\"0-15\"", page);
        Assert.Contains("data-left-at=\"15\"", page);
        Assert.Contains("data-skipping=\"answered\"", page);
    }

    [Theory]
    [InlineData("film", "5", "5")]
    [InlineData("film", "x", "5")]
    [InlineData("film", "1e3", "5")]
    [InlineData("film", "-1", "5")]
    [InlineData("film", "0", "99999999999999999999999999999")]
    [InlineData("nowhere", "0", "5")]
    public async Task A_stretch_that_cannot_be_is_refused(string scene, string from, string to)
    {
        var vera = await host.LinkVisitorAsync("Watching Wilma", "front");
        var reply = await vera.SendEventAsync(
            "/a/front",
            ("act", "watch"),
            ("spot", scene),
            ("from", from),
            ("to", to),
            ("event", Guid.NewGuid().ToString("N"))
        );
        Assert.True(reply.StatusCode is HttpStatusCode.UnprocessableEntity or HttpStatusCode.OK);
        Assert.Contains("data-watched=\"\"", await vera.GetStringAsync("/a/front", Stop));
    }

    /// <summary>After each option, from a share of the points, or in another scene: what the fields say is what is kept, and shown again.</summary>
    [Fact]
    public async Task Where_it_goes_on_is_set_for_each_answer()
    {
        var (ines, id) = await BeginAsync();
        await SendAsync(ines, id, "/edit", ("edit", "addScene"), ("newId", "after"), ("as", "blank"), ("title", "Afterwards"));
        await PutAsync(ines, id, "multipleChoice", "q");
        var option = (await DocumentAsync(id)).SpotOf("q")!.Question is Core.Questions.MultipleChoice.MultipleChoiceQuestion asked
            ? asked.Options[0].Id
            : "";
        var reply = await SendAsync(
            ines,
            id,
            "/edit",
            ("spot", "q"),
            ("edit", "during"),
            ("from", "0:10"),
            ("pauses", "yes"),
            ($"turn-Chosen-{option}", "0:05"),
            ("turn-Score-share", "75"),
            ("turn-Score", "0:40"),
            ("turn-Right-scene", "after"),
            ("turn-Chosen-gone", "0:07")
        );
        Assert.True(reply.IsSuccessStatusCode, await WordsAsync(reply));
        Assert.Equal(
            [
                new Turn(TurnAfter.Chosen, 5) { Option = option },
                new Turn(TurnAfter.Right, null) { Scene = "after" },
                new Turn(TurnAfter.Score, 40) { Share = 0.75m },
            ],
            (await DocumentAsync(id)).SpotOf("q")!.During!.Turns
        );
        var page = await ines.GetStringAsync($"/author/{id}?at=film&selected=q", Stop);
        Assert.Contains("value=\"75\"", page);
        Assert.Contains("<option value=\"after\" selected", page);
    }

    [Fact]
    public async Task Chapters_are_typed_as_lines_and_can_be_saved()
    {
        var (ines, id) = await BeginAsync();
        var reply = await SendAsync(ines, id, "/edit", ("edit", "chapters"), ("scene", "film"), ("chapters", "0:00 Before\n0:24 Rain"));
        Assert.True(reply.IsSuccessStatusCode, await WordsAsync(reply));
        Assert.Equal([new Chapter(0, "Before"), new Chapter(24, "Rain")], (await VideoAsync(id)).Chapters);
        foreach (var wrong in new[] { "Before\nRain", "0:10 One\n0:10 Two" })
        {
            var refused = await SendAsync(ines, id, "/edit", ("edit", "chapters"), ("scene", "film"), ("chapters", wrong));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        }

        Assert.Equal(2, (await VideoAsync(id)).Chapters.Count);
        var page = await ines.GetStringAsync($"/author/{id}?at=film", Stop);
        var saved = SlateHost.Find(page, "href=\"data:text/vtt;base64,([^\"]+)\"");
        Assert.StartsWith("WEBVTT", System.Text.Encoding.UTF8.GetString(Convert.FromBase64String(WebUtility.HtmlDecode(saved))));
        await SendAsync(ines, id, "/edit", ("edit", "chapters"), ("scene", "film"), ("chapters", ""));
        Assert.Empty((await VideoAsync(id)).Chapters);
    }

    [Fact]
    public async Task A_spot_is_locked_until_so_much_of_the_video_is_watched()
    {
        var (ines, id) = await BeginAsync();
        await AddAsync(ines, id, "note");
        var spot = (await DocumentAsync(id)).SceneOf("film")!.Spots[0].Id;
        (string, string)[] fields = [("edit", "lock"), ("item", spot), ("opensBy", "watched"), ("watchedScene", "film")];
        await SendAsync(ines, id, "/edit", [.. fields, ("watchedShare", "80")]);
        Assert.Equal(new WatchedKey("film", 0.8m), (await DocumentAsync(id)).SpotOf(spot)!.Lock!.Key);
        var refused = await SendAsync(ines, id, "/edit", [.. fields, ("watchedShare", "101")]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
    }

    [Fact]
    public async Task A_video_of_all_directions_is_one_only_when_it_is_twice_as_wide_as_high()
    {
        var (ines, id) = await BeginAsync();
        var refused = await SendAsync(ines, id, "/edit", ("edit", "round"), ("scene", "film"), ("round", "yes"));
        Assert.Contains("exactly twice as wide as high", await WordsAsync(refused));
        var gallery = File.ReadAllBytes(Path.Combine(SlateHost.Root(), "demo", "videos", "on-the-lamp-gallery.webm"));
        await UploadAsync(ines, id, "backdropVideo", gallery, "gallery.webm");
        await SendAsync(ines, id, "/edit", ("edit", "round"), ("scene", "film"), ("round", "yes"));
        Assert.True((await VideoAsync(id)).Round);
        await SendAsync(ines, id, "/edit", ("edit", "opening"), ("scene", "film"), ("yaw", "90"), ("pitch", "5"));
        Assert.Equal(90, (await VideoAsync(id)).Opening.Yaw);

        // Another file in its place is shown flat.
        await UploadAsync(ines, id, "backdropVideo", Film, "front.webm");
        Assert.False((await VideoAsync(id)).Round);
    }

    [Fact]
    public async Task On_paper_what_is_said_stands_below_the_questions()
    {
        var ines = await host.TeacherAsync("ines");
        var worksheet = WebUtility.HtmlDecode(await ines.GetStringAsync("/author/front/paper", Stop));
        Assert.Contains("Transcript: A front passes", worksheet);
        Assert.Contains("In front of it, the air pressure falls, slowly and steadily.", worksheet);
        Assert.DoesNotContain("Transcript", await ines.GetStringAsync("/author/front/paper?what=numbers", Stop));
    }

    /// <summary>The check of the workbench reads the captions file: a stop moved into a sentence is named with it.</summary>
    [Fact]
    public async Task A_stop_in_a_sentence_is_found_by_the_check()
    {
        var (ines, id) = await BeginAsync();
        await SendAsync(ines, id, "/captions", ("scene", "film"), ("language", "en"), ("text", "0:00 A front comes.\n0:10 Then it rains."));
        await AddAsync(ines, id, "multipleChoice", ("moment", "12"));
        Assert.Contains(
            "in the middle of a sentence, “Then it rains.”",
            WebUtility.HtmlDecode(await ines.GetStringAsync($"/author/{id}", Stop))
        );
    }

    /// <summary>A share typed before where it leads is kept, and so is one typed alone; what is none is refused.</summary>
    [Theory]
    [InlineData("75", 0.75)]
    [InlineData("0", 0.0)]
    [InlineData("100", 1.0)]
    [InlineData("100.5", null)]
    [InlineData("-1", null)]
    [InlineData("most", null)]
    public async Task A_share_of_the_points_is_kept_as_it_was_typed(string typed, double? share)
    {
        var (ines, id) = await BeginAsync();
        await PutAsync(ines, id, "multipleChoice", "q");
        var reply = await SendAsync(ines, id, "/edit", ("spot", "q"), ("edit", "during"), ("from", "0:10"), ("turn-Score-share", typed));
        Assert.Equal(share is null ? HttpStatusCode.UnprocessableEntity : HttpStatusCode.OK, reply.StatusCode);
        Turn[] expected = share is null ? [] : [new Turn(TurnAfter.Score, null) { Share = (decimal)share }];
        Assert.Equal(expected, (await DocumentAsync(id)).SpotOf("q")!.During?.Turns ?? []);
    }

    [Fact]
    public async Task An_activity_begins_with_a_video_of_ones_own()
    {
        var ines = await host.TeacherAsync("ines");
        var page = await ines.GetStringAsync("/new", Stop);
        var form = new MultipartFormDataContent
        {
            { new StringContent(SlateHost.Find(page, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")), "proof" },
            { new ByteArrayContent(Film), "file", "a-front_passes.webm" },
        };
        var begun = await ines.PostAsync("/new", form, Stop);
        var id = begun.Headers.Location!.OriginalString.Split('/').Last();
        var document = await DocumentAsync(id);
        Assert.Equal("a front passes", document.Title);
        Assert.Equal(854, ((VideoBackdrop)document.Scenes[0].Backdrop).Width);
    }

    [Fact]
    public async Task An_activity_begins_with_a_video_that_is_still_to_come_or_lies_elsewhere()
    {
        var ines = await host.TeacherAsync("ines");
        var begun = await ines.PostFormAsync("/new", "/new?handler=Video", ("address", ""), ("title", "To come"));
        var id = begun.Headers.Location!.OriginalString.Split('/').Last();
        Assert.False(((VideoBackdrop)(await DocumentAsync(id)).Scenes[0].Backdrop).HasContent);

        // An address that cannot be used is named, and stays to be mended.
        foreach (var wrong in new[] { "javascript:alert(1)", "http://127.0.0.1:9/film.webm" })
        {
            var refused = await ines.PostFormAsync("/new", "/new?handler=Video", ("address", wrong), ("title", ""));
            Assert.Equal(HttpStatusCode.OK, refused.StatusCode);
            var words = await WordsAsync(refused);
            Assert.Contains($"“{wrong}”", words);
            Assert.Contains($"value=\"{wrong}\"", words);
        }
    }
}
