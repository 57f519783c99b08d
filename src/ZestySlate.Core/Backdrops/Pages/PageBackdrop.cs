using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Pages;

/// <summary>A page to read and work on: formatted text, and below it its spots in reading order.</summary>
/// <param name="Text">The text above the spots.</param>
public sealed record PageBackdrop(RichText Text) : Backdrop
{
    /// <summary>What stands beside the questions, or null when they have the page to themselves.</summary>
    public Material? Material { get; init; }

    public override string KindName => AuthorWords.Say("kindOfPage");

    public override ActivityKind Alone => ActivityKind.Pages;

    public override Stand Stand => Stand.Flow;

    public override bool HasContent => !Text.IsEmpty || Material is not null;

    public override IEnumerable<Picture> Pictures => Material?.Pictures ?? [];

    public override IEnumerable<string> Played => Material?.Played ?? [];

    public override IEnumerable<Source> Sources =>
        base.Sources.Concat(
            new[]
            {
                Material?.Video is { } video ? Source.Of(video) : null,
                Material?.Pdf is { } pdf ? Source.Of(pdf) : null,
            }.OfType<Source>()
        );

    public override string Words => Text.Words;

    /// <summary>The text is read once, with the first part; the material stays beside every part.</summary>
    public override Backdrop Continued => this with { Text = default };

    public override string? Refuse() => Material is { Address: { Length: > 0 } address } ? WebAddress.Refuse(address) : null;

    internal override Backdrop After(RichText text) => this with { Text = text.Then(Text) };

    internal override IEnumerable<Weakness> Check(string title) =>
        (Material?.Weaknesses ?? []).Select(message => new Weakness(
            false,
            AuthorWords.Say("besideTheQuestions", message, title),
            "material"
        ));

    internal override Backdrop With(MediaSwap swap) => Material is { } material ? this with { Material = material.With(swap) } : this;
}
