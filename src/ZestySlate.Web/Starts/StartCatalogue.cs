using System.Text.Json;
using System.Text.RegularExpressions;
using ZestySlate.Formats.Starts;

namespace ZestySlate.Web.Starts;

/// <summary>The starts there are: those that ship, and those that lie as files (*.json) in the folder “starts” of the installation's data.</summary>
public sealed partial class StartCatalogue
{
    /// <param name="dataFolder">The installation's data.</param>
    /// <param name="log">Where a file that is none is told.</param>
    public StartCatalogue(string dataFolder, ILogger<StartCatalogue> log)
    {
        var assembly = typeof(StartCatalogue).Assembly;
        var shipped = assembly.GetManifestResourceNames().Where(name => name.StartsWith("Starts/", StringComparison.Ordinal)).Order();
        var all = shipped.Select(name =>
        {
            using var text = new StreamReader(assembly.GetManifestResourceStream(name)!);
            return Start.Read(text.ReadToEnd());
        });
        All = [.. all.Concat(Own(Path.Combine(dataFolder, "starts"), log)).DistinctBy(start => start.Id)];
    }

    /// <summary>All, in the order in which they are shown.</summary>
    public IReadOnlyList<Start> All { get; }

    /// <summary>The one with this id, or null.</summary>
    public Start? Of(string id) => All.FirstOrDefault(start => start.Id == id);

    /// <summary>Why it cannot be shown; null when it can: its address and its example are to be good.</summary>
    private static string? Refuse(Start start) =>
        !Address().IsMatch(start.Id) ? "its id is not of small letters, digits and hyphens"
        : StartMaker.Make(start, start.Title, "en", start.Sample, null) is { Succeeded: false, Refusal: var why } ? "its sample: " + why
        : null;

    [GeneratedRegex("^[a-z0-9-]{1,60}$")]
    private static partial Regex Address();

    [LoggerMessage(LogLevel.Warning, "The start {File} cannot be read: {Problem}")]
    private static partial void Odd(ILogger log, string file, string problem);

    private static IEnumerable<Start> Own(string folder, ILogger log)
    {
        foreach (var path in (Directory.Exists(folder) ? Directory.GetFiles(folder, "*.json") : []).Order())
        {
            Start? start = null;
            string? problem;
            try
            {
                start = Start.Read(File.ReadAllText(path));
                problem = Refuse(start);
            }
            catch (Exception odd) when (odd is JsonException or IOException or UnauthorizedAccessException)
            {
                problem = odd.Message;
            }

            if (problem is null)
            {
                yield return start!;
            }
            else
            {
                Odd(log, Path.GetFileName(path), problem);
            }
        }
    }
}
