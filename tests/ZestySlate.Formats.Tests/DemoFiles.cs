namespace ZestySlate.Formats.Tests;

/// <summary>The demo's files, found from the test's own folder.</summary>
internal static class DemoFiles
{
    public static string Activity => Find("activities/instrument-garden.json");

    public static string Answers => Find("activities/instrument-garden-answers.json");

    /// <summary>Every demo activity by its file name, media by path.</summary>
    public static IEnumerable<TheoryDataRow<string>> Activities =>
        Directory
            .GetFiles(Path.GetDirectoryName(Activity)!, "*.json")
            .Where(path => !path.EndsWith("-answers.json", StringComparison.Ordinal))
            .Select(path => new TheoryDataRow<string>(Path.GetFileName(path)));

    public static string Find(string name)
    {
        for (var folder = new DirectoryInfo(AppContext.BaseDirectory); folder is not null; folder = folder.Parent)
        {
            var path = Path.Combine(folder.FullName, "demo", name);
            if (File.Exists(path))
            {
                return path;
            }
        }

        throw new FileNotFoundException(name);
    }
}
