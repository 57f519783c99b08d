using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Callouts;

/// <summary>A word or a short phrase shown on hover, focus or tap, with its sound if it has one.</summary>
public sealed record Callout(string Text) : Content
{
    /// <summary>The greatest length, in characters as a person counts them.</summary>
    public const int MostCharacters = 100;

    /// <summary>Played when the callout is opened, for example how the word is spoken.</summary>
    public Sound? Sound { get; init; }

    public override SpotKind Kind => SpotKind.Callout;

    public override string OwnName => Text.Trim();

    public override IEnumerable<string> Played => Sound is null ? [] : [Sound.Media];

    public override IEnumerable<Source> Sources => Sound is null ? [] : [Source.Of(Sound)];

    public override string? Refuse() =>
        new StringInfo(Text).LengthInTextElements is > MostCharacters and var length
            ? AuthorWords.Say("calloutHasUpCharactersOne", MostCharacters, length)
            : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name) =>
        OwnName.Length == 0 ? [new Weakness(true, AuthorWords.Say("calloutHasNoWords"), "text")]
        : Sound is { Transcript: "" } ? [new Weakness(false, AuthorWords.Say("soundNotDescribedThoseWho", name), "sound")]
        : [];

    internal override Content With(MediaSwap swap) => this with { Sound = swap.Of(Sound) };
}
