using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Locks;
using ZestySlate.Player.Backdrops;
using ZestySlate.Player.Contents;
using ZestySlate.Web.Backdrops;
using ZestySlate.Web.Contents;
using ZestySlate.Web.Locks;

namespace ZestySlate.Web.Tests;

/// <summary>Each kind of backdrop, content and lock has a room of its own on every floor, and nobody outside the rooms asks what kind something is.</summary>
public sealed class RoomsTests
{
    private static readonly Type[] Spines = [typeof(Backdrop), typeof(Content), typeof(LockKey)];

    /// <summary>The kinds of a spine, as the document's format names them.</summary>
    private static IEnumerable<Type> KindsOf(Type spine) =>
        spine.GetCustomAttributes(typeof(JsonDerivedTypeAttribute), false).Cast<JsonDerivedTypeAttribute>().Select(one => one.DerivedType);

    public static TheoryData<Type> Kinds => [.. Spines.SelectMany(KindsOf)];

    /// <summary>What is edited has a form; a key that is made of others is edited as those.</summary>
    private static IEnumerable<Type> EditedKindsOf(Type spine) => KindsOf(spine).Except([typeof(Core.Locks.Joined.JoinedKey)]);

    public static TheoryData<Type> EditedKinds => [.. Spines.SelectMany(EditedKindsOf)];

    public static TheoryData<Type> SpineData => [.. Spines];

    [Theory]
    [MemberData(nameof(SpineData))]
    public void Every_kind_is_registered_with_the_format(Type spine) =>
        Assert.Equal(
            spine.Assembly.GetTypes().Where(type => type.IsSubclassOf(spine) && !type.IsAbstract).OrderBy(type => type.Name),
            KindsOf(spine).OrderBy(type => type.Name)
        );

    [Theory]
    [MemberData(nameof(SpineData))]
    public void Every_kind_is_registered_on_every_floor(Type spine)
    {
        var shown = BackdropsShown
            .All.Select(one => one.BackdropType)
            .Concat(ContentsShown.All.Select(one => one.ContentType))
            .Append(typeof(Core.Contents.Asks.Ask));
        var edited = BackdropForms
            .All.Select(one => one.BackdropType)
            .Concat(ContentForms.All.Select(one => one.ContentType))
            .Concat(LockForms.All.Select(one => one.KeyType))
            .ToList();
        Assert.Empty(EditedKindsOf(spine).Except(edited));
        Assert.True(spine == typeof(LockKey) || !KindsOf(spine).Except(shown).Any());
    }

    [Theory]
    [MemberData(nameof(EditedKinds))]
    public void A_room_has_the_same_name_on_every_floor(Type kind)
    {
        var room = kind.Namespace!["ZestySlate.Core.".Length..];
        var editor = BackdropForms.All.FirstOrDefault(one => one.BackdropType == kind)?.GetType()
            ?? ContentForms.All.FirstOrDefault(one => one.ContentType == kind)?.GetType()
            ?? LockForms.All.First(one => one.KeyType == kind).GetType();
        Assert.Equal($"ZestySlate.Web.{room}", editor.Namespace);
        var shown = BackdropsShown.All.FirstOrDefault(one => one.BackdropType == kind)?.GetType()
            ?? ContentsShown.All.FirstOrDefault(one => one.ContentType == kind)?.GetType();
        Assert.True(shown is null || shown.Namespace == $"ZestySlate.Player.{room}", $"{shown} is not in the room {room}");
    }

    /// <summary>Outside the rooms a kind may be made, and never be asked for: what differs between kinds is a member of the spine.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Nobody_outside_the_rooms_asks_for_a_kind(Type kind)
    {
        var name = kind.Name;
        var asks = new Regex(
            $@"\b(is|as|case)\s+(not\s+)?\(?{name}\b(?!\.)|\bor\s+{name}\b|(OfType|Cast)<({name})>|typeof\({name}\)|"
                + $@"\(\({name}\)|^\s*{name}(\s+\w+)?(\s+when\b.*)?\s+=>|(Backdrop|Content|Key):\s*{name}\b",
            RegexOptions.Multiline
        );
        var found = Sources()
            .Where(file => !Regex.IsMatch(file, @"/(Backdrops|Contents|Locks)/"))
            .SelectMany(file =>
                asks.Matches(WithoutComments(File.ReadAllText(file)))
                    .Select(match => $"{Path.GetRelativePath(SlateHost.Root(), file)}: {match.Value.Trim()}")
            );
        Assert.Empty(found);
    }

    /// <summary>The search itself finds what it looks for.</summary>
    [Fact]
    public void A_room_itself_asks_for_its_kind() =>
        Assert.Contains(Sources(), file =>
            file.Contains("/Backdrops/Panoramas/", StringComparison.Ordinal)
            && File.ReadAllText(file).Contains("typeof(PanoramaBackdrop)", StringComparison.Ordinal)
        );

    /// <summary>A family is named in its rooms and in the registries; the formats of lists, drafts and the demo are about families.</summary>
    [Fact]
    public void No_family_of_questions_is_named_outside_its_rooms()
    {
        var families = string.Join(
            '|',
            Core.Questions.QuestionTypes.All.Select(family => family.Key[..1].ToUpperInvariant() + family.Key[1..])
        );
        var names = new Regex($@"\b({families})(Question|Response|View|Type|Form|Shown|Parts|Editor|Marking)\b");
        var rooms = new Regex(
            $@"/Questions/({families})/|/Questions/(QuestionTypes|FamiliesShown|QuestionForms)\.cs$|/ZestySlate\.Formats/Questions/|"
                + "/ZestySlate[.]Core/Drafting/|/Demo/"
        );
        var found = Sources()
            .Where(file => !rooms.IsMatch(file))
            .SelectMany(file =>
                names
                    .Matches(WithoutComments(File.ReadAllText(file)))
                    .Select(match => $"{Path.GetRelativePath(SlateHost.Root(), file)}: {match.Value}")
            );
        Assert.Empty(found);
    }

    /// <summary>Scripts that all pages share know no family by name: what a family needs it says in attributes of its markup.</summary>
    [Fact]
    public void Shared_scripts_name_no_family() =>
        Assert.All(
            Directory
                .EnumerateFiles(Path.Combine(SlateHost.Root(), "src", "ZestySlate.Web", "Scripts"), "*.ts", SearchOption.AllDirectories)
                .Where(file => !file.Contains("/families/", StringComparison.Ordinal)),
            file => Assert.DoesNotMatch(@"data-family=\w", File.ReadAllText(file))
        );

    private static IEnumerable<string> Sources() =>
        Directory
            .EnumerateFiles(Path.Combine(SlateHost.Root(), "src"), "*.*", SearchOption.AllDirectories)
            .Where(file =>
                file.EndsWith(".cs", StringComparison.Ordinal)
                || file.EndsWith(".razor", StringComparison.Ordinal)
                || file.EndsWith(".cshtml", StringComparison.Ordinal)
            )
            .Where(file => !file.Contains("/obj/", StringComparison.Ordinal) && !file.Contains("/node_modules/", StringComparison.Ordinal));

    private static string WithoutComments(string source) => Regex.Replace(source, @"^\s*///.*$|//.*$", "", RegexOptions.Multiline);
}
