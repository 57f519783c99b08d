using ZestySlate.Core.Classes;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>Whom of a class a typed name means.</summary>
public sealed class RosterNameTests
{
    private static readonly string[] Roster =
    [
        "Wren Abernethy",
        "Wren Thornbury-Vance",
        "Sólveig Þorvaldsdóttir",
        "Temi Adeyinka-Fashola",
        "Jürgen Müller",
        "Łucja Wróblewska",
        "Zoë Maria Çelik",
        "Kaimana",
        "Kaimana 2",
        "Øystein O'Dell",
        "نورة العتيبي",
        "Anna",
        "Anna Lind",
    ];

    [Theory]
    // As on the roster, whatever the capitals and spaces.
    [InlineData("  wren ABERNETHY ", "Wren Abernethy")]
    [InlineData("Kaimana", "Kaimana")]
    [InlineData("kaimana 2", "Kaimana 2")]
    // The first name, where one alone has it.
    [InlineData("Temi", "Temi Adeyinka-Fashola")]
    [InlineData("lucja", "Łucja Wróblewska")]
    [InlineData("نورة", "نورة العتيبي")]
    // Who has the very name comes before whose name only begins so.
    [InlineData("anna", "Anna")]
    // Accents, letters of other alphabets, hyphens, apostrophes.
    [InlineData("solveig thorvaldsdottir", "Sólveig Þorvaldsdóttir")]
    [InlineData("Temi Adeyinka Fashola", "Temi Adeyinka-Fashola")]
    [InlineData("Jurgen Muller", "Jürgen Müller")]
    [InlineData("Juergen Mueller", "Jürgen Müller")]
    [InlineData("Zoe Celik", "Zoë Maria Çelik")]
    [InlineData("oystein odell", "Øystein O'Dell")]
    [InlineData("Oeystein", "Øystein O'Dell")]
    // The family name first; a letter of it to tell two apart.
    [InlineData("Abernethy, Wren", "Wren Abernethy")]
    [InlineData("Wren A", "Wren Abernethy")]
    [InlineData("wren t.", "Wren Thornbury-Vance")]
    [InlineData("Wren Vance", "Wren Thornbury-Vance")]
    public void One_is_meant(string typed, string name) => Assert.Equal([name], RosterName.Meant(typed, Roster).Select(at => Roster[at]));

    [Theory]
    [InlineData("Wren", "Wren Abernethy", "Wren Thornbury-Vance")]
    public void Several_can_be_meant(string typed, params string[] names) =>
        Assert.Equal(names, RosterName.Meant(typed, Roster).Select(at => Roster[at]));

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("-")]
    [InlineData("Wre")]
    [InlineData("W")]
    [InlineData("Abernethy")]
    [InlineData("Wren Z")]
    [InlineData("Wren Abernethy Smith")]
    [InlineData("Temi Temi")]
    [InlineData("\ud800")]
    public void Nobody_is_meant(string typed) => Assert.Empty(RosterName.Meant(typed, Roster));
}
