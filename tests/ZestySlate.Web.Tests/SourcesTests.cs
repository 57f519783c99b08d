using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Microsoft.AspNetCore.Http;
using ZestySlate.Core.Activities;
using ZestySlate.Storage;
using ZestySlate.Web.Contents;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Tests;

/// <summary>Sources are for people: no line is so long that the eye loses it.</summary>
public sealed partial class SourcesTests
{
    private const int Longest = 160;

    private static readonly string[] Endings = [".cs", ".cshtml", ".razor", ".css", ".ts", ".mjs"];

    private static readonly string[] Made = ["bin", "obj", "node_modules", "dist", "Migrations"];

    [Fact]
    public void No_line_is_longer_than_a_person_can_read()
    {
        var root = SlateHost.Root();
        var tooLong =
            from folder in new[] { "src", "tests", "bench" }
            from file in Directory.EnumerateFiles(Path.Combine(root, folder), "*", SearchOption.AllDirectories)
            where Endings.Contains(Path.GetExtension(file)) && !Path.GetRelativePath(root, file).Split('/').Intersect(Made).Any()
            from line in File.ReadLines(file).Select((text, at) => (Text: text, Number: at + 1))
            where line.Text.Length > Longest
            select $"{Path.GetRelativePath(root, file)}:{line.Number}";
        Assert.Empty(tooLong);
    }

    /// <summary>What a page needs it asks a store for.</summary>
    [Fact]
    public void No_page_asks_the_database_itself()
    {
        var pages = Path.Combine(SlateHost.Root(), "src", "ZestySlate.Web", "Pages");
        Assert.Empty(
            from file in Directory.EnumerateFiles(pages, "*.cs*", SearchOption.AllDirectories)
            where File.ReadAllText(file) is var text && (text.Contains("SlateDb") || text.Contains("EntityFrameworkCore"))
            select Path.GetRelativePath(pages, file)
        );
    }

    /// <summary>A write that failed must not come again with the next one: nobody is given a context that others use, and none is cleared
    /// but the one that prepares the database. The framework's own stores of accounts have one for each request, which the second
    /// factor keeps its half-made keys in.</summary>
    [Fact]
    public void Every_store_opens_contexts_of_its_own()
    {
        const BindingFlags all = BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance | BindingFlags.Static;
        static bool Takes(MethodBase method, Type type) => method.GetParameters().Any(parameter => parameter.ParameterType == type);
        var types = new[] { typeof(SlateDb).Assembly, typeof(Composition).Assembly }.SelectMany(assembly => assembly.GetTypes()).ToList();
        Assert.Equal(
            [nameof(SecondFactors)],
            from type in types
            where !type.IsDefined(typeof(CompilerGeneratedAttribute), false)
            where
                type.GetConstructors().Any(made => Takes(made, typeof(SlateDb)))
                || type.GetMethods(all).Any(method => Takes(method, typeof(SlateDb)) && Takes(method, typeof(HttpContext)))
            select type.Name
        );
        Assert.Equal(
            ["DraftIndex.cs", "HandoutsOfBefore.cs"],
            from file in Directory.EnumerateFiles(Path.Combine(SlateHost.Root(), "src"), "*.cs", SearchOption.AllDirectories)
            where
                File.ReadAllText(file) is var text && (text.Contains("ChangeTracker.Clear") || text.Contains("GetRequiredService<SlateDb>"))
            orderby Path.GetFileName(file)
            select Path.GetFileName(file)
        );
    }

    /// <summary>In components an attribute is text: an entity would be read as it is written.</summary>
    [Fact]
    public void No_component_has_an_entity_in_an_attribute() =>
        Assert.Empty(
            from file in Directory.EnumerateFiles(Path.Combine(SlateHost.Root(), "src"), "*.razor", SearchOption.AllDirectories)
            where !Path.GetRelativePath(SlateHost.Root(), file).Split('/').Intersect(Made).Any()
            where Entity().IsMatch(File.ReadAllText(file))
            select file
        );

    [Fact]
    public void Every_symbol_that_is_named_ships()
    {
        var root = Path.Combine(SlateHost.Root(), "src");
        var ships = File.ReadLines(Path.Combine(root, "ZestySlate.Web", "Styles", "symbols.txt")).ToHashSet();
        var named =
            from file in Directory.EnumerateFiles(root, "*.*", SearchOption.AllDirectories)
            where Endings.Contains(Path.GetExtension(file)) && !Path.GetRelativePath(root, file).Split('/').Intersect(Made).Any()
            from Match symbol in Symbols().Matches(File.ReadAllText(file))
            select symbol.Groups[1].Value;
        var offered = QuestionForms.Offers.Select(offer => offer.Symbol).Concat(ContentForms.Offers.Select(offer => offer.Symbol));
        Assert.Empty(named.Concat(offered).Distinct().Except(ships));
    }

    /// <summary>One that is not in the sheet of learners' pages has them load the teachers' too.</summary>
    [Fact]
    public void Every_symbol_of_learners_pages_is_in_their_sheet()
    {
        var player = Path.Combine(SlateHost.Root(), "src", "ZestySlate.Player");
        var theirs = File.ReadAllLines(Path.Combine(player, "symbols.txt"));
        var named = Directory
            .EnumerateFiles(player, "*.razor", SearchOption.AllDirectories)
            .SelectMany(file => Symbols().Matches(File.ReadAllText(file)))
            .Select(symbol => symbol.Groups[1].Value);
        var signs = Enum.GetValues<SpotKind>().Select(kind => SpotLook.Default(kind).Symbol!);
        Assert.Empty(named.Concat(signs).Distinct().Except(theirs));
        Assert.Empty(theirs.Except(File.ReadAllLines(Path.Combine(player, "..", "ZestySlate.Web", "Styles", "symbols.txt"))));
    }

    [Fact]
    public void Every_kind_that_is_offered_has_a_sketch_and_no_sketch_stands_for_nothing()
    {
        var sheet = XDocument.Load(Path.Combine(SlateHost.Root(), "src", "ZestySlate.Web", "Styles", "art", "sketches.svg"));
        var sketches = sheet.Descendants().Select(part => part.Attribute("id")?.Value).OfType<string>().Order();
        var kinds = QuestionForms.Offers.Select(offer => offer.Key).Concat(ContentForms.Offers.Select(offer => offer.Key)).Order();
        Assert.Equal(kinds, sketches);
    }

    [GeneratedRegex("[a-z-]+=\"[^\"<>@]*&#?[a-z0-9]+;", RegexOptions.NonBacktracking)]
    private static partial Regex Entity();

    [GeneratedRegex("<Symbol Name=\"([a-z0-9-]+)\"")]
    private static partial Regex Symbols();
}
