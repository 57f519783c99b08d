using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>Questions of every family in the workbench's forms, the way through them, lists, and rules of play.</summary>
public sealed partial class QuestionFormTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<(HttpClient Ines, string Id)> BeginAsync(string recipe = "Worksheet", string list = "")
    {
        var ines = await host.TeacherAsync("ines");
        var reply = await ines.PostFormAsync(
            "/new",
            "/new?handler=Questions",
            ("recipe", recipe),
            ("language", "en"),
            ("title", "Signs"),
            ("list", list)
        );
        return (ines, reply.Headers.Location!.OriginalString.Split('/').Last());
    }

    private Task<Activity> DocumentAsync(string id) => host.DocumentAsync(id);

    private Task<HttpResponseMessage> SendAsync(HttpClient ines, string id, string path, params (string, string)[] fields) =>
        host.SendFormAsync(ines, id, path, fields);

    /// <summary>Adds a spot of a kind in the middle of the first scene.</summary>
    private async Task<HttpResponseMessage> AddAsync(HttpClient ines, string id, string kind, string newId) =>
        await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "add"),
            ("scene", (await DocumentAsync(id)).Scenes[0].Id),
            ("kind", kind),
            ("x", "0.5"),
            ("y", "0.5"),
            ("newId", newId)
        );

    /// <summary>Adds a question of a kind, sends its form once or several times, and gives what it has become.</summary>
    private async Task<T> BuildAsync<T>(string kind, params Func<T, (string, string)[]>[] forms)
        where T : Question
    {
        var (ines, id) = await BeginAsync();
        Assert.Equal(HttpStatusCode.OK, (await AddAsync(ines, id, kind, "q")).StatusCode);
        async Task<T> NowAsync() => Assert.IsType<T>(((Ask)(await DocumentAsync(id)).SpotOf("q")!.Content).Question);
        foreach (var form in forms)
        {
            var reply = await SendAsync(
                ines,
                id,
                "/edit",
                [("edit", "ask"), ("spot", "q"), ("prompt", "<p>What?</p>"), .. form(await NowAsync())]
            );
            Assert.True(reply.IsSuccessStatusCode, await reply.Content.ReadAsStringAsync(Stop));
        }

        return await NowAsync();
    }

    /// <summary>A page that has not seen the new option yet sends its press a second time, and leaves the option out.</summary>
    [Fact]
    public async Task An_option_for_what_is_found_is_made_once_and_keeps_what_it_waits_for()
    {
        static (string, string)[] Press(MultipleChoiceQuestion now) =>
            [
                ("option", now.Options[0].Id),
                (now.Options[0].Id + "-text", "None"),
                ("option", now.Options[1].Id),
                (now.Options[1].Id + "-text", "All"),
                ("addFound", "stop"),
                ("found-stop", " The pier "),
            ];

        var question = await BuildAsync<MultipleChoiceQuestion>("multipleChoice", Press, Press);
        var made = Assert.Single(question.Options, option => option.Needs == "stop");
        Assert.Equal((3, "The pier"), (question.Options.Count, made.Text));

        // Rows that are not written yet make room for it.
        question = await BuildAsync<MultipleChoiceQuestion>("multipleChoice", now =>
            [
                .. now.Options.Select(option => ("option", option.Id)),
                ("right", now.Options[0].Id),
                ("addFound", "stop"),
                ("found-stop", "Pier"),
            ]
        );
        Assert.Equal(["", "Pier"], question.Options.Select(option => option.Text));

        static (string, string)[] All(MultipleChoiceQuestion now) => [.. now.Options.Select(option => ("option", option.Id))];
        question = await BuildAsync<MultipleChoiceQuestion>("multipleChoice", Press, All);
        Assert.Equal(["", "", "stop"], question.Options.Select(option => option.Needs));
        question = await BuildAsync<MultipleChoiceQuestion>("multipleChoice", Press, now =>
            [.. All(now), ("needs-" + now.Options[2].Id, "")]
        );
        Assert.All(question.Options, option => Assert.Equal("", option.Needs));
    }

    [Fact]
    public async Task Gaps_are_pressed_and_keep_what_was_set_when_the_text_changes()
    {
        var question = await BuildAsync<GapTextQuestion>(
            "gapText",
            _ => [("filling", "Typed"), ("fullText", "A cold front with rain.")],
            _ => [("fullText", "A cold front with rain."), ("press", "1-2")],
            now =>
                [
                    ("fullText", "A cold front with rain."),
                    ("gap", now.Gaps.Single().Gap.Id),
                    ($"variants-{now.Gaps.Single().Gap.Id}", "front\nfrontal zone"),
                    ($"hint-{now.Gaps.Single().Gap.Id}", "Cold air."),
                    ($"weight-{now.Gaps.Single().Gap.Id}", "2"),
                    ("slips", "yes"),
                ],
            now =>
                [
                    ("filling", "Bank"),
                    ("fullText", "Behind a cold front comes rain."),
                    ("gap", now.Gaps.Single().Gap.Id),
                    ($"variants-{now.Gaps.Single().Gap.Id}", "front"),
                    ($"weight-{now.Gaps.Single().Gap.Id}", "2"),
                    ("press", "5-5"),
                ]
        );
        Assert.Equal(["cold front", "rain"], question.Gaps.Select(gap => gap.Words));
        Assert.Equal(
            (2m, "front", GapFilling.Bank, true),
            (question.Gaps.First().Gap.Weight, question.Gaps.First().Gap.Variants.Single(), question.Filling, question.Reading.Slips)
        );
    }

    [Fact]
    public async Task Words_are_pressed_as_right_or_as_traps()
    {
        var question = await BuildAsync<WordPickQuestion>(
            "wordPick",
            _ => [("fullText", "Gale and tea."), ("penalty", "0.5")],
            _ => [("fullText", "Gale and tea."), ("press", "0-0"), ("pressAs", "right"), ("penalty", "0.5")],
            _ => [("fullText", "Gale and tea."), ("press", "2-2"), ("pressAs", "trap"), ("penalty", "0.5")]
        );
        Assert.Equal(
            [("Gale", false), ("tea", true)],
            question.Text.Where(run => run.Mark is not null).Select(run => (run.Text, run.Mark!.Trap))
        );
        Assert.Equal(0.5m, question.Penalty);
    }

    [Fact]
    public async Task Rows_are_typed_added_moved_and_taken_away()
    {
        (string, string)[] Rows(OrderQuestion now) =>
            [.. now.Items.Select((item, i) => ("item", item.Id)), .. now.Items.Select((item, i) => ($"{item.Id}-text", "Thing " + i))];
        var question = await BuildAsync<OrderQuestion>(
            "order",
            now => [.. Rows(now), ("item", "added")],
            now => [.. Rows(now), ("up-item", now.Items[3].Id)],
            now =>
                [
                    .. now.Items.Select(item => ("item", item.Id)),
                    .. now.Items.Select(item => ($"{item.Id}-text", item.Face.Text)),
                    ("remove-item", now.Items[0].Id),
                    ("credit", "LongestKept"),
                ]
        );
        Assert.Equal(["Thing 1", "Thing 3", "Thing 2"], question.Items.Select(item => item.Face.Text));
        Assert.Equal(OrderCredit.LongestKept, question.Credit);
    }

    [Fact]
    public async Task Pairs_and_extras_stand_side_by_side()
    {
        var question = await BuildAsync<MatchQuestion>(
            "match",
            now =>
                [
                    .. now.Pairs.SelectMany(
                        (pair, i) =>
                            new[] { ("pair", pair.Id), ($"{pair.Id}-left-text", "left " + i), ($"{pair.Id}-right-text", "right " + i) }
                    ),
                    ("extra", "added"),
                ],
            now =>
                [
                    .. now.Pairs.SelectMany(pair =>
                        new[]
                        {
                            ("pair", pair.Id),
                            ($"{pair.Id}-left-text", pair.Left.Text),
                            ($"{pair.Id}-right-text", pair.Right.Text),
                            ($"words-{pair.Id}", "Well."),
                        }
                    ),
                    ("extra", now.Extras.Single().Id),
                    ($"{now.Extras.Single().Id}-text", "nothing"),
                ]
        );
        Assert.Equal(["right 0", "right 1", "right 2", "nothing"], question.Options.Select(option => option.Face.Text));
        Assert.Equal("Well.", question.Pairs[0].Feedback);
    }

    [Fact]
    public async Task Items_go_into_groups_and_into_several()
    {
        var question = await BuildAsync<SortQuestion>("sort", now =>
            [
                .. now.Groups.SelectMany((group, i) => new[] { ("group", group.Id), ($"title-{group.Id}", "Group " + i) }),
                .. now.Items.SelectMany(
                    (item, i) =>
                        new[]
                        {
                            ("item", item.Id),
                            ($"{item.Id}-text", "Item " + i),
                            ($"in-{item.Id}", now.Groups[i].Id),
                            ($"also-{item.Id}", now.Groups[0].Id),
                        }
                ),
                ("everyGroup", "yes"),
            ]
        );
        Assert.Equal([1, 2], question.Items.Select(item => item.Groups.Count));
        Assert.True(question.EveryGroup);
    }

    [Fact]
    public async Task A_number_takes_its_unit_from_what_is_typed()
    {
        var question = await BuildAsync<NumberQuestion>("number", _ =>
            [("value", "1,013.25 hPa"), ("unitUse", "None"), ("toleranceKind", "Relative"), ("tolerance", "5")]
        );
        Assert.Equal(
            (1013.25m, "hPa", UnitUse.Optional, 0.05m),
            (question.Value, question.Unit, question.UnitUse, question.Tolerance.Amount)
        );
    }

    [Fact]
    public async Task Short_answers_have_shares_words_and_bands()
    {
        var question = await BuildAsync<ShortTextQuestion>("shortText", _ =>
            [
                ("accepted", "0"),
                ("accepted-text-0", "barograph"),
                ("accepted", "1"),
                ("notThis", "0"),
                ("notThis-text-0", "barometer"),
                ("notThis-words-0", "No."),
                ("bandUpTo", "50"),
                ("bandText", "Half."),
                ("bandUpTo", "100"),
                ("bandText", "Well."),
                ("bandAll", "yes"),
                ("bandAllText", "All of it."),
                ("points", "3"),
            ]
        );
        Assert.Equal(
            (2, "No.", 3m, true),
            (question.Accepted.Count, question.NotThis[0].Feedback, question.Points, question.Bands.LastOnlyForAll)
        );
        Assert.Equal("All of it.", question.Bands.For(100, true)!.Text);
        Assert.Equal("Well.", question.Bands.For(99, false)!.Text);
    }

    [Fact]
    public async Task A_number_that_cannot_be_read_is_refused_and_the_old_one_stays()
    {
        var (ines, id) = await BeginAsync(list: "How much?\nnumber: 12");
        var spot = (await DocumentAsync(id)).Spots.Single().Id;
        var reply = await SendAsync(ines, id, "/edit", ("edit", "ask"), ("spot", spot), ("value", "plenty"));
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, "“plenty” cannot be read as a number; the old one is kept."),
            (reply.StatusCode, await reply.Content.ReadAsStringAsync(Stop))
        );
        Assert.Equal(12, ((NumberQuestion)((Ask)(await DocumentAsync(id)).SpotOf(spot)!.Content).Question).Value);
    }

    [Theory]
    [InlineData("Worksheet", Way.InOrder, Paging.AllOnAPage, true, null)]
    [InlineData("Quiz", Way.InOrder, Paging.OneAtATime, true, null)]
    [InlineData("Test", Way.InOrder, Paging.OneAtATime, false, null)]
    [InlineData("Game", Way.InOrder, Paging.OneAtATime, false, 3)]
    public async Task A_recipe_sets_the_way_and_the_rules(string recipe, Way way, Paging paging, bool back, int? lives)
    {
        var (_, id) = await BeginAsync(recipe, "Which?\n+ a\n- b");
        var activity = await DocumentAsync(id);
        Assert.Equal(
            (way, paging, back, lives, 1),
            (activity.Flow.Way, activity.Flow.Paging, activity.Flow.Back, activity.Rules.Lives, activity.Asked.Count())
        );
    }

    [Fact]
    public async Task A_list_with_problems_comes_back_with_them()
    {
        var ines = await host.TeacherAsync("ines");
        var page = WebUtility.HtmlDecode(
            await (
                await ines.PostFormAsync("/new", "/new?handler=Questions", ("recipe", "Quiz"), ("list", "Which?\n- a\n- b"))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("Line 1, column 1: No option is right", page);
        Assert.Contains("- a\n- b</textarea>", page.ReplaceLineEndings("\n"));
    }

    [Fact]
    public async Task A_pasted_list_is_read_shown_and_added()
    {
        var (ines, id) = await BeginAsync();
        var scene = (await DocumentAsync(id)).Scenes[0].Id;
        var shown = WebUtility.HtmlDecode(
            await (await SendAsync(ines, id, "/questions/read", ("list", "Bad\n\nWhich?\n+ a\n- b"))).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("Line 1, column 1", shown);
        Assert.Contains("Add 1 question", shown);
        Assert.Empty((await DocumentAsync(id)).Asked);
        Assert.Equal(
            HttpStatusCode.OK,
            (await SendAsync(ines, id, "/questions", ("list", "question,right,wrong\nWhich?,a,b"), ("scene", scene))).StatusCode
        );
        Assert.IsType<MultipleChoiceQuestion>((await DocumentAsync(id)).Asked.Single().Question);
    }

    [Fact]
    public async Task The_way_the_rules_and_own_words_are_set_by_their_forms()
    {
        var (ines, id) = await BeginAsync("Quiz", "Which?\n+ a\n- b\n\nWhat?\n+ a\n- b");
        await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "flow"),
            ("way", "InOrder"),
            ("paging", "SectionOnAPage"),
            ("shuffleQuestions", "yes"),
            ("progress", "None"),
            ("introduction", "<p>Read <script>x</script>this.</p>")
        );
        await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "rules"),
            ("lives", "5"),
            ("goes", "2"),
            ("clock", "1:30"),
            ("clockFor", "Item"),
            ("streak", "yes"),
            ("keepsRight", "yes")
        );
        await SendAsync(ines, id, "/edit", ("edit", "words"), ("word-handIn", "Send it"));
        await SendAsync(ines, id, "/edit", ("edit", "draw"), ("scene", (await DocumentAsync(id)).Scenes[0].Id), ("draw", "1"));
        var activity = await DocumentAsync(id);
        Assert.Equal(
            (Paging.SectionOnAPage, false, true, ProgressShown.None, "Read this."),
            (
                activity.Flow.Paging,
                activity.Flow.Back,
                activity.Flow.ShuffleQuestions,
                activity.Flow.Progress,
                activity.Flow.Introduction.Words
            )
        );
        Assert.Equal(
            (5, 2, new Clock(ClockFor.Item, 90), true, true),
            (activity.Rules.Lives, activity.Rules.Goes, activity.Rules.Clock, activity.Rules.ShowsStreak, activity.Rules.KeepsRight)
        );
        Assert.Equal(("Send it", 1), (activity.Words["handIn"], activity.Scenes[0].Draw));
    }

    [Theory]
    [InlineData("rules", "clock", "soon", "“soon” is not a time")]
    [InlineData("rules", "lives", "many", "“many” is not a number (lives)")]
    [InlineData("rules", "lives", "0", "at least one life")]
    [InlineData("rules", "clock", "0:02", "at least 5 seconds")]
    [InlineData("words", "word-triesLeft", "{0} and {7}", "this has others")]
    public async Task What_cannot_be_is_refused_in_words(string edit, string field, string value, string words)
    {
        var (ines, id) = await BeginAsync();
        var reply = await SendAsync(ines, id, "/edit", ("edit", edit), (field, value));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(words, await reply.Content.ReadAsStringAsync(Stop));
    }
}
