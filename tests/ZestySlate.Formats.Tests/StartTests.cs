using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Formats.Starts;

namespace ZestySlate.Formats.Tests;

/// <summary>Ways to start: the shipped ones as they stand, and what each kind makes of what is typed.</summary>
public sealed class StartTests
{
    private static string Folder()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "ZestySlate.slnx")))
        {
            folder = folder.Parent;
        }

        return Path.Combine(folder.FullName, "src", "ZestySlate.Web");
    }

    private static readonly Dictionary<string, Start> Shipped = Directory
        .GetFiles(Path.Combine(Folder(), "Starts"), "*.json")
        .Select(path => Start.Read(File.ReadAllText(path)))
        .ToDictionary(start => start.Id);

    public static TheoryData<string> Ids => [.. Shipped.Keys];

    private static Activity Made(string id, string typed) => MadeOf(id, typed).Value;

    private static Outcome<Activity> MadeOf(string id, string typed) =>
        StartMaker.Make(Shipped[id], "T", "en", typed, Shipped[id].TakesPicture ? new PlainBoardBackdrop() : null);

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_shipped_start_makes_its_example_ready_to_be_tried(string id)
    {
        var start = Shipped[id];
        var made = Made(id, start.Sample);
        Assert.NotEmpty(made.Scenes.SelectMany(scene => scene.Spots));
        Assert.DoesNotContain(ReadyCheck.Run(made), finding => finding.Blocks);
        Assert.NotEmpty(start.Has);
        Assert.NotEmpty(start.Does);
        Assert.Equal(made, ActivityJson.Read(ActivityJson.Write(made)));

        // With nothing typed it begins all the same.
        Assert.Single(Made(id, "").Scenes);
        Assert.Contains(start.Symbol, File.ReadAllLines(Path.Combine(Folder(), "Styles", "symbols.txt")).Select(line => line.Trim()));
    }

    [Fact]
    public void Every_answer_to_the_two_questions_has_a_start()
    {
        foreach (var has in Enum.GetValues<Material>())
        {
            Assert.Contains(Shipped.Values, start => start.Fits(has, null, ""));
        }

        foreach (var does in Enum.GetValues<Doing>())
        {
            Assert.Contains(Shipped.Values, start => start.Fits(null, does, ""));
        }
    }

    [Theory]
    [InlineData("cloze", "gap-text")]
    [InlineData("labelling", "labelled-picture")]
    [InlineData("dictation", "vocabulary")]
    [InlineData("escape", "rooms")]
    [InlineData("VOCAB", "pairs")]
    [InlineData("word order", "jumbled")]
    public void They_are_found_by_what_a_teacher_would_say(string words, string id) =>
        Assert.Contains(Shipped.Values, start => start.Id == id && start.Fits(null, null, words));

    [Fact]
    public void What_is_said_narrows_down()
    {
        Assert.True(Shipped["pairs"].Fits(Material.List, Doing.Arrange, "match"));
        Assert.False(Shipped["pairs"].Fits(Material.Video, null, ""));
        Assert.False(Shipped["pairs"].Fits(null, Doing.Decide, ""));
        Assert.False(Shipped["pairs"].Fits(null, null, "match volcano"));
    }

    private static T Only<T>(Activity made) => Assert.IsType<T>(Assert.Single(made.Scenes[0].Spots).Question);

    [Fact]
    public void Lines_become_what_the_start_says()
    {
        Assert.Equal(2, Only<MatchQuestion>(Made("pairs", "- ash\tash tree\n\n2) oak = oak tree")).Pairs.Count);
        Assert.Equal(3, Only<OrderQuestion>(Made("in-order", "first\n* second\nthird")).Items.Count);
        Assert.Equal(2, Only<SortQuestion>(Made("groups", "high = cirrus; cirrostratus\nlow = stratus")).Groups.Count);
        Assert.Equal(
            2,
            Only<GapTextQuestion>(Made("gap-text", "The [pressure]\n falls, the [wind] veers.")).Text.Count(part => part.Mark is not null)
        );
        var asked = Made("vocabulary", "a = b = barometer\nit rains = rain").Scenes[0].Spots;
        Assert.Equal(2, asked.Count);
        Assert.IsType<ShortTextQuestion>(asked[0].Question);
        Assert.Contains("a = b", asked[0].Question!.Prompt.Words);
    }

    [Fact]
    public void Names_are_spread_over_the_picture_and_cut_to_what_a_callout_holds()
    {
        var spots = Made("labelled-picture", string.Join('\n', Enumerable.Repeat(new string('x', 150), 70))).Scenes[0].Spots;
        Assert.Equal(60, spots.Count);
        Assert.Equal(60, spots.Select(spot => spot.Place).Distinct().Count());
        Assert.All(spots, spot => Assert.Equal(Callout.MostCharacters, ((Callout)spot.Content).Text.Length));
    }

    [Fact]
    public void Questions_stop_a_video_at_their_times()
    {
        var film = new VideoBackdrop { Seconds = 60 };
        var made = StartMaker.Make(Shipped["video-stops"], "T", "en", Shipped["video-stops"].Sample, film).Value;
        Assert.Equal([20, 45], made.Scenes[0].Spots.Select(spot => spot.During!.From));
        Assert.All(made.Scenes[0].Spots, spot => Assert.True(spot.During!.Pauses));
    }

    [Fact]
    public void A_story_begins_with_its_first_scene_and_has_its_endings()
    {
        var made = Made("story", Shipped["story"].Sample);
        Assert.Equal(["The glass falls", "The boats stay in", "The gale"], made.Scenes.Select(scene => scene.Title));
        Assert.NotNull(made.Story);
        Assert.Equal(2, made.Scenes.Count(scene => scene.Ending is not null));
        Assert.Equal(4, Made("rooms", Shipped["rooms"].Sample).Scenes.Count);
    }

    [Theory]
    [InlineData("quiz", "Which?\n- a\n- b", "Line 1")]
    [InlineData("pairs", "ash = ash tree\n\nno pair here", "Line 3")]
    [InlineData("vocabulary", "a = b\nnothing to type =", "Line 2")]
    [InlineData("groups", "high = cirrus\nlow", "Line 2")]
    public void What_cannot_be_read_is_told_by_the_line_that_was_typed(string id, string typed, string line)
    {
        var made = MadeOf(id, typed);
        Assert.False(made.Succeeded);
        Assert.Contains(line + ":", made.Refusal);
    }

    [Fact]
    public void No_more_is_read_than_a_start_takes()
    {
        Assert.True(MadeOf("labelled-picture", new string('x', Start.Longest)).Succeeded);
        Assert.False(MadeOf("labelled-picture", new string('x', Start.Longest + 1)).Succeeded);
    }

    [Theory]
    [InlineData("pairs", "a{0} = b{0}\n")]
    [InlineData("jumbled", "One two {0}.\n")]
    [InlineData("gap-text", "[a{0}] ")]
    [InlineData("quiz", "Is {0} a number?\nanswer: true\n\n")]
    public void As_many_are_begun_with_as_can_be_tried_and_not_one_more(string id, string one)
    {
        string Of(int many) => string.Concat(Enumerable.Range(1, many).Select(at => one.Replace("{0}", $"{at}", StringComparison.Ordinal)));
        Assert.True(MadeOf(id, Of(StartMaker.Most)).Succeeded);
        Assert.Contains($"up to {StartMaker.Most}", MadeOf(id, Of(StartMaker.Most + 1)).Refusal);
    }

    [Fact]
    public void Whatever_is_typed_makes_an_activity_or_is_refused_in_words()
    {
        string[] odd =
        [
            "",
            " ",
            "=",
            "= =",
            "[",
            "[]",
            "[a][a]",
            "{line}",
            "\t\t",
            "1.",
            "- ",
            "\ud800",
            "a\u0000b",
            "→",
            "a\n  → b",
            "hint:",
            "time: x",
        ];
        foreach (var start in Shipped.Values)
        {
            foreach (var typed in odd.Concat(odd.Select(one => one + "\n" + one)).Append(string.Concat(odd)))
            {
                var made = MadeOf(start.Id, typed);
                Assert.True(made.Succeeded || made.Refusal!.Length > 0);
                if (made.Succeeded)
                {
                    ActivityJson.Write(made.Value);
                }
            }
        }
    }

    [Fact]
    public void A_file_that_is_no_start_is_not_read()
    {
        const string whole = """{"id":"x","title":"t","goodFor":"g","symbol":"tag","ask":"a","sample":"s"}""";
        Assert.Equal("x", Start.Read(whole).Id);
        foreach (
            var odd in new[]
            {
                whole.Replace("{", """{"colour":1,""", StringComparison.Ordinal),
                whole.Replace("{", """{"has":null,""", StringComparison.Ordinal),
                whole.Replace("\"s\"", "null", StringComparison.Ordinal),
                """{"id":"x"}""",
                "",
                "null",
            }
        )
        {
            Assert.ThrowsAny<JsonException>(() => Start.Read(odd));
        }
    }
}
