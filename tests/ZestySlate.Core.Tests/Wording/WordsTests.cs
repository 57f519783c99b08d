using System.Globalization;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests.Wording;

/// <summary>The words learners read: complete in every language, and every word that the product says is there.</summary>
public sealed partial class WordsTests
{
    public static TheoryData<string> Languages => [.. Words.Languages];

    [Theory]
    [MemberData(nameof(Languages))]
    public void Every_language_is_complete_and_puts_in_the_same_things(string language)
    {
        var words = Words.Of(language);
        foreach (var key in Words.Keys.Concat(Words.PageKeys))
        {
            var (mine, english) = (words.Forms(key), Words.English.Forms(key));
            Assert.All(mine.Values, form => Assert.False(string.IsNullOrWhiteSpace(form)));
            Assert.True(Holes(english["other"]).SetEquals(Holes(mine["other"])), $"{language} {key}: {mine["other"]}");
        }
    }

    [Theory]
    [MemberData(nameof(Languages))]
    public void Only_English_is_in_English(string language)
    {
        var same = Words
            .Keys.Concat(Words.PageKeys)
            .Where(key => Words.Of(language).Forms(key)["other"] == Words.English.Forms(key)["other"])
            .ToList();
        Assert.True(language == "en" || same.Count <= 5, string.Join(", ", same));
    }

    [Theory]
    [InlineData("en", 1, "1 try left")]
    [InlineData("en", 2, "2 tries left")]
    [InlineData("de", 2, "noch 2 Versuche")]
    [InlineData("ar", 1, "بقيت محاولة واحدة")]
    [InlineData("ar", 2, "بقيت محاولتان")]
    [InlineData("ar", 5, "بقيت 5 محاولات")]
    [InlineData("ar", 11, "بقيت 11 محاولة")]
    [InlineData("fr", 2, "2 tries left")]
    public void Numbers_choose_the_plural_form_of_the_language(string language, int count, string said) =>
        Assert.Equal(said, Words.Of(language).Say("triesLeft", count));

    [Theory]
    [InlineData("en", "0.5 of 2 points")]
    [InlineData("de", "0,5 von 2 Punkten")]
    public void Numbers_are_written_as_the_language_writes_them(string language, string said) =>
        Assert.Equal(said, Words.Of(language).Say("pointsOf", 2m, 0.5m));

    [Fact]
    public void Own_words_take_the_place_of_an_entry_and_empty_ones_do_not()
    {
        var words = Words.Of("en", [KeyValuePair.Create("handIn", "Send it"), KeyValuePair.Create("next", " ")]);
        Assert.Equal(("Send it", "Next"), (words["handIn"], words["next"]));
    }

    [Fact]
    public void Reasons_follow_each_other() =>
        Assert.Equal("“a” is right. Try 2 costs 20 %.", Words.English.Say(Reason.Of("isRight", "a").Then(Reason.Of("tryCosts", 2, 20m))));

    /// <summary>Every entry that is named in the source is in the file, and none stands there for nobody.</summary>
    [Fact]
    public void Every_word_that_is_said_has_its_entry_and_every_entry_is_said()
    {
        var source = string.Concat(
            Directory
                .EnumerateFiles(Path.Combine(Root(), "src"), "*.*", SearchOption.AllDirectories)
                .Where(file => file.EndsWith(".cs") || file.EndsWith(".razor") || file.EndsWith(".cshtml"))
                .Where(file => !file.Contains("/obj/") && !file.Contains("/bin/"))
                .Select(File.ReadAllText)
        );
        var said = Said().Matches(source).Select(match => match.Groups[1].Value).Distinct();
        var families = new[]
        {
            "verdict",
            "kind",
            "lock",
            "credit",
            "handed",
            "drawn",
            "colour",
            "width",
            "stamp",
            "sign",
            "stage",
            "onlyIf",
            "kindOf",
            "activityKind",
        };
        var there = Words.Keys.Concat(Words.PageKeys).Concat(Words.AuthorKeys).ToList();
        Assert.Empty(said.Except(there).Except(families));
        Assert.DoesNotContain(there, key => !families.Any(key.StartsWith) && !source.Contains($"\"{key}\""));
    }

