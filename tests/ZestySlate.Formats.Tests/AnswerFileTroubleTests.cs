using System.Text.Json.Nodes;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;
using ZestySlate.Formats.Answers;
using ZestySlate.Formats.RichText;

namespace ZestySlate.Formats.Tests;

/// <summary>Files that are not as they should be: told with the line, the path and what is expected, never in the program's own words, and
/// never by falling over.</summary>
public sealed class AnswerFileTroubleTests
{
    private static readonly Activity Garden = ActivityJson.Read(File.ReadAllText(DemoFiles.Activity)).Value;

    [Theory]
    [InlineData(
        "{\n \"version\": 1,\n \"answers\": [\n  { \"spot\": \"askglass\", \"response\": { \"type\": \"multipleChoice\", \"picked\": \"fog\" } } ] }",
        "line 4, answers[0].response.picked: a list is expected here."
    )]
    [InlineData("{\n \"version\": 1,\n \"answers\": [\n  { \"spot\": 5 } ] }", "line 4, answers[0].spot: a text is expected here.")]
    [InlineData("{\n \"version\": 1,\n \"anwsers\": [] }", "“anwsers” is not known here.")]
    [InlineData(
        "{ \"version\": 1, \"answers\": [ { \"spot\": \"q\", \"response\": { \"type\": \"telepathy\" } } ] }",
        "“telepathy” is no kind that is known here."
    )]
    [InlineData(
        "{ \"version\": 1, \"answers\": [ { \"spot\": \"q\", \"response\": { \"picked\": [] } } ] }",
        "it does not say first of what kind this is"
    )]
    [InlineData(
        "{ \"version\": 1, \"answers\": [ { \"do\": \"guess\" } ] }",
        "one of try, start, visit, open, code, annotate, answer, mark, step, vote, again, hint, see, handIn is expected here."
    )]
    [InlineData("{ \"version\": 1, \"answers\": [ { \"do\": 3 } ] }", "one of try, start")]
    [InlineData("{ \"version\": 1, \"answers\": [ { \"spot\": null } ] }", "“spot” is empty (null) here.")]
    [InlineData(
        "{ \"version\": 1, \"answers\": [ { \"spot\": \"q\", \"response\": { \"type\": \"gapText\", \"parts\": [ { \"part\": \"g1\" } ] } } ] }",
        "“value” is missing here."
    )]
    [InlineData("{ \"version\": 1, \"seed\": 1.5 }", "seed: a number is expected here.")]
    [InlineData("{ \"version\": 1, \"answers\": [ null ] }", "answers: entry 1 of this list is empty (null).")]
    [InlineData("{ \"version\": 1, \"answers\": [", "line 1")]
    [InlineData("{ \"answers\": [] }", "“version” is missing here.")]
    [InlineData("{ \"version\": 2 }", "no version 1")]
    [InlineData("[]", "another sort of thing is expected here.")]
    [InlineData("null", "no version 1")]
    [InlineData("", "line 1")]
    public void What_is_wrong_is_told_with_its_place(string json, string words)
    {
        var refusal = AnswerFile.Read(json).Refusal!;
        Assert.True(refusal.Contains(words, StringComparison.Ordinal), refusal);
        Assert.DoesNotContain("System.", refusal);
        Assert.DoesNotContain("ZestySlate.", refusal);
    }

    [Theory]
    [InlineData("{ \"do\": \"mark\" }", "Answer 1: it needs a “spot”.")]
    [InlineData("{ \"do\": \"mark\", \"spot\": \"askglass\" }", "Answer 1, question “askglass”: it needs a “response”.")]
    [InlineData("{ \"do\": \"visit\", \"scene\": \"nowhere\" }", "Answer 1: This place is not in the activity any more.")]
    [InlineData("{ \"do\": \"code\", \"lock\": \"askglass\", \"text\": \"1\" }", "Answer 1: There is no lock for a code here.")]
    [InlineData("{ \"do\": \"see\", \"spot\": \"askglass\" }", "Answer 1, question “askglass”: The answer is not shown yet.")]
    [InlineData(
        "{ \"spot\": \"askglass\", \"seconds\": -1, \"response\": { \"type\": \"multipleChoice\", \"picked\": [\"gale\"] } }",
        "“seconds” lie between 0"
    )]
    [InlineData(
        "{ \"spot\": \"askglass\", \"seconds\": 1e300, \"response\": { \"type\": \"multipleChoice\", \"picked\": [\"gale\"] } }",
        "“seconds” lie between 0"
    )]
    [InlineData(
        "{ \"spot\": \"askglass\", \"response\": { \"type\": \"multipleChoice\", \"picked\": [] } }",
        "Answer 1, question “askglass”: Nothing is answered yet, so there is nothing to mark."
    )]
    [InlineData(
        "{ \"spot\": \"askglass\", \"response\": { \"type\": \"number\", \"text\": \"5\" } }",
        "Answer 1, question “askglass”: This answer belongs to another kind of question."
    )]
    public void What_a_learner_cannot_do_is_refused_in_the_learner_s_words(string entry, string words) =>
        Assert.Contains(words, AnswerFile.Read($"{{ \"version\": 1, \"answers\": [ {entry} ] }}").Value.Play(Garden).Refusal);

