using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Notes;

/// <summary>A text with a title, pictures, sound, video and a button, opened by pressing the spot.</summary>
public sealed record Note : Content
{
    public string Title { get; init; } = "";

    public RichText Text { get; init; }

    /// <summary>Pictures to page through.</summary>
    public ValueList<Picture> Illustrations { get; init; } = [];

    public VideoFile? Video { get; init; }

    /// <summary>Plays when the note opens.</summary>
    public Sound? Sound { get; init; }

    /// <summary>The words of a button; it is shown when it also has an address.</summary>
    public string ButtonWords { get; init; } = "";

    /// <summary>Where the button leads: an http or https address.</summary>
    public string ButtonAddress { get; init; } = "";

    /// <summary>The side of its sign where the note prefers to open; it opens elsewhere when there is no room.</summary>
    public Side Side { get; init; }

    /// <summary>True for a clue card: once opened it is among the learner's findings.</summary>
    public bool IsClue { get; init; }

    public override SpotKind Kind => SpotKind.Note;

    public override string KindName => IsClue ? AuthorWords.Say("kindOfClueCard") : base.KindName;

    public override string OwnName => Title.Trim() is { Length: > 0 } title ? title : Text.FirstWords;

    public override bool IsFinding => IsClue;

    public override IEnumerable<Picture> Pictures => Illustrations;

    public override IEnumerable<string> Played =>
        new[] { Sound?.Media, Video?.Media, Video?.Captions }.OfType<string>().Where(media => media.Length > 0);

    public override IEnumerable<Source> Sources =>
        base.Sources.Concat(new[] { Sound is null ? null : Source.Of(Sound), Video is null ? null : Source.Of(Video) }.OfType<Source>());

    public override string? Refuse() => ButtonAddress.Length > 0 ? WebAddress.Refuse(ButtonAddress) : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name)
    {
        if (OwnName.Length == 0 && Illustrations.Count == 0 && Video is null && Sound is null)
        {
            yield return new Weakness(true, AuthorWords.Say("noteEmpty"), "title");
        }
        else if (Title.Trim().Length == 0)
        {
            yield return new Weakness(false, AuthorWords.Say("noteHasNoTitle", name), "title");
        }

        if (Illustrations.Any(picture => picture.LacksAlternativeText))
        {
            yield return new Weakness(false, AuthorWords.Say("pictureInNoteHasNo", name), "illustrations");
        }

        if (Sound is { Transcript: "" })
        {
            yield return new Weakness(false, AuthorWords.Say("soundInNoteHasNo", name), "sound");
        }

        if (Video is { Captions: "" })
        {
            yield return new Weakness(false, AuthorWords.Say("videoInNoteHasNo", name), "video");
        }

        if (ButtonWords.Length > 0 != ButtonAddress.Length > 0)
        {
            yield return new Weakness(false, AuthorWords.Say("buttonInNoteNeedsBoth", name), "button");
        }
    }

    internal override Content With(MediaSwap swap) =>
        this with
        {
            Illustrations = Illustrations.Select(swap.Of).ToValueList(),
            Sound = swap.Of(Sound),
            Video = swap.Of(Video),
        };

    protected override Content OverSame(Content older) => this with { IsClue = older.IsFinding };

    protected override Content Loose => this with { IsClue = false };

    internal override IEnumerable<Difference> DifferencesFrom(Content older, string name) =>
        older.IsFinding != IsFinding ? [new Difference(DifferenceSort.Structure, AuthorWords.Say("clueCardOrNote", name))] : [];
}

/// <summary>A side of a sign.</summary>
public enum Side
{
    /// <summary>Wherever there is room.</summary>
    Any,
    Right,
    Left,
    Above,
    Below,
}
