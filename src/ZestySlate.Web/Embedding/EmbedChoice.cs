using ZestySlate.Core.Activities;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage.Embedding;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Embedding;

/// <summary>What an author chooses to put an activity on a page, and the code that comes of it.</summary>
public sealed record EmbedChoice
{
    public required EmbedCode Code { get; init; }

    public EmbedSize Size { get; init; } = EmbedSize.All[0];

    /// <summary>The scenes it can begin at: those that no lock closes.</summary>
    public IReadOnlyList<(string Id, string Title)> Scenes { get; init; } = [];

    public string? Scene => Code.Scene;

    public bool Bare => Code.Bare;

    /// <summary>True when visitors of a page can do it.</summary>
    public bool IsOpen { get; init; }

    /// <summary>On whose pages, as it is or was typed.</summary>
    public Framing By { get; init; }

    /// <summary>The sites, as they are or were typed.</summary>
    public string Sites { get; init; } = "";

    /// <summary>What is wrong with the sites, or null.</summary>
    public string? Problem { get; init; }

    /// <summary>What the school allows.</summary>
    public FrameRule School { get; init; } = FrameRule.Anyone;

    /// <summary>The fields that ask whose pages may show it.</summary>
    public FramingAsked Asked => new(By, Sites, Problem, School);

    /// <summary>What is chosen at first.</summary>
    public static EmbedChoice Of(HttpContext context, Embeddable found, Activity draft) =>
        new()
        {
            Code = new EmbedCode(OwnAddress.Of(context), found.Activity.Id, draft.Title),
            Scenes = draft.Scenes.Skip(1).Where(scene => scene.Lock is null).Select(scene => (scene.Id, draft.TitleOf(scene))).ToList(),
            IsOpen = found.IsOpen,
            By = found.Own.By,
            Sites = string.Join('\n', found.Own.Sites),
            School = found.School,
        };

    /// <summary>With what was chosen; a scene that is none is not taken.</summary>
    public EmbedChoice With(string? size, string? scene, bool bare) =>
        this with
        {
            Size = EmbedSize.Of(size),
            Code = Code with { Scene = Scenes.Any(one => one.Id == scene) ? scene : null, Bare = bare },
        };
}

/// <summary>The fields that ask whose pages may show something.</summary>
/// <param name="By">On whose pages.</param>
/// <param name="Sites">The sites, one a line.</param>
/// <param name="Problem">What is wrong with them, or null.</param>
/// <param name="Outer">What bounds it.</param>
public sealed record FramingAsked(Framing By, string Sites, string? Problem, FrameRule Outer);
