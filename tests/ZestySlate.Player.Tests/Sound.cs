using AngleSharp.Dom;

namespace ZestySlate.Player.Tests;

/// <summary>What holds of every page of a learner, whatever stands on it.</summary>
internal static class Sound
{
    /// <summary>Everything that is wrong with a page, in words.</summary>
    public static IEnumerable<string> Faults(IParentNode page) =>
        [
            .. page.QuerySelectorAll("[id]")
                .GroupBy(one => one.Id)
                .Where(same => same.Count() > 1)
                .Select(same => $"two things are called “{same.Key}”"),
            .. page.QuerySelectorAll("[aria-labelledby], [aria-describedby], label[for]")
                .SelectMany(one =>
                    Named(one)
                        .Where(id => page.QuerySelector($"[id='{id}']") is null)
                        .Select(id => $"{Told(one)} speaks of “{id}”, which is not there")
                ),
            .. page.QuerySelectorAll("button, a[href], [role=button], summary")
                .Where(one => NameOf(page, one).Length == 0)
                .Select(one => $"{Told(one)} has no name"),
            .. page.QuerySelectorAll("input:not([type=hidden]), select, textarea")
                .Where(one => NameOf(page, one).Length == 0)
                .Select(one => $"{Told(one)} has no label"),
            .. page.QuerySelectorAll("img:not([alt])").Select(one => $"{Told(one)} has no alternative text"),
            .. page.QuerySelectorAll("[style]").Select(one => $"{Told(one)} has a style of its own, which the policy refuses"),
            .. page.QuerySelectorAll("[onclick], [onload], [onerror], script")
                .Select(one => $"{Told(one)} is a script, which the policy refuses"),
            .. page.QuerySelectorAll("form")
                .Where(one => one.QuerySelector("form") is not null)
                .Select(one => $"{Told(one)} has another form inside"),
        ];

    private static IEnumerable<string> Named(IElement one) =>
        new[] { "aria-labelledby", "aria-describedby", "for" }.SelectMany(name =>
            (one.GetAttribute(name) ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );

    private static string NameOf(IParentNode page, IElement one)
    {
        var others = (one.GetAttribute("aria-labelledby") ?? "")
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(id => page.QuerySelector($"[id='{id}']"));
        var labels = one.Id is { Length: > 0 } own ? page.QuerySelectorAll($"label[for='{own}']").AsEnumerable() : [];
        return string.Concat(
                others
                    .Concat(labels)
                    .Append(one.Closest("label"))
                    .Append(one)
                    .Select(said => TextOf(said))
                    .Append(one.GetAttribute("aria-label"))
                    .Append(one.GetAttribute("title"))
            )
            .Trim();
    }

    /// <summary>What is read of something; what can be chosen or was written in a field is not its name.</summary>
    private static string TextOf(IElement? one)
    {
        if (one is null or { LocalName: "select" or "textarea" })
        {
            return "";
        }

        var alone = (IElement)one.Clone();
        foreach (var field in alone.QuerySelectorAll("select, textarea").ToList())
        {
            field.Remove();
        }

        return alone.TextContent + string.Concat(alone.QuerySelectorAll("img[alt]").Select(picture => picture.GetAttribute("alt")));
    }

    private static string Told(IElement one) => one.OuterHtml is { Length: > 160 } much ? much[..160] : one.OuterHtml;
}
