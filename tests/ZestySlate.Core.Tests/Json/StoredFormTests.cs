using System.Text.Json.Nodes;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;

namespace ZestySlate.Core.Tests.Json;

/// <summary>The way of documents and events through time.</summary>
public sealed class StoredFormTests
{
    /// <summary>A form of the third version: what was called “heading” first and “headline” then, is called “title”.</summary>
    private static readonly StoredForm Third = new("activity", [Renamed("heading", "headline"), Renamed("headline", "title")]);

    private static Action<JsonObject> Renamed(string before, string after) =>
        document =>
        {
            document[after] = document[before]!.DeepClone();
            document.Remove(before);
        };

    [Theory]
    [InlineData("""{ "version": 1, "heading": "Wind" }""")]
    [InlineData("""{ "version": 2, "headline": "Wind" }""")]
    [InlineData("""{ "title": "Wind", "version": 3 }""")]
    public void A_document_of_every_version_is_read(string json) =>
        Assert.Equal("Wind", Third.Read<Activity>(json, StoredJson.Trusted).Value.Title);

    [Theory]
    [InlineData(
        """{ "version": 4, "title": "Wind" }""",
        "This activity was written by a newer Zesty Slate (format 4; this one reads up to 3)."
    )]
    [InlineData("""{ "title": "Wind" }""", "This is not a Zesty Slate activity: it has no version.")]
    [InlineData("""{ "version": 0, "title": "Wind" }""", "This is not a Zesty Slate activity: it has no version.")]
    [InlineData("""{ "version": "3", "title": "Wind" }""", "This is not a Zesty Slate activity: it has no version.")]
    [InlineData("""{ "version": 2.5, "title": "Wind" }""", "This is not a Zesty Slate activity: it has no version.")]
    [InlineData("[]", "This is not a Zesty Slate activity: it has no version.")]
    public void What_is_of_no_version_that_is_known_is_refused(string json, string words) =>
        Assert.Equal(words, Third.Read<Activity>(json, StoredJson.Trusted).Refusal);

    [Fact]
    public void What_need_not_say_its_version_is_of_the_first_also_when_it_speaks_of_a_version() =>
        Assert.Equal(
            "new \"version\"",
            new StoredForm("activity", [], first: 1).Read<Activity>("""{ "title": "new \"version\"" }""", StoredJson.Trusted).Value.Title
        );

    [Fact]
    public void An_event_of_a_newer_version_is_told_as_one() =>
        Assert.Contains(
            "newer",
            Assert
                .Throws<InvalidDataException>(() =>
                    EventJson.Read("""{"kind":"opened","spotId":"a","id":"e","at":"2026-03-02T08:00:00Z","version":2}""")
                )
                .Message
        );

    [Fact]
    public void An_event_is_read_as_it_was_written()
    {
        var happened = new Began(3, 7)
        {
            Id = "began",
            At = DateTimeOffset.UnixEpoch,
            TimeFactor = 1.5m,
        };
        Assert.Equal(happened, EventJson.Read(EventJson.Write(happened)));
        Assert.Equal(
            1,
            ((Began)EventJson.Read("""{"kind":"began","edition":1,"seed":2,"id":"began","at":"2026-03-02T08:00:00Z"}""")).TimeFactor
        );
    }

    [Fact]
    public void What_is_not_known_is_refused_wherever_it_stands()
    {
        var whole = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Activities", "version-1.json"));
        var places = Objects(JsonNode.Parse(whole)!).Count();
        Assert.True(places > 10);
        for (var i = 0; i < places; i++)
        {
            var document = JsonNode.Parse(whole)!;
            Objects(document).ElementAt(i)["ofTomorrow"] = true;
            Assert.Contains("“ofTomorrow” is not known here", ActivityJson.Read(document.ToJsonString()).Refusal);
        }
    }

    /// <summary>
    /// What stands in documents and events that people have. Whoever takes a member away, renames it or gives it another meaning
    /// raises the version and adds a step; whoever adds one adds it to the list.
    /// </summary>
    [Fact]
    public void No_member_of_what_people_have_goes_without_a_step()
    {
        var known = File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "Json", "members.txt"));
        var now = Members.Of(typeof(Activity), typeof(AttemptEvent)).Distinct().Order(StringComparer.Ordinal).ToList();
        Assert.True(
            known.SequenceEqual(now),
            $"Gone: {string.Join(", ", known.Except(now))}. New: {string.Join(", ", now.Except(known))}."
        );
    }

    private static IEnumerable<JsonObject> Objects(JsonNode? node) =>
        node switch
        {
            JsonObject one => one.SelectMany(member => Objects(member.Value)).Prepend(one),
            JsonArray several => several.SelectMany(Objects),
            _ => [],
        };
}
