using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>The origins whose pages may hold ours in a frame, as a keeper types them and as signed launches name them.</summary>
internal static class FrameOrigins
{
    /// <summary>So many at most: the list goes out with every page.</summary>
    public const int Most = 20;

    /// <summary>What was typed, as a content security policy lists it: scheme, host and port, a star for all hosts under one.</summary>
    /// <param name="typed">Origins or addresses, parted by blanks, commas or lines.</param>
    /// <returns>The list parted by spaces, or the first that is none.</returns>
    public static (string List, string? Wrong) Read(string? typed)
    {
        var given = (typed ?? "").Split([' ', ',', ';', '\t', '\r', '\n'], StringSplitOptions.RemoveEmptyEntries);
        var origins = new List<string>();
        foreach (var one in given)
        {
            if (OriginOf(one) is not { } origin)
            {
                return ("", one);
            }

            origins.Add(origin);
        }

        return (string.Join(' ', origins.Distinct().Take(Most)), null);
    }

    /// <summary>
    /// Adds the origins of addresses that a signed launch named, where the keeper lets it. Only what is signed counts: where a
    /// request came from is what a browser was led to say, and a page that wants to lay itself over ours could say it.
    /// </summary>
    /// <returns>True when one was new.</returns>
    public static bool Learn(CourseSiteRecord site, params IEnumerable<string?> named)
    {
        var known = site.FramedBy.ToHashSet();
        var anew = site.LearnsFrames
            ? named.OfType<string>().Select(OriginOf).OfType<string>().Distinct().Where(origin => !known.Contains(origin)).ToList()
            : [];
        anew = anew.Take(Math.Max(0, Most - (known.Count - 1))).ToList();
        site.Frames = string.Join(' ', site.Frames.Split(' ', StringSplitOptions.RemoveEmptyEntries).Concat(anew));
        return anew.Count > 0;
    }

    private static string? OriginOf(string given)
    {
        const string any = "*.";
        var at = given.IndexOf("://", StringComparison.Ordinal);
        var stars = at > 0 && given[(at + 3)..].StartsWith(any, StringComparison.Ordinal);
        var plain = stars ? given.Remove(at + 3, any.Length) : given;
        if (
            !Uri.TryCreate(plain, UriKind.Absolute, out var address)
            || address.Scheme is not ("http" or "https")
            || address.Host.Length == 0
            || address.UserInfo.Length > 0
            || plain.Contains('*', StringComparison.Ordinal)
            || (stars && !address.Host.Contains('.', StringComparison.Ordinal))
        )
        {
            return null;
        }

        // Letters of other alphabets as the network writes them: a header carries none.
        var host = address.HostNameType == UriHostNameType.IPv6 ? address.Host : (stars ? any : "") + address.IdnHost;
        return $"{address.Scheme}://{host}{(address.IsDefaultPort ? "" : $":{address.Port}")}";
    }
}
