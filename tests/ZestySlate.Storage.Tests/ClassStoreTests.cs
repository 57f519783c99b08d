using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Storage.Tests;

public sealed class ClassStoreTests : TestDatabase
{
    private async Task<ClassRecord> MadeAsync(string names = "Wren Abernethy\nŁucja Wróblewska\n  \nKaimana\nKaimana\n")
    {
        return (await Classes.CreateAsync("ines", "Year 8", names)).Value;
    }

    [Fact]
    public async Task Typed_names_become_learners_and_twins_are_told_apart()
    {
        var group = await MadeAsync();
        await using var db = NewDb();
        var names = await db
            .Enrolments.Where(e => e.ClassId == group.Id)
            .Select(e => e.RosterName)
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.Equal(["Kaimana", "Kaimana 2", "Wren Abernethy", "Łucja Wróblewska"], names.Order(StringComparer.Ordinal));
    }

    [Theory]
    [InlineData("coast8", "wren abernethy", true)]
    [InlineData(" COAST-8 ", "  Łucja Wróblewska ", true)]
    [InlineData("COAST8", "Wren", true)]
    [InlineData("COAST8", "lucja wroblewska", true)]
    [InlineData("COAST8", "Wre", false)]
    [InlineData("COAST9", "Wren Abernethy", false)]
    [InlineData("", "", false)]
    public async Task A_learner_comes_in_with_code_and_name(string code, string name, bool found)
    {
        var group = await MadeAsync();
        await using var db = NewDb();
        (await db.Classes.SingleAsync(c => c.Id == group.Id, TestContext.Current.CancellationToken)).Code = "COAST8";
        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        Assert.Equal(found, await Classes.ByCodeAsync(code) is { } named && (await Classes.MeantAsync(named, name)).Count == 1);
    }

    [Theory]
    [InlineData("", "Wren", "A class needs a name.")]
    [InlineData("Year 8", " \n ", "Type the learners' names, one a line.")]
    public async Task A_class_needs_a_name_and_learners(string name, string names, string refusal)
    {
        Assert.Equal(refusal, (await Classes.CreateAsync("ines", name, names)).Refusal);
    }

    [Fact]
    public async Task Too_many_learners_are_counted_in_the_message()
    {
        Assert.Equal(
            "A class has up to 400 learners; here are 401.",
            (await Classes.CreateAsync("ines", "x", string.Join('\n', Enumerable.Range(0, 401)))).Refusal
        );
    }

    [Fact]
    public async Task Giving_twice_gives_once_and_can_be_taken_back()
    {
        var group = await MadeAsync();
        await using var db = NewDb();
        var classes = Classes;
        await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async _ =>
                {
                    await Classes.GiveAsync(group.Id, "garden", "Garden");
                })
        );
        Assert.Equal(1, await db.Assignments.CountAsync(TestContext.Current.CancellationToken));
        await classes.TakeAwayAsync(group.Id, "garden");
        Assert.Equal(0, await db.Assignments.CountAsync(TestContext.Current.CancellationToken));
    }
}
