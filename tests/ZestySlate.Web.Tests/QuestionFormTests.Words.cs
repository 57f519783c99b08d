using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Questions.ShortText;

namespace ZestySlate.Web.Tests;

/// <summary>Words for parts, looking round, feedback only, what opens a lock by being found, as their forms say them.</summary>
public sealed partial class QuestionFormTests
{
    [Fact]
    public async Task Things_to_be_put_in_order_have_words_and_a_form_without_them_leaves_them()
    {
        var question = await BuildAsync<OrderQuestion>(
            "order",
            _ => [("item", "a"), ("a-text", "calm"), ("words-a", " No wind. "), ("item", "b"), ("b-text", "gale")],
            _ => [("item", "b"), ("b-text", "gale"), ("item", "a"), ("a-text", "calm")]
        );
        Assert.Equal([("gale", ""), ("calm", "No wind.")], question.Items.Select(item => (item.Face.Text, item.Feedback)));
    }

    [Fact]
    public async Task Words_of_a_line_go_with_it_wherever_it_stands_and_when_it_is_mended()
    {
        (string, string)[] With(string lines, params string[] words) =>
            [
                ("lines", lines),
                ("move", "PutBefore"),
                .. words.SelectMany(word => new[] { ("line", word.Split('=')[0]), ("lineWords", word.Split('=')[1]) }),
            ];
        var question = await BuildAsync<JumbledWordsQuestion>(
            "jumbledWords",
            _ => With("red at night\nred at morning"),
            _ => With("red at night\nred at morning", "red at night=Calm.", "red at morning=Storm."),
            _ => With("red at morning\nred at night", "red at night=Calm.", "red at morning=Storm."),
            _ => With("red in the morning\nred at night", "red at morning=Storm.", "red at night=Calm.")
        );
        Assert.Equal(
            ("Storm.", "Calm.", 2),
            (question.FeedbackOf("red in the morning"), question.FeedbackOf("red at night"), question.Feedback.Count)
        );

        var fewer = await BuildAsync<JumbledWordsQuestion>(
            "jumbledWords",
            _ => With("red at night\nred at morning"),
            _ => With("red at night", "red at night=Calm.", "red at morning=Storm.")
        );
        Assert.Equal([new LineWords("red at night", "Calm.")], fewer.Feedback);
    }

    [Fact]
    public async Task Wrong_numbers_are_foreseen_as_people_write_them()
    {
        var question = await BuildAsync<NumberQuestion>("number", _ =>
            [
                ("value", "1013 hPa"),
                ("words", "Yes."),
                ("foreseen", "a"),
                ("foreseen-value-a", "101.3"),
                ("foreseen-words-a", "That is kilopascal."),
                ("foreseen", "b"),
                ("foreseen-value-b", ""),
                ("foreseen-words-b", "Later."),
            ]
        );
        Assert.Equal("Yes.", question.Feedback);
        Assert.Equal(
            [("a", "101.3", "That is kilopascal."), ("b", "", "Later.")],
            question.Foreseen.Select(wrong =>
                (
                    wrong.Id,
                    wrong.Value is { } value
                        ? Core.Marking.Reading.NumberWriting.Write(value, System.Globalization.CultureInfo.InvariantCulture)
                        : "",
                    wrong.Feedback
                )
            )
        );
    }

    [Fact]
    public async Task A_foreseen_number_that_is_none_is_refused_and_the_old_ones_stay()
    {
        var (ines, id) = await BeginAsync();
        await AddAsync(ines, id, "number", "q");
        var reply = await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "ask"),
            ("spot", "q"),
            ("prompt", "<p>How much?</p>"),
            ("value", "3"),
            ("foreseen", "a"),
            ("foreseen-value-a", "four")
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains("“four” cannot be read as a number", WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop)));
    }

    [Fact]
    public async Task A_question_can_be_feedback_only_and_be_looked_at()
    {
        var question = await BuildAsync<ShortTextQuestion>("shortText", _ =>
            [("accepted", "0"), ("accepted-text-0", "gale"), ("points", "3"), ("noPoints", "yes"), ("round", "LookThenAnswer")]
        );
        Assert.Equal((0m, Round.LookThenAnswer), (question.Points, question.Round!.Value));
        var back = await BuildAsync<ShortTextQuestion>(
            "shortText",
            _ => [("accepted", "0"), ("accepted-text-0", "gale"), ("points", "3"), ("noPoints", "yes"), ("round", "LookOnly")],
            _ => [("accepted", "0"), ("accepted-text-0", "gale"), ("points", ""), ("round", "")]
        );
        Assert.Equal((null, null), (back.Points, back.Round));
        var nonsense = await BuildAsync<ShortTextQuestion>("shortText", _ => [("accepted", "0"), ("round", "7")]);
        Assert.Null(nonsense.Round);
    }

    [Fact]
    public async Task Zones_are_brought_into_line_and_items_may_be_kept_to_some()
    {
        (string, string)[] Board(params (string, string)[] more) =>
            [
                ("zone", "one"),
                ("area-one", "rectangle 0.1 0.1 0.2 0.2"),
                ("zone", "two"),
                ("area-two", "rectangle 0.5 0.6 0.1 0.1"),
                ("item", "a"),
                ("a-text", "cirrus"),
                ("on-a", "one"),
                ("may-a", "one"),
                ("may-a", "gone"),
                ("width-a", "30"),
                ("itemWidth", "20"),
                .. more,
            ];
        var row = await BuildAsync<PlacingQuestion>("placing", _ => Board(("layout", "InARow")));
        Assert.Equal(0.2, row.Zones[1].Area.Middle.Y, 4);
        Assert.Equal((["one"], 0.3m), (row.Items[0].MayLieOn, row.Items[0].Width!.Value));
        var wide = await BuildAsync<PlacingQuestion>("placing", _ => Board(("layout", "itemWidth")));
        Assert.Equal((null, 0.2m, 0.65), (wide.Items[0].Width, wide.ItemWidth, Math.Round(wide.Zones[1].Area.Middle.Y, 4)));
    }

    [Fact]
    public async Task A_lock_is_opened_by_scenes_and_places_that_are_found()
    {
        var (ines, id) = await BeginAsync();
        var scene = (await DocumentAsync(id)).Scenes[0].Id;
        await AddAsync(ines, id, "locating", "sky");
        await AddAsync(ines, id, "note", "box");
        await SendAsync(ines, id, "/edit", ("edit", "ask"), ("spot", "sky"), ("place", "gale"), ("area-gale", "ellipse 0.1 0.1 0.2 0.2"));
        var reply = await SendAsync(
            ines,
            id,
            "/edit",
            ("edit", "lock"),
            ("item", "box"),
            ("opensBy", "found"),
            ("foundScene", scene),
            ("foundPart", "sky gale"),
            ("foundPart", "nonsense"),
            ("atLeast", "1")
        );
        Assert.True(reply.IsSuccessStatusCode, await reply.Content.ReadAsStringAsync(Stop));
        var key = Assert.IsType<FoundKey>((await DocumentAsync(id)).SpotOf("box")!.Lock!.Key);
        Assert.Equal(([scene], [new FoundPart("sky", "gale")], 1), (key.SceneIds, key.Parts, key.Enough));
        var form = await ines.GetStringAsync($"/author/{id}?selected=box", Stop);
        Assert.Matches("name=\"foundPart\" value=\"sky gale\"\\s+checked", form);
        Assert.DoesNotContain("name=\"found\" value=\"sky\"", form);
    }
}
