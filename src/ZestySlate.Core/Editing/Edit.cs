using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>One change an author makes: the old activity becomes a new one, or the change is refused in words.</summary>
public abstract record Edit
{
    /// <summary>What it does, for the list of versions: “Moved Rain gauge”.</summary>
    public abstract string SummaryOn(Activity activity);

    /// <summary>Edits with the same key that follow each other closely are one step of undo; null for one that is always a step of its own.</summary>
    public virtual string? StepKey => null;

    /// <summary>The activity after the change, or why it cannot be made.</summary>
    public abstract Outcome<Activity> Apply(Activity activity);

    /// <summary>The scene is gone, perhaps by a colleague's hand.</summary>
    protected static Outcome<Activity> NoScene => Outcome<Activity>.Refused(AuthorWords.Say("sceneNotInActivityAny"));

    protected static string NameOf(Activity activity, string spotId) =>
        activity.SpotOf(spotId) is { } spot ? activity.NameOf(spot) : AuthorWords.Say("aSpot");
}

/// <summary>An edit of one spot.</summary>
public abstract record SpotEdit(string SpotId) : Edit
{
    public sealed override Outcome<Activity> Apply(Activity activity) =>
        activity.SpotOf(SpotId) is { } spot ? Apply(activity, spot) : Outcome<Activity>.Refused(AuthorWords.Say("spotNotInActivityAny"));

    protected abstract Outcome<Activity> Apply(Activity activity, Spot spot);
}
