namespace ZestySlate.Web.Tests;

/// <summary>What SQLite alone understands stands in one folder, so that another database is another folder.</summary>
public sealed class ProviderFolderTests
{
    [Theory]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("SqliteException")]
    [InlineData("UseSqlite")]
    [InlineData("ExecuteSql")]
    [InlineData("FromSql")]
    [InlineData("PRAGMA")]
    [InlineData("ON CONFLICT")]
    public void Nothing_of_one_database_stands_elsewhere(string word)
    {
        var src = Path.Combine(SlateHost.Root(), "src");
        var elsewhere = Directory
            .EnumerateFiles(src, "*.cs", SearchOption.AllDirectories)
            .Where(file => !file.Split(Path.DirectorySeparatorChar).Any(part => part is "obj" or "bin" or "Migrations" or "Sqlite"))
            .Where(file => File.ReadAllText(file).Contains(word, StringComparison.Ordinal))
            .Select(file => Path.GetRelativePath(src, file));
        Assert.Empty(elsewhere);
    }
}
