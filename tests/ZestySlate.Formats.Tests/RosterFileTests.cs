using System.IO.Compression;
using System.Text;
using ZestySlate.Formats.Classes;

namespace ZestySlate.Formats.Tests;

/// <summary>Rosters as schools save them.</summary>
public sealed class RosterFileTests
{
    private static string[] Names(byte[] file) => [.. RosterFile.Read(file).Value.Select(entry => entry.Name)];

    private static byte[] Utf8(string text) => Encoding.UTF8.GetBytes(text);

    [Theory]
    [InlineData("Name\nLéonie Thibodeau\nKaimana\n", "Léonie Thibodeau|Kaimana")]
    [InlineData("Family name;Given name;Number\nÞorvaldsdóttir;Elin;17\n;Kaimana;18\n", "Elin Þorvaldsdóttir|Kaimana")]
    [InlineData("E-mail,Name\nw@x.example,\"Abernethy, Wren\"\n", "Abernethy, Wren")]
    [InlineData("Name\tNumber\n  Quang  Minh   Trịnh \t4\n", "Quang Minh Trịnh")]
    [InlineData("Kaimana\r\nHana Dvořáčková\r\n\r\n", "Kaimana|Hana Dvořáčková")]
    [InlineData("Dvořáčková, Hana\nKaimana\n", "Hana Dvořáčková|Kaimana")]
    [InlineData(
        "1. Jürgen Tidewell\n2) Kaimana\n3\tHana Dvořáčková\n- Elin\n• Nuru\n",
        "Jürgen Tidewell|Kaimana|Hana Dvořáčková|Elin|Nuru"
    )]
    [InlineData("Wren, Kaimana, Hana Dvořáčková", "Wren|Kaimana|Hana Dvořáčková")]
    [InlineData("Abernethy, Wren", "Wren Abernethy")]
    [InlineData("hana.dvorak@watch.example\nWren <w@x.example>\nKaimana; k@x.example\n", "Hana Dvorak|Wren|Kaimana")]
    [InlineData("2nd Watch Grey\n7 Harbour\n", "2nd Watch Grey|7 Harbour")]
    [InlineData("ياسمين الخطيب\n", "ياسمين الخطيب")]
    public void Heads_separators_accents_and_names_of_one_word(string text, string names) =>
        Assert.Equal(names.Split('|'), Names(Utf8(text)));

    /// <summary>Work grows with the text, not with its square: of a line as long as a file only its beginning is looked through.</summary>
    [Theory]
    [InlineData("a", "\n", 4_000_000)]
    [InlineData("a@", "\n", 2_000_000)]
    [InlineData("Wren,", "", 800_000)]
    public void A_line_as_long_as_a_file_is_read_in_one_go(string part, string end, int times)
    {
        var read = RosterFile.ReadText(string.Concat(Enumerable.Repeat(part, times)) + end);
        Assert.True(!read.Succeeded || read.Value.Count == 1);
    }

    [Fact]
    public void An_address_beside_a_name_is_none_of_it() =>
        Assert.Equal(
            ["w@x.example", "k@x.example", "", "hana.dvorak@watch.example"],
            RosterFile
                .ReadText("1. Wren Abernethy <w@x.example>\nKaimana k@x.example\nNuru\nhana.dvorak@watch.example")
                .Value.Select(entry => entry.Email)
        );

    [Fact]
    public void Every_usual_encoding_is_read()
    {
        const string text = "Name\nŁucja Wróblewska\n";
        Assert.Equal(["Łucja Wróblewska"], Names([0xEF, 0xBB, 0xBF, .. Utf8(text)]));
        Assert.Equal(["Łucja Wróblewska"], Names([.. Encoding.Unicode.GetPreamble(), .. Encoding.Unicode.GetBytes(text)]));
        Assert.Equal(
            ["Łucja Wróblewska"],
            Names([.. Encoding.BigEndianUnicode.GetPreamble(), .. Encoding.BigEndianUnicode.GetBytes(text)])
        );
        Assert.Equal(["Bríd Ó Maoldúin"], Names(CodePagesEncodingProvider.Instance.GetEncoding(1252)!.GetBytes("Name\nBríd Ó Maoldúin\n")));
    }

    [Fact]
    public void OneRoster_users_are_read_from_the_file_and_from_its_archive_students_alone()
    {
        const string columns =
            "sourcedId status dateLastModified enabledUser orgSourcedIds role username userIds "
            + "givenName familyName middleName identifier email";
        var users =
            string.Join(',', columns.Split(' ').Select(column => $"\"{column}\""))
            + "\n"
            + """
                "u1","active","","true","s","student","a","","Oluwadamilare","Adeyinka-Fashola","","S-1","o@x.example"
                "u2","active","","true","s","teacher","b","","Ines","Halloran","","T-1",""
                "u3","tobedeleted","","true","s","student","c","","Gone","Away","","S-2",""
                "u4","","","false","s","student","d","","Not","Enabled","","S-3",""
                "u5","","","true","s","student","e","","Jun-seo","Baek","Q","S-4",""
                """;
        Assert.Equal(
            [new RosterEntry("Oluwadamilare Adeyinka-Fashola", "S-1", "o@x.example"), new RosterEntry("Jun-seo Q Baek", "S-4", "")],
            RosterFile.Read(Utf8(users)).Value
        );
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            using var entry = zip.CreateEntry("users.csv").Open();
            entry.Write(Utf8(users));
        }

        Assert.Equal(2, RosterFile.Read(stream.ToArray()).Value.Count);
    }

    [Fact]
    public void What_is_no_roster_is_told_in_words()
    {
        Assert.Equal("Nobody is in this roster.", RosterFile.Read([]).Refusal);
        Assert.Equal("Nobody is in this roster.", RosterFile.Read(Utf8("Name\n")).Refusal);
        Assert.NotNull(RosterFile.Read([0x50, 0x4B, 3, 4, 9, 9, 9]).Refusal);
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            zip.CreateEntry("other.csv");
        }

        Assert.Contains("no users.csv", RosterFile.Read(stream.ToArray()).Refusal);
        Assert.NotNull(RosterFile.Read(new byte[RosterFile.Largest + 1]).Refusal);
    }
}
