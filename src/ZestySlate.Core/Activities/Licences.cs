using System.Text.RegularExpressions;

namespace ZestySlate.Core.Activities;

/// <summary>Where the terms of open licences can be read.</summary>
public static partial class Licences
{
    [GeneratedRegex(@"^CC[ -](?<terms>BY(?:-(?:SA|ND|NC(?:-(?:SA|ND))?))?)(?:[ -](?<version>[1-4]\.[05]))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Attribution();

    [GeneratedRegex(@"^CC0(?:[ -]1\.0)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Zero();

    /// <summary>The address of the terms: of a licence with a known name, or of what is an address itself. Null for all others.</summary>
    public static string? AddressOf(string licence)
    {
        var name = licence.Trim();
        if (Attribution().Match(name) is { Success: true } match)
        {
            var version = match.Groups["version"] is { Success: true, Value: var said } ? said : "4.0";
            return $"https://creativecommons.org/licenses/{match.Groups["terms"].Value.ToLowerInvariant()}/{version}/";
        }

        return Zero().IsMatch(name) ? "https://creativecommons.org/publicdomain/zero/1.0/" : WebAddress.Safe(name);
    }
}
