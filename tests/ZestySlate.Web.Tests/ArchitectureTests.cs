using System.Reflection;
using System.Text.Json;
using System.Xml.Linq;

namespace ZestySlate.Web.Tests;

public sealed class ArchitectureTests
{
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["ZestySlate.Core"] = [],
        ["ZestySlate.Formats"] = ["ZestySlate.Core"],
        ["ZestySlate.Storage"] = ["ZestySlate.Core"],
        ["ZestySlate.Player"] = ["ZestySlate.Core"],
        ["ZestySlate.Web"] = ["ZestySlate.Core", "ZestySlate.Formats", "ZestySlate.Storage", "ZestySlate.Player"],
        ["zesty"] = ["ZestySlate.Core", "ZestySlate.Formats", "ZestySlate.Storage"],
    };

    public static TheoryData<string> Projects => [.. Allowed.Keys];

    private static List<string> References(string project) =>
        Assembly.Load(project).GetReferencedAssemblies().Select(name => name.Name!).ToList();

    [Theory]
    [MemberData(nameof(Projects))]
    public void Arrows_between_projects_run_one_way(string project) =>
        Assert.Empty(References(project).Where(name => name.StartsWith("ZestySlate", StringComparison.Ordinal)).Except(Allowed[project]));

    [Theory]
    [InlineData("ZestySlate.Core", "Microsoft.AspNetCore")]
    [InlineData("ZestySlate.Core", "Microsoft.EntityFrameworkCore")]
    [InlineData("ZestySlate.Core", "System.Net.Http")]
    [InlineData("ZestySlate.Player", "Microsoft.EntityFrameworkCore")]
    [InlineData("ZestySlate.Player", "Microsoft.AspNetCore.Http")]
    [InlineData("ZestySlate.Formats", "Microsoft.AspNetCore")]
    public void A_project_does_not_know_what_is_not_its_business(string project, string foreign) =>
        Assert.DoesNotContain(References(project), name => name.StartsWith(foreign, StringComparison.Ordinal));

    /// <summary>What a project was built against is what is beside it when it runs: a program locks no older version of a package than what it uses.</summary>
    [Fact]
    public void A_project_locks_no_older_package_than_what_it_uses()
    {
        var projects = Directory
            .EnumerateFiles(SlateHost.Root(), "*.csproj", SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/"))
            .ToDictionary(file => file, file => Path.GetDirectoryName(file)!);
        Dictionary<string, string> Locked(string project) =>
            JsonDocument
                .Parse(File.ReadAllText(Path.Combine(projects[project], "packages.lock.json")))
                .RootElement.GetProperty("dependencies")
                .EnumerateObject()
                .SelectMany(framework => framework.Value.EnumerateObject())
                .Where(package => package.Value.TryGetProperty("resolved", out _))
                .DistinctBy(package => package.Name)
                .ToDictionary(package => package.Name, package => package.Value.GetProperty("resolved").GetString()!);
        foreach (var project in projects.Keys)
        {
            var mine = Locked(project);
            var used = XDocument
                .Load(project)
                .Descendants("ProjectReference")
                .Where(reference => (string?)reference.Attribute("ReferenceOutputAssembly") != "false")
                .Select(reference =>
                    Path.GetFullPath(Path.Combine(projects[project], ((string)reference.Attribute("Include")!).Replace('\\', '/')))
                );
            foreach (var (package, version) in used.SelectMany(Locked))
            {
                Assert.True(
                    !mine.TryGetValue(package, out var locked)
                        || Version.Parse(locked.Split('-')[0]) >= Version.Parse(version.Split('-')[0]),
                    $"{Path.GetFileName(project)} locks {package} {locked}, and uses a project that was built against {version}"
                );
            }
        }
    }

    [Fact]
    public void The_core_has_no_clock_of_its_own()
    {
        var sources = Directory
            .EnumerateFiles(Path.Combine(SlateHost.Root(), "src", "ZestySlate.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(file => !file.Contains("/obj/"));
        Assert.All(sources, file => Assert.DoesNotContain("UtcNow", File.ReadAllText(file), StringComparison.Ordinal));
    }

    [Fact]
    public void Every_question_type_has_its_room_on_every_floor()
    {
        foreach (var family in Core.Questions.QuestionTypes.All)
        {
            Assert.NotNull(Player.Questions.FamiliesShown.For(family.Key));
            Assert.Contains(Questions.QuestionForms.Offers, offer => Core.Questions.QuestionTypes.For(offer.Make()).Key == family.Key);
        }
    }
}