    private static readonly string[] Instead =
    [
        "null",
        "5",
        "-1",
        "1e400",
        "\"\"",
        "\"x\"",
        "true",
        "[]",
        "{}",
        "[null]",
        "{\"a\":1}",
        "\"gale\"",
        "999999999999999999999",
        "70000000000000000000000000000",
        "1000000000000",
    ];

    /// <summary>Any value anywhere in a file exchanged for any other: it is marked, or refused in words.</summary>
    [Fact]
    public void A_file_with_anything_exchanged_is_marked_or_refused_in_words() => Exchanged(File.ReadAllText(DemoFiles.Answers), json =>
        {
            var read = AnswerFile.Read(json);
            var played = read.Succeeded ? read.Value.Play(Garden) : Core.Outcome<Core.Delivery.AttemptState>.Refused(read.Refusal!);
            return played.Succeeded ? _ = Core.Classes.AttemptReport.Of(played.Value).Score.ToString() : played.Refusal!;
        });

    /// <summary>The same of every activity of the demo: read and checked, or refused in words.</summary>
    [Theory]
    [InlineData("instrument-garden")]
    [InlineData("evening-bulletin")]
    [InlineData("tide-table")]
    [InlineData("watch-room")]
    [InlineData("watchkeepers-test")]
    [InlineData("todays-map")]
    [InlineData("sea-breeze")]
    [InlineData("clouds-by-height")]
    public void An_activity_with_anything_exchanged_is_checked_or_refused_in_words(string name) =>
        Exchanged(File.ReadAllText(Path.Combine(Path.GetDirectoryName(DemoFiles.Activity)!, name + ".json")), json =>
        {
            var read = ActivityJson.Read(json, StoredJson.Untrusted(RichTextSanitizer.Sanitise));
            return read.Succeeded
                ? string.Join(' ', Core.Checking.ReadyCheck.Run(read.Value).Select(finding => finding.Message))
                    + new AnswerFile { Version = 1 }
                        .Play(read.Value)
                        .Value.Score
                : read.Refusal!;
        });

    /// <summary>Numbers at the limit are added up; beyond it they are refused, and never too many to be added.</summary>
    [Theory]
    [InlineData("1000000000000", true)]
    [InlineData("-1000000000000", true)]
    [InlineData("1000000000000.1", false)]
    [InlineData("70000000000000000000000000000", false)]
    public void Points_are_of_a_size_that_can_be_added(string points, bool taken)
    {
        const string asks =
            "{\"id\":\"qN\",\"content\":{\"kind\":\"ask\",\"question\":{\"type\":\"multipleChoice\",\"points\":P,\"penalty\":P,"
            + "\"options\":[{\"id\":\"a\",\"text\":\"A\",\"right\":true},{\"id\":\"b\",\"text\":\"B\"}]}}}";
        var spots = string.Join(
            ',',
            Enumerable
                .Range(0, 50)
                .Select(i => asks.Replace("N", $"{i}", StringComparison.Ordinal).Replace("P", points, StringComparison.Ordinal))
        );
        var read = ActivityJson.Read(
            "{\"version\":1,\"title\":\"Large\",\"scenes\":[{\"id\":\"s\",\"backdrop\":{\"kind\":\"page\",\"text\":\"\"},\"spots\":["
                + spots
                + "]}]}",
            StoredJson.Untrusted(RichTextSanitizer.Sanitise)
        );
        Assert.Equal(taken, read.Succeeded);
        if (taken)
        {
            var answers = Enumerable
                .Range(0, 50)
                .Select(i => new AnswerEntry
                {
                    Spot = $"q{i}",
                    Response = new Core.Questions.MultipleChoice.MultipleChoiceResponse { Picked = [i % 2 == 0 ? "a" : "b"] },
                });
            Assert.True(
                new AnswerFile { Version = 1, Answers = [.. answers] }
                    .Play(read.Value)
                    .Succeeded
            );
        }
        else
        {
            Assert.Contains("a number up to 1000000000000 is expected here", read.Refusal);
        }
    }

    private static void Exchanged(string json, Func<string, string> said)
    {
        var places = Places(JsonNode.Parse(json)!).Count;
        Gen.Select(Gen.Int[0, places - 1], Gen.Int[0, Instead.Length - 1])
            .Sample(
                (place, with) =>
                {
                    var whole = JsonNode.Parse(json)!;
                    Places(whole)[place](JsonNode.Parse(Instead[with]));
                    var words = said(whole.ToJsonString());
                    return !words.Contains("System.", StringComparison.Ordinal) && !words.Contains("ZestySlate.", StringComparison.Ordinal);
                },
                iter: 400
            );
    }

    private static List<Action<JsonNode?>> Places(JsonNode node)
    {
        var places = new List<Action<JsonNode?>>();
        void Walk(JsonNode? here)
        {
            if (here is JsonObject thing)
            {
                foreach (var (key, value) in thing.ToList())
                {
                    places.Add(with => thing[key] = with);
                    Walk(value);
                }
            }
            else if (here is JsonArray list)
            {
                for (var i = 0; i < list.Count; i++)
                {
                    var at = i;
                    places.Add(with => list[at] = with);
                    Walk(list[at]);
                }
            }
        }

        Walk(node);
        return places;
    }
}