    /// <summary>What is said to authors is put in by its form, in each of their languages the same things, and each kind has its name.</summary>
    [Fact]
    public void What_authors_read_is_complete_in_each_of_their_languages()
    {
        Assert.Contains("en", AuthorWords.Languages);
        foreach (var language in AuthorWords.Languages)
        {
            foreach (var key in Words.AuthorKeys)
            {
                var (mine, english) = (Words.Of(language).Forms(key), Words.English.Forms(key));
                Assert.All(mine.Values, form => Assert.False(string.IsNullOrWhiteSpace(form)));
                Assert.True(Holes(english["other"]).SetEquals(Holes(mine["other"])), $"{language} {key}: {mine["other"]}");
            }
        }

        Assert.All(Enum.GetValues<ActivityKind>(), kind => Assert.NotEmpty(ActivityKinds.Name(kind)));
        Assert.All(Enum.GetValues<SpotKind>(), kind => Assert.NotEmpty(AuthorWords.Say("kindOf" + kind)));
    }

    /// <summary>The language of the interface is that of who works, not that of the activity; where it has no file, it is English.</summary>
    [Theory]
    [InlineData("en-GB")]
    [InlineData("de-AT")]
    [InlineData("ar")]
    public void Authors_read_English_until_their_language_is_complete(string language)
    {
        var before = CultureInfo.CurrentUICulture;
        try
        {
            CultureInfo.CurrentUICulture = CultureInfo.GetCultureInfo(language);
            Assert.Equal("Copied 3 scenes", AuthorWords.Say("editCopiedScenes", 3));
            Assert.Equal("Copied a scene", AuthorWords.Say("editCopiedScenes", 1));
            Assert.Equal("“Fog” never has the value 12.5", AuthorWords.Say("neverHasValue", "Fog", 12.5m));
        }
        finally
        {
            CultureInfo.CurrentUICulture = before;
        }
    }

    [Fact]
    public void A_number_is_written_as_its_entry_asks_and_else_as_people_read_it()
    {
        Assert.Equal("“Fog” is there for 1.3 seconds: too short to read it.", AuthorWords.Say("thereSecondsTooShortRead", "Fog", 1.26m));
        Assert.Equal("“Fog” never has the value 1.26", AuthorWords.Say("neverHasValue", "Fog", 1.255m));
    }

    /// <summary>No sentence for people stands in the core's sources: they are found in its files of words.</summary>
    [Fact]
    public void No_sentence_stands_in_the_core_itself()
    {
        // What is looked for in texts, and what a simulated class writes, is no word of the product.
        string[] read = ["DraftWords.cs", "Sentences.cs", "Demand.cs", "LongTextType.cs", "Words.cs"];
        var found = Directory
            .EnumerateFiles(Path.Combine(Root(), "src", "ZestySlate.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/") && !file.Contains("/bin/") && !read.Contains(Path.GetFileName(file)))
            .SelectMany(file =>
                Text()
                    .Matches(Beside().Replace(File.ReadAllText(file), ""))
                    .Where(match => Sentence().IsMatch(Hole().Replace(match.Value, "")))
                    .Select(match => $"{Path.GetFileName(file)}: {match.Value}")
            )
            .ToList();
        Assert.True(found.Count == 0, string.Join("\n", found));
    }

    private static string Root()
    {
        var root = Directory.GetParent(AppContext.BaseDirectory)!;
        while (!File.Exists(Path.Combine(root.FullName, "ZestySlate.slnx")))
        {
            root = root.Parent!;
        }

        return root.FullName;
    }

    private static HashSet<string> Holes(string form) => [.. Hole().Matches(form).Select(match => match.Value)];

    [GeneratedRegex(@"(?:[Ww]ords(?:\.Say\(\s*|\[)|Reason\.Of\()""([a-zA-Z]+)""")]
    private static partial Regex Said();

    [GeneratedRegex(@"\{[^{}]*\}")]
    private static partial Regex Hole();

    [GeneratedRegex(@"""(?:[^""\\\n]|\\.)*""")]
    private static partial Regex Text();

    /// <summary>Three words one after the other.</summary>
    [GeneratedRegex(@"^[^<={}]*[A-Za-z]+[,.:]? [A-Za-z]+[,.:]? [A-Za-z]{2,}[^<={}]*$")]
    private static partial Regex Sentence();

    /// <summary>Comments, faults of programs, and what tools are told.</summary>
    [GeneratedRegex(@"//.*|throw new [^;]*;|\[(GeneratedRegex|UnconditionalSuppressMessage|SuppressMessage)[^\n]*|Justification = .*")]
    private static partial Regex Beside();
}
