namespace ZestySlate.Storage;

/// <summary>Folders of a library, by their path: parts separated by a slash.</summary>
internal static class FolderPath
{
    private const int Most = 200;

    /// <summary>A path as it is typed, without empty parts.</summary>
    public static string Clean(string typed) =>
        string.Join('/', typed.Split('/', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)) is var path
        && path.Length > Most
            ? path[..Most]
            : path;

    /// <summary>The folders in use and those they lie in, in order.</summary>
    public static IReadOnlyList<string> WithParents(IEnumerable<string> used) =>
        used.Where(folder => folder.Length > 0)
            .SelectMany(folder => folder.Split('/').Select((_, depth) => string.Join('/', folder.Split('/').Take(depth + 1))))
            .Distinct()
            .Order(StringComparer.CurrentCultureIgnoreCase)
            .ToList();
}
