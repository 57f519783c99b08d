using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Json;

namespace ZestySlate.Core.Tests.Activities;

/// <summary>Formatted texts and the pictures in them.</summary>
public sealed class RichTextTests
{
    private static readonly string Hash = new('a', 64);

    /// <summary>Every activity of the demo, as it is stored.</summary>
    public static IEnumerable<TheoryDataRow<string>> Stored() =>
        Directory
            .EnumerateFiles(Path.Combine(Root(), "demo", "activities"), "*.json")
            .Where(file => !file.EndsWith("-answers.json", StringComparison.Ordinal))
            .Select(file => new TheoryDataRow<string>(File.ReadAllText(file)) { TestDisplayName = Path.GetFileName(file) });

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "ZestySlate.slnx")))
        {
            folder = folder.Parent!;
        }

        return folder.FullName;
    }

    private static string Img(string hash, string alt = "") => $"<img src=\"media:{hash}\" alt=\"{alt}\">";

    /// <summary>Wherever a formatted text can stand, its pictures are files of the activity, and are replaced when their file is.</summary>
    [Theory, MemberData(nameof(Stored))]
    public void The_pictures_of_every_formatted_text_are_files_of_the_activity(string json)
    {
        var given = new List<string>();
        string Add(string html)
        {
            given.Add($"{given.Count:x64}");
            return html + Img(given[^1]);
        }

        var activity = ActivityJson.Read(json, StoredJson.Untrusted(Add)).Value;
        Assert.NotEmpty(given);
        Assert.Empty(given.Except(activity.Media));
        foreach (var hash in given)
        {
            activity = new ReplaceMedia(hash, Hash, 10, 10).Apply(activity).Value;
        }

        Assert.Empty(given.Intersect(activity.Media));
        Assert.Contains(Hash, activity.Media);
    }

    [Theory]
    [InlineData("<p>a</p>", "a", false, false)]
    [InlineData("<p>  </p>", "", true, false)]
    [InlineData("<p>H<sub>2</sub>O</p>", "H 2 O", false, false)]
    [InlineData("<table><tbody><tr><td>Etna</td><td>3357 m</td></tr></tbody></table>", "Etna 3357 m", false, false)]
    public void Words_and_emptiness(string html, string words, bool empty, bool lacks)
    {
        var text = new RichText(html);
        Assert.Equal((words, empty, lacks), (text.Words, text.IsEmpty, text.LacksAlternativeText));
    }

    [Theory]
    [InlineData("A vane", "A vane", false)]
    [InlineData("", "", true)]
    public void A_text_of_a_picture_alone_is_not_empty_and_its_words_are_what_it_shows(string alt, string words, bool lacks)
    {
        var text = new RichText($"<p>{Img(Hash, alt)}</p>");
        Assert.Equal((words, false, lacks), (text.Words, text.IsEmpty, text.LacksAlternativeText));
        Assert.Equal($"<p><img src=\"/files/{Hash}?a&amp;b\" alt=\"{alt}\"></p>", text.At(hash => $"/files/{hash}?a&b"));
    }

    [Fact]
    public void A_picture_in_a_text_that_says_nothing_is_named_before_publishing()
    {
        Activity Of(string alt) =>
            Make.Tour(
                Make.Scene(
                    "s",
                    Make.Note("n") with
                    {
                        Content = new Note { Title = "Vane", Text = new RichText(Img(Hash, alt)) },
                    }
                )
            );
        var finding = Assert.Single(ReadyCheck.Run(Of("")), one => one.Message.Contains("in a text", StringComparison.Ordinal));
        Assert.Equal((false, "n"), (finding.Blocks, finding.SpotId));
        Assert.DoesNotContain(ReadyCheck.Run(Of("A vane")), one => one.Message.Contains("in a text", StringComparison.Ordinal));
    }
}
