using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Embedding;

/// <summary>On whose pages an activity may stand in a frame.</summary>
public enum Framing
{
    /// <summary>On any page of the web.</summary>
    Anyone,

    /// <summary>On pages of the sites named.</summary>
    Listed,

    /// <summary>On nobody's.</summary>
    Nobody,
}

/// <summary>Who may frame an activity: set by its author, and bounded by the author's school.</summary>
/// <param name="By">On whose pages.</param>
/// <param name="Sites">The sites, as origins (scheme, host, port); of use when they are listed.</param>
public sealed record FrameRule(Framing By, ValueList<string> Sites)
{
    /// <summary>The most sites that can be named.</summary>
    public const int MostSites = 40;

    public static FrameRule Anyone { get; } = new(Framing.Anyone, []);

    /// <summary>The rule for a content security policy (CSP Level 3, section 6.4.2.1, frame-ancestors).</summary>
    public string Sources =>
        By switch
        {
            Framing.Anyone => "*",
            Framing.Listed when Sites.Count > 0 => string.Join(' ', Sites.Prepend("'self'")),
            _ => "'none'",
        };

    /// <summary>What is left of the rule inside of another: both have to allow it.</summary>
    public FrameRule Within(FrameRule outer) =>
        (By, outer.By) switch
        {
            (Framing.Nobody, _) or (_, Framing.Nobody) => new FrameRule(Framing.Nobody, []),
            (_, Framing.Anyone) => this,
            (Framing.Anyone, _) => outer,
            _ => new FrameRule(Framing.Listed, Sites.Where(site => outer.Sites.Contains(site)).ToValueList()),
        };

    /// <summary>Reads a rule as it is chosen and typed. What is no choice, or names nobody, is refused in words: nothing opens by mistake.</summary>
    public static Outcome<FrameRule> Read(Framing? by, string? typed)
    {
        var sites = ReadSites(typed ?? "");
        return by is not { } chosen || !Enum.IsDefined(chosen) ? Outcome<FrameRule>.Refused(AuthorWords.Say("chooseWhosePagesMayShow"))
            : !sites.Succeeded ? Outcome<FrameRule>.Refused(sites.Refusal!)
            : chosen == Framing.Listed && sites.Value.Count == 0 ? Outcome<FrameRule>.Refused(AuthorWords.Say("nameSiteOrChooseAnother"))
            : new FrameRule(chosen, sites.Value);
    }

    /// <summary>Reads sites as they are typed: one a line, with or without a scheme or a path; “*.school.example” names all below it.</summary>
    /// <returns>Their origins, each once; or which line is none, in words.</returns>
    public static Outcome<ValueList<string>> ReadSites(string typed)
    {
        var lines = typed.Split(['\n', ' ', ','], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        if (lines.Length > MostSites)
        {
            return Outcome<ValueList<string>>.Refused(AuthorWords.Say("upSitesCanNamedHere", MostSites, lines.Length));
        }

        var sites = new List<string>();
        foreach (var line in lines)
        {
            if (OriginOf(line) is not { } origin)
            {
                return Outcome<ValueList<string>>.Refused(AuthorWords.Say("noSiteTypeAddressHttps", line));
            }

            sites.Add(origin);
        }

        return sites.Distinct().ToValueList();
    }

    private static string? OriginOf(string line)
    {
        var address = line.Contains("://", StringComparison.Ordinal) ? line : "https://" + line;
        var below = address.Contains("://*.", StringComparison.Ordinal);
        return
            Uri.TryCreate(below ? address.Replace("://*.", "://", StringComparison.Ordinal) : address, UriKind.Absolute, out var uri)
            && uri.Scheme is "http" or "https"
            && uri is { HostNameType: UriHostNameType.Dns or UriHostNameType.IPv4 or UriHostNameType.IPv6, UserInfo: "" }
            && (!below || uri.IdnHost.Contains('.'))
            ? $"{uri.Scheme}://{(below ? "*." : "")}{uri.IdnHost}{(uri.IsDefaultPort ? "" : $":{uri.Port}")}"
            : null;
    }
}
