using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Editing;

/// <summary>Sets the title.</summary>
public sealed record RenameActivity(string Title) : Edit
{
    /// <summary>The greatest length of a title, in characters.</summary>
    public const int MostCharacters = 120;

    public override string StepKey => "title";

    public override string SummaryOn(Activity activity) => $"Title «{Title.Trim()}»";

    public override Outcome<Activity> Apply(Activity activity) => Title.Trim() switch
    {
        { Length: 0 } => Outcome<Activity>.Refused("An activity needs a title; the old one is kept."),
        { Length: > MostCharacters } => Outcome<Activity>.Refused($"A title has up to {MostCharacters} characters; this one has {Title.Trim().Length}."),
        var title => activity with { Title = title },
    };
}

/// <summary>Sets the summary and the language.</summary>
public sealed record DescribeActivity(string Summary, string Language) : Edit
{
    public override string StepKey => "summary";

    public override string SummaryOn(Activity activity) => "Summary and language";

    public override Outcome<Activity> Apply(Activity activity) => activity with { Summary = Summary.Trim(), Language = Language };
}

/// <summary>Sets the rules of play.</summary>
public sealed record SetRules(Rules Rules) : Edit
{
    public override string StepKey => "rules";

    public override string SummaryOn(Activity activity) => "Rules";

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Rules.Tries is < 1)
        {
            return Outcome<Activity>.Refused("A question needs at least one try.");
        }

        if (Rules.HintCost is < 0 or > 1 || Rules.TryCosts.Any(cost => cost is < 0 or > 1))
        {
            return Outcome<Activity>.Refused("A cost lies between 0 and 100 %.");
        }

        if (Rules.PassMark is < 0 or > 100 || Rules.DistinctionMark is < 0 or > 100)
        {
            return Outcome<Activity>.Refused("A mark to pass lies between 0 and 100 %.");
        }

        if (Rules.DistinctionMark < Rules.PassMark)
        {
            return Outcome<Activity>.Refused("The distinction mark cannot lie below the pass mark.");
        }

        return activity with { Rules = Rules };
    }
}

/// <summary>Sets a scene's title.</summary>
public sealed record RenameScene(string SceneId, string Title) : Edit
{
    public override string StepKey => "scene " + SceneId;

    public override string SummaryOn(Activity activity) => $"Scene title «{Title.Trim()}»";

    public override Outcome<Activity> Apply(Activity activity) => activity.SceneOf(SceneId) is null ? NoScene
        : activity with { Scenes = activity.Scenes.Replace(scene => scene.Id == SceneId, scene => scene with { Title = Title.Trim() }) };
}

/// <summary>Sets a scene's backdrop: another picture, or other words for it. The spots keep their places.</summary>
public sealed record SetBackdrop(string SceneId, Backdrop Backdrop) : Edit
{
    public override string StepKey => "backdrop " + SceneId;

    public override string SummaryOn(Activity activity) => "Backdrop";

    public override Outcome<Activity> Apply(Activity activity) => activity.SceneOf(SceneId) is null ? NoScene
        : activity with { Scenes = activity.Scenes.Replace(scene => scene.Id == SceneId, scene => scene with { Backdrop = Backdrop }) };
}
