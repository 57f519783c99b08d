using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Jumps;

/// <summary>Leads to another scene of the activity.</summary>
/// <param name="SceneId">The scene it leads to; empty while none is chosen.</param>
public sealed record Jump(string SceneId) : Content
{
    /// <summary>The most characters of its words.</summary>
    public const int LongestWords = 400;

    /// <summary>Own words; empty for the title of the scene it leads to.</summary>
    public string Words { get; init; } = "";

    /// <summary>Set for a choice: a button below the picture, and what follows when a learner decides for it. One that leads nowhere leads back
    /// to the decision.</summary>
    public Consequence? Follows { get; init; }

    public override SpotKind Kind => SpotKind.Jump;

    public override string KindName => Follows is null ? base.KindName : AuthorWords.Say("kindOfChoice");

    public override Consequence? Consequence => Follows;

    public override string OwnName => Words.Trim();

    public override string Goal => SceneId;

    internal override Content? Rephrased(string words, string to) => Follows is null ? null : this with { Words = words, SceneId = to };

    public override IEnumerable<Picture> Pictures => Follows?.Picture is { } seen ? [seen] : [];

    public override IEnumerable<string> Played => Follows?.Sound is { Media.Length: > 0 } heard ? [heard.Media] : [];

    public override IEnumerable<Source> Sources => base.Sources.Concat(Follows?.Sound is { } heard ? [Source.Of(heard)] : []);

    internal override Content With(MediaSwap swap) => this with { Follows = Follows?.With(swap) };

    public override bool CountsWhenOpened => false;

    internal override bool Binds => true;

    /// <summary>Without words of its own it has the name of where it leads.</summary>
    internal override string? NameIn(Activity activity) =>
        OwnName.Length == 0 && activity.SceneOf(SceneId) is { } scene ? activity.Words.Say("toScene", activity.TitleOf(scene)) : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name)
    {
        if (Follows is { } follows)
        {
            foreach (var weakness in CheckChoice(activity, follows))
            {
                yield return weakness;
            }
        }
        else if (SceneId.Length == 0)
        {
            yield return new Weakness(true, AuthorWords.Say("jumpLeadsNowhereYetChoose"), "scene");
        }

        if (SceneId.Length > 0 && activity.SceneOf(SceneId) is null)
        {
            yield return new Weakness(true, AuthorWords.Say("jumpLeadsSceneWasDeleted", name), "scene");
        }
    }

    /// <summary>A jump to the scene that is copied leads to the copy; one that leads elsewhere still does.</summary>
    internal override Content In(Copy copy) => this with { SceneId = copy.Of(SceneId), Follows = Follows?.In(copy) };

    /// <summary>Where it leads and what it changes is structure; its words, and what is said on the way, are wording.</summary>
    protected override Content OverSame(Content older) =>
        this with
        {
            SceneId = older.Goal!,
            Follows = older.Consequence is { } was ? was.WithWording(Follows ?? was) : null,
        };

    internal override IEnumerable<Difference> DifferencesFrom(Content older, string name)
    {
        if (older.Goal != Goal)
        {
            yield return new Difference(DifferenceSort.Structure, AuthorWords.Say("jumpLeadsElsewhere", name));
        }

        if (older.Consequence?.Changes != Consequence?.Changes)
        {
            yield return new Difference(DifferenceSort.Structure, AuthorWords.Say("otherThingsFollowFromChoice", name));
        }
    }

    private IEnumerable<Weakness> CheckChoice(Activity activity, Consequence follows)
    {
        if (OwnName.Length == 0)
        {
            yield return new Weakness(true, AuthorWords.Say("choiceHasNoWords"), "words");
        }

        if (SceneId.Length == 0 && follows.IsSilent && follows.Changes.Count == 0)
        {
            yield return new Weakness(false, AuthorWords.Say("nothingFollowsFromChoiceLeads", OwnName), "scene");
        }

        if (follows.Picture?.LacksAlternativeText == true)
        {
            yield return new Weakness(false, AuthorWords.Say("pictureOnWayFromChoice", OwnName), "said");
        }

        if (follows.Sound is { Transcript: "" })
        {
            yield return new Weakness(false, AuthorWords.Say("soundOnWayFromChoice", OwnName), "said");
        }

        foreach (var change in follows.Changes.Where(change => activity.Story?.StateOf(change.State) is null))
        {
            yield return new Weakness(true, AuthorWords.Say("choiceChangesSomethingWasDeleted", OwnName), "changes");
        }
    }
}
