using System.Net;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Embedding;

/// <summary>How large an activity stands on a page.</summary>
/// <param name="Key">Its name in forms.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Width">Width in pixels; null for the whole width there is.</param>
/// <param name="Height">Height in pixels; null where it comes from the width. Where it follows the content: the height without script.</param>
/// <param name="Follows">True when the frame becomes as high as what is in it.</param>
public sealed record EmbedSize(string Key, string Title, int? Width, int? Height, bool Follows = false)
{
    /// <summary>The sizes offered.</summary>
    public static ValueList<EmbedSize> All { get; } =
    [
        new("follow", AuthorWords.Say("fullWidthHighContent"), null, 640, Follows: true),
        new("wide", AuthorWords.Say("fullWidth"), null, null),
        new("large", "1120 × 700", 1120, 700),
        new("medium", "800 × 540", 800, 540),
        new("small", "480 × 400", 480, 400),
    ];

    /// <summary>The size of this name; the first for any other.</summary>
    public static EmbedSize Of(string? key) => All.FirstOrDefault(size => size.Key == key) ?? All[0];
}

/// <summary>The code that puts an activity on a page of somebody's.</summary>
/// <param name="Site">Where this installation is, without a slash at the end.</param>
/// <param name="ActivityId">The activity.</param>
/// <param name="Title">Its title, for those who hear the page.</param>
public sealed record EmbedCode(string Site, string ActivityId, string Title)
{
    /// <summary>The scene it begins at; null for the first.</summary>
    public string? Scene { get; init; }

    /// <summary>True when the activity's own title line is left out.</summary>
    public bool Bare { get; init; }

    /// <summary>The address of what stands in the frame.</summary>
    public string Address
    {
        get
        {
            var options = new[] { Scene is null ? null : $"scene={Uri.EscapeDataString(Scene)}", Bare ? "bare=true" : null }
                .OfType<string>()
                .ToList();
            return $"{Site}/embed/{Uri.EscapeDataString(ActivityId)}{(options.Count > 0 ? "?" + string.Join('&', options) : "")}";
        }
    }

    /// <summary>The code as HTML. What follows its content asks for a script of ours too; where a page takes none, the height stays.</summary>
    public string Html(EmbedSize size)
    {
        var style =
            size.Width is not null ? "border:0;max-width:100%"
            : size.Height is { } height ? $"border:0;width:100%;height:{height}px"
            : "border:0;width:100%;aspect-ratio:16/10";
        var sizes = size.Width is { } width ? $" width=\"{width}\" height=\"{size.Height}\"" : "";
        return $"<iframe src=\"{WebUtility.HtmlEncode(Address)}\" title=\"{WebUtility.HtmlEncode(Title)}\"{sizes}"
            + $"{(size.Follows ? " data-zesty-slate" : "")} style=\"{style}\" allow=\"fullscreen; microphone\"></iframe>"
            + (size.Follows ? $"<script src=\"{WebUtility.HtmlEncode(Site)}/dist/frames.js\" async></script>" : "");
    }
}
